using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Sources;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Framing;

/// <summary>Which pictures' subjects.</summary>
/// <param name="Sources">Ids of sources; null for all.</param>
internal sealed record SubjectSelection(IReadOnlyList<string>? Sources = null);

/// <summary>What must stay in each of many pictures.</summary>
/// <param name="Items">Those that nobody has confirmed, the least sure first; then the others, newest first.</param>
internal sealed record SubjectSheet(IReadOnlyList<SubjectEntry> Items);

/// <summary>A picture and its subject.</summary>
/// <param name="Source">The picture.</param>
/// <param name="Revision">Of its framing; goes back as If-Match.</param>
/// <param name="Subject">What must stay: as decided, or as proposed.</param>
/// <param name="Wish">What should stay too where there is room.</param>
/// <param name="Focus">The point that crops are centred on; null is the middle of the subject.</param>
/// <param name="Turn">How the picture is turned for every place.</param>
/// <param name="IsDecided">Whether a person said so.</param>
/// <param name="Confidence">How likely it is that a person would draw much the same, 0 to 1.</param>
/// <param name="Faces">How many faces were found.</param>
/// <param name="Series">Ids of the pictures that were taken from the same place, this one among them; empty for none.</param>
internal sealed record SubjectEntry(
    SourceAnswer Source, long Revision, PixelRect? Subject, PixelRect? Wish, PixelPoint? Focus, Rotation Turn, bool IsDecided,
    double Confidence, int Faces, IReadOnlyList<string> Series);

internal static class SubjectEndpoints
{
    public static void MapSubjects(this IEndpointRouteBuilder routes) =>
        routes.MapPost("/api/subjects", SheetAsync).WithTags("Framing").WithName("listSubjects");

    // Asked by POST since a selection of hundreds of ids does not fit into an address.
    private static async Task<Ok<SubjectSheet>> SheetAsync(
        PantometDb database, SubjectSelection selection, CancellationToken cancel)
    {
        var rows = await SelectedSources.InAsync(database, selection.Sources, SelectedSources.MaxOnSheet, cancel);
        var series = Series.Of(rows.OrderBy(row => row.Sequence).Select(row => (row.Id, row.Facts.Size, row.Likeness)))
            .SelectMany(ids => ids.Select(id => (Id: id, Ids: ids))).ToDictionary(one => one.Id, one => one.Ids);
        return TypedResults.Ok(
            new SubjectSheet(
                [.. rows.Select(row => EntryOf(row, series.GetValueOrDefault(row.Id, []))).OrderBy(entry => entry.IsDecided)
                    .ThenBy(entry => entry.IsDecided ? 0 : entry.Confidence)]));
    }

    private static SubjectEntry EntryOf(SourceRow row, IReadOnlyList<string> series)
    {
        var framed = row.ToSource().Framed;
        return new SubjectEntry(
            SourceAnswer.Of(row), row.FramingRevision, framed.Subject, framed.Wish, framed.Focus, row.Framing.Turn, row.Framing.IsDecided,
            row.Proposal?.Confidence ?? 0, framed.Faces.Count, series);
    }
}
