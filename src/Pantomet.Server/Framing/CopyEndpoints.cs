using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Server.Destinations;
using Pantomet.Server.Hosting;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Framing;

/// <summary>Where the framing of one source would be taken to.</summary>
/// <param name="To">Ids of the others.</param>
/// <param name="As">How.</param>
internal sealed record CopyRequest(IReadOnlyList<string> To, CopyAs As);

/// <summary>What would come out, source by source.</summary>
/// <param name="Items">Those that the framing can be copied to.</param>
/// <param name="Refused">Those that it cannot be copied to, and why.</param>
internal sealed record CopyAnswer(IReadOnlyList<SheetEntry> Items, IReadOnlyList<CopyRefusal> Refused);

/// <summary>Why a framing cannot be copied to a source.</summary>
internal sealed record CopyRefusal(string Source, string Sentence);

internal static class CopyEndpoints
{
    public static void MapCopies(this IEndpointRouteBuilder routes) =>
        routes.MapPost("/api/framings/{sourceId}/copies/try", TryAsync).WithTags("Framing").WithName("tryCopy");

    private static async Task<Results<Ok<CopyAnswer>, ProblemHttpResult>> TryAsync(
        Framings framings, PantometDb database, DestinationCatalogue catalogue, string sourceId, CopyRequest request,
        CancellationToken cancel)
    {
        var (from, problem) = await framings.FindAsync(sourceId, cancel);
        if (problem is not null)
            return Problems.Of(problem);
        var wanted = request.To.Where(id => id != sourceId).Distinct().ToList();
        var rows = await database.Sources.AsNoTracking().Where(row => wanted.Contains(row.Id) && row.DeletedAt == null)
            .OrderBy(row => row.Sequence).ToListAsync(cancel);
        if (rows.Count == 0)
            return Problems.Invalid("to", "There is no other picture to copy the framing to. Choose some on Sources first.");
        var slots = (await catalogue.AllAsync(cancel)).SelectMany(destination => destination.Slots).ToList();
        var items = new List<SheetEntry>();
        var refused = new List<CopyRefusal>();
        foreach (var row in rows)
        {
            if (FramingCopies.Of(from!, row, request.As) is not { } copied)
            {
                refused.Add(new CopyRefusal(row.Id, FramingCopies.NothingToGoBy(from!, row)));
                continue;
            }

            items.Add(new SheetEntry(SourceAnswer.Of(row), FramingAnswer.Of(row, slots, tried: copied)));
        }

        return TypedResults.Ok(new CopyAnswer(items, refused));
    }
}
