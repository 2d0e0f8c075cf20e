using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Runs;
using Pantomet.Server.Destinations;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Runs;

/// <summary>Which sources can feed a slot.</summary>
/// <param name="Items">Newest first.</param>
internal sealed record CoveragePage(IReadOnlyList<SourceCoverage> Items);

/// <summary>How far the pixels of a source reach in the slot.</summary>
internal sealed record SourceCoverage(string Source, string FileName, int Width, int Height, Coverage Coverage);

internal static class CoverageEndpoints
{
    public static void MapCoverage(this IEndpointRouteBuilder routes) =>
        routes.MapGet("/api/coverage", ListAsync).WithTags("Runs").WithName("listCoverage");

    private static async Task<Results<Ok<CoveragePage>, ProblemHttpResult>> ListAsync(
        PantometDb database, Planning planning, LargePlans plans, DestinationCatalogue catalogue, string slot, CancellationToken cancel)
    {
        if (!(await catalogue.SlotsAsync(cancel)).ContainsKey(slot))
            return Problems.NotFound("slot", slot);
        var ids = await database.Sources.Where(row => row.DeletedAt == null).OrderByDescending(row => row.Sequence).Select(row => row.Id)
            .ToListAsync(cancel);
        var pairings = await planning.PairingsAsync(ids, [slot], cancel);
        return TypedResults.Ok(new CoveragePage(await plans.SelectAsync(pairings, OfPairing, cancel)));
    }

    private static SourceCoverage OfPairing(Pairing pairing)
    {
        var size = pairing.Source.Facts.Size;
        return new SourceCoverage(pairing.Source.Id, pairing.Source.FileName, size.Width, size.Height, Coverage.Of(pairing.Plan()));
    }
}
