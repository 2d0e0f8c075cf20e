using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Pantomet.Server.Destinations;
using Pantomet.Server.Hosting;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Runs;

/// <summary>How a source stands with every slot.</summary>
/// <param name="Items">In the order in which destinations are shown.</param>
internal sealed record SourcePlans(IReadOnlyList<PairingAnswer> Items);

/// <summary>A source–slot pairing at a glance.</summary>
/// <param name="Plan">What would be made.</param>
/// <param name="State">Where it stands.</param>
/// <param name="Done">How many of the plan's files are there.</param>
internal sealed record PairingAnswer(PlanAnswer Plan, PairingStanding State, int Done);

internal static class PlanEndpoints
{
    public static void MapPlans(this IEndpointRouteBuilder routes)
    {
        routes.MapGet("/api/plan", GetAsync).WithTags("Runs").WithName("getPlan");
        routes.MapGet("/api/plans", ListAsync).WithTags("Runs").WithName("listPlans");
    }

    private static async Task<Results<Ok<PlanAnswer>, ProblemHttpResult>> GetAsync(Planning planning, string source, string slot, CancellationToken cancel)
    {
        var (pairing, problem) = await planning.PairingAsync(source, slot, cancel);
        return problem is not null ? problem : TypedResults.Ok(PlanAnswer.Of(slot, pairing!.Plan()));
    }

    private static async Task<Results<Ok<SourcePlans>, ProblemHttpResult>> ListAsync(
        Planning planning, DestinationCatalogue catalogue, PantometDb database, string source, CancellationToken cancel)
    {
        var slotIds = (await catalogue.AllAsync(cancel)).SelectMany(destination => destination.Slots).Select(slot => slot.Id).ToList();
        var pairings = await planning.PairingsAsync([source], slotIds, cancel);
        if (pairings.Count == 0 && slotIds.Count > 0)
            return Problems.NotFound("source", source);
        var made = (await database.Variants.Where(row => row.SourceId == source).Select(row => new { row.SlotId, row.Recipe, row.State }).ToListAsync(cancel))
            .ToLookup(row => row.SlotId, row => (row.Recipe, row.State));
        var running = (await database.Pairings.Where(row => row.SourceId == source && (row.State == PairingState.Queued || row.State == PairingState.Running))
            .Select(row => row.SlotId).ToListAsync(cancel)).ToHashSet();
        return TypedResults.Ok(new SourcePlans([.. pairings.Select(pairing => Standing(pairing, made[pairing.Slot.Id], running.Contains(pairing.Slot.Id)))]));
    }

    private static PairingAnswer Standing(Pairing pairing, IEnumerable<(string Recipe, VariantState State)> made, bool isRunning)
    {
        var plan = pairing.Plan();
        var states = made.ToLookup(variant => variant.Recipe, variant => variant.State);
        var now = plan.Variants.Select(variant => states[pairing.RecipeFor(variant).Hash()]).ToList();
        var done = now.Count(variant => variant.Contains(VariantState.Done) || variant.Contains(VariantState.Unneeded));
        var state = plan.IsLeftOut ? PairingStanding.LeftOut
            : isRunning ? PairingStanding.Running
            : !plan.CanBeFed || now.Any(variant => variant.Contains(VariantState.Blocked)) ? PairingStanding.Blocked
            : done == plan.Variants.Count ? PairingStanding.Done
            : states.Count > 0 ? PairingStanding.Stale
            : PairingStanding.Open;
        return new PairingAnswer(PlanAnswer.Of(pairing.Slot.Id, plan), state, done);
    }
}
