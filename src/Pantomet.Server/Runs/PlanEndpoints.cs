using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Server.Destinations;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Runs;

/// <summary>How a source stands with every slot.</summary>
/// <param name="Items">In the order in which destinations are shown.</param>
internal sealed record SourcePlans(IReadOnlyList<PairingAnswer> Items);

/// <summary>A source–slot pairing at a glance.</summary>
/// <param name="Plan">What would be made.</param>
/// <param name="State">Where it stands.</param>
/// <param name="Done">How many of the plan's files are there.</param>
internal sealed record PairingAnswer(PlanAnswer Plan, PairingState State, int Done);

internal static class PlanEndpoints
{
    public static void MapPlans(this IEndpointRouteBuilder routes)
    {
        routes.MapGet("/api/plan", GetAsync).WithTags("Runs").WithName("getPlan");
        routes.MapGet("/api/plans", ListAsync).WithTags("Runs").WithName("listPlans");
    }

    private static async Task<Results<Ok<PlanAnswer>, ProblemHttpResult>> GetAsync(
        Planning planning, string source, string slot, CancellationToken cancel)
    {
        var (pairing, problem) = await planning.PairingAsync(source, slot, cancel);
        return problem is not null ? Problems.Of(problem) : TypedResults.Ok(PlanAnswer.Of(slot, pairing!.Plan()));
    }

    private static async Task<Results<Ok<SourcePlans>, ProblemHttpResult>> ListAsync(
        Planning planning, DestinationCatalogue catalogue, PantometDb database, string source, CancellationToken cancel)
    {
        var slotIds = (await catalogue.AllAsync(cancel)).SelectMany(destination => destination.Slots).Select(slot => slot.Id).ToList();
        var pairings = await planning.PairingsAsync([source], slotIds, cancel);
        if (pairings.Count == 0 && slotIds.Count > 0)
            return Problems.NotFound("source", source);
        var made =
            (await database.Variants.Where(row => row.SourceId == source).OrderBy(row => row.Sequence)
                .Select(row =>
                    new
                    {
                        row.SlotId,
                        row.Recipe,
                        row.State,
                        Bytes = row.File == null ? 0 : row.File.Bytes,
                        row.Sequence,
                        row.File!.Points
                    }).ToListAsync(cancel))
                .ToLookup(row => row.SlotId, row => (row.Recipe, new LastResult(row.State, row.Bytes, row.Sequence, row.Points)));
        var running =
            (await database.Pairings.Where(
                row => row.SourceId == source && (row.State == QueueState.Queued || row.State == QueueState.Running))
                .Select(row => row.SlotId).ToListAsync(cancel)).ToHashSet();
        return TypedResults.Ok(
            new SourcePlans([.. pairings.Select(pairing => Answer(pairing, made[pairing.Slot.Id], running.Contains(pairing.Slot.Id)))]));
    }

    private static PairingAnswer Answer(Pairing pairing, IEnumerable<(string Recipe, LastResult Last)> made, bool isRunning)
    {
        var plan = pairing.Plan();
        var byRecipe = new Dictionary<string, LastResult>();
        foreach (var (recipe, last) in made)
            byRecipe[recipe] = last;
        var standing = PairingStatus.Of(pairing, plan, byRecipe, isRunning);
        return new PairingAnswer(PlanAnswer.Of(pairing.Slot.Id, plan), standing.State, standing.Done);
    }
}
