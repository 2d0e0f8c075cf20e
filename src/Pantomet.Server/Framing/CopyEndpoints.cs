using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Framing;
using Pantomet.Server.Destinations;
using Pantomet.Server.Hosting;
using Pantomet.Server.Sources;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Framing;

/// <summary>How a framing is taken to another picture.</summary>
internal enum CopyAs
{
    /// <summary>Everything at the same fractions of the picture.</summary>
    Fraction,

    /// <summary>The crops set by hand, each lying as it did around the subject.</summary>
    SubjectPosition,
}

/// <summary>Takes the framing of one source to others.</summary>
/// <param name="To">Ids of the others.</param>
/// <param name="As">How.</param>
/// <param name="IsTried">Only says what would come out.</param>
internal sealed record CopyRequest(IReadOnlyList<string> To, CopyAs As, bool IsTried = false);

/// <summary>What comes out, source by source.</summary>
/// <param name="Items">Those that the framing is copied to.</param>
/// <param name="Refused">Those that it cannot be copied to, and why.</param>
internal sealed record CopyAnswer(IReadOnlyList<SheetEntry> Items, IReadOnlyList<CopyRefusal> Refused);

/// <summary>Why a framing cannot be copied to a source.</summary>
internal sealed record CopyRefusal(string Source, string Sentence);

internal static class CopyEndpoints
{
    public static void MapCopies(this IEndpointRouteBuilder routes) =>
        routes.MapPost("/api/framings/{sourceId}/copies", CopyAsync).WithTags("Framing").WithName("copyFraming");

    private static async Task<Results<Ok<CopyAnswer>, ProblemHttpResult>> CopyAsync(
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
            if (Copied(from!, row, request.As) is not { } copied)
            {
                refused.Add(
                    new CopyRefusal(
                        row.Id, $"\"{row.Stem}\" or \"{from!.Stem}\" has no subject to go by. Mark it first, or copy as a fraction of " +
                            $"the picture."));
                continue;
            }

            items.Add(new SheetEntry(SourceAnswer.Of(row), FramingAnswer.Of(row, slots, tried: copied)));
        }

        if (!request.IsTried)
        {
            await framings.DoAllAsync([.. items.Select(item => item.Source.Id)], row =>
                Copied(from!, row, request.As) is { } copied ? new FramingChange.TakeOver(copied, $"framing from {from!.Stem}") : null);
        }

        return TypedResults.Ok(new CopyAnswer(items, refused));
    }

    private static SourceFraming? Copied(SourceRow from, SourceRow to, CopyAs how) => how == CopyAs.Fraction
        ? CopiedFraming.AsFraction(from.ToSource().Framed, to.ToSource().Framed)
        : CopiedFraming.AsSubjectPosition(from.ToSource().Framed, to.ToSource().Framed);
}
