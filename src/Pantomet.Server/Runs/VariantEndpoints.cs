using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Net.Http.Headers;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;
using Pantomet.Rendering;
using Pantomet.Server.Hosting;
using Pantomet.Server.Rendering;

namespace Pantomet.Server.Runs;

/// <summary>A variant as the interface gives it.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Run">The run that it was made in.</param>
/// <param name="Source">Its source.</param>
/// <param name="Slot">Its slot.</param>
/// <param name="Tier">Null: the slot itself.</param>
/// <param name="FileName">From the slot's name pattern.</param>
/// <param name="Width">In pixels.</param>
/// <param name="Height">In pixels.</param>
/// <param name="Density">Null: the file is not made for one density.</param>
/// <param name="Format">Its format.</param>
/// <param name="Bytes">Length of the file; 0 without one.</param>
/// <param name="SourceBytes">What its source weighs; null where that is in the bin.</param>
/// <param name="Quality">On the encoder's own scale; null for a format without.</param>
/// <param name="Encoding">In words.</param>
/// <param name="Score">Of its looks, 100 to 0, to a tenth; null without a file.</param>
/// <param name="Looks">The score in words.</param>
/// <param name="ByHand">Whether a person had set its format and quality.</param>
/// <param name="Sha256">Of the file; null without one.</param>
/// <param name="Recipe">Hash of everything that determines its bytes.</param>
/// <param name="State">Done, stale or blocked.</param>
/// <param name="Findings">What its check had to say.</param>
/// <param name="Remedies">What would mend a file that could not be made, as tried.</param>
internal sealed record VariantAnswer(
    string Id, string Run, string Source, string Slot, string? Tier, string FileName, int Width, int Height, double? Density,
    PictureFormat Format,
    long Bytes, long? SourceBytes, int? Quality, string Encoding, double? Score, VisualQuality? Looks, bool ByHand, string? Sha256,
    string Recipe, PairingState State, IReadOnlyList<Finding> Findings,
    IReadOnlyList<WeightRemedy> Remedies)
{
    /// <param name="row">As it was made.</param>
    /// <param name="current">What today's plan asks for; null when it asks for it no more.</param>
    /// <param name="sourceBytes">What its source weighs; null where that is in the bin.</param>
    public static VariantAnswer Of(VariantRow row, PlannedVariant? current, long? sourceBytes) => new(
        row.Id, row.RunId, row.SourceId, row.SlotId, row.Tier, current?.FileNameAs(row.Format) ??
            row.FileName, row.Width, row.Height, row.Density, row.Format, row.File?.Bytes ??
                0, sourceBytes, row.File?.Quality, row.File?.Encoding ?? "",
        row.File?.Points is { } points ? Math.Round(points, 1) : null, row.File?.Points is { } exact
            ? VisualScore.LooksFor(exact)
            : null, row.IsByHand,
        row.File?.Sha256, row.Recipe, StandingOf(row, current), row.File?.Findings ?? row.Findings, row.Remedies);

    private static PairingState StandingOf(VariantRow row, PlannedVariant? current) => row.State switch
    {
        VariantState.Blocked => PairingState.Blocked,
        _ when current is null => PairingState.Stale,
        VariantState.Unneeded => PairingState.LeftOut,
        _ => PairingState.Done,
    };
}

/// <summary>How variants are ordered.</summary>
internal enum VariantOrder
{
    /// <summary>As they were made.</summary>
    Made,

    /// <summary>The heaviest first.</summary>
    Bytes,

    /// <summary>By the names of their pictures, then by their own.</summary>
    Name,
}

/// <summary>A page of variants.</summary>
internal sealed record VariantPage(IReadOnlyList<VariantAnswer> Items, string? Next);

internal static class VariantEndpoints
{
    private const int DefaultPage = 500;
    private const int LargestPage = 5000;
    private const long MaxSkipped = 1_000_000;

    public static void MapVariants(this IEndpointRouteBuilder routes)
    {
        var variants = routes.MapGroup("/api/variants").WithTags("Runs");
        variants.MapGet("", ListAsync).WithName("listVariants");
        variants.MapGet("/{id}/file", FileAsync).WithName("getVariantFile");
        variants.MapGet("/{id}/thumbnail", ThumbnailAsync).WithName("getVariantThumbnail");
    }

    private static async Task<Results<Ok<VariantPage>, ProblemHttpResult>> ListAsync(
        PantometDb database, Planning planning, string? source, string? slot, string? run, string? by, int? limit, string? cursor,
        CancellationToken cancel)
    {
        if (!Enum.TryParse<VariantOrder>(by ?? nameof(VariantOrder.Made), ignoreCase: true, out var order) || !Enum.IsDefined(order))
            return Problems.Invalid("by", "Files are ordered as made, by bytes or by name.");
        var after = 0L;
        if (cursor is not null && (!long.TryParse(cursor, out after) || after < 0))
            return Problems.Invalid("cursor", "The cursor is not one that this server gave. Start again without it.");
        var size = Math.Clamp(limit ?? DefaultPage, 1, LargestPage);
        var ofRun = database.RunFiles.Where(file => file.RunId == run)
            .Join(database.Variants, file => file.VariantSequence, row => row.Sequence, (_, row) => row);
        var asked = (run is null ? database.Variants : ofRun).AsNoTracking().Include(row => row.File)
            .Where(row => (source == null || row.SourceId == source) && (slot == null || row.SlotId == slot));
        // As made, a page goes on after the last one's file, whatever is added meanwhile; in another order, after as many as there were.
        var rest = order switch
        {
            VariantOrder.Made => asked.Where(row => row.Sequence > after).OrderBy(row => row.Sequence),
            VariantOrder.Bytes => asked.OrderByDescending(row => row.File == null ? 0 : row.File.Bytes).ThenBy(row => row.Sequence)
                .Skip((int)Math.Min(after, MaxSkipped)),
            _ => asked.OrderBy(row => database.Sources.Where(one => one.Id == row.SourceId).Select(one => one.Stem).FirstOrDefault())
                .ThenBy(row => row.FileName).ThenBy(row => row.Sequence).Skip((int)Math.Min(after, MaxSkipped)),
        };
        var rows = await rest.Take(size + 1).ToListAsync(cancel);
        var next = rows.Count <= size ? null : order == VariantOrder.Made ? $"{rows[size - 1].Sequence}" : $"{after + size}";
        var shown = rows.Take(size).ToList();
        var current = await CurrentFiles.OfAsync(planning, shown, cancel);
        return TypedResults.Ok(new VariantPage([.. shown.Select(row => run is null
            ? current.Answer(row)
            : current.Answer(row) with { Run = run })], next));
    }

    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> FileAsync(
        PantometDb database, RenderedFileStore files, HttpContext context, string id, bool? inline, CancellationToken cancel)
    {
        var (row, refusal) = await MadeAsync(database, id, cancel);
        if (row is null)
            return Problems.Of(refusal!);
        if (await files.OpenAsync(row.File!, RenderPriority.Live, cancel) is not { } onDisk)
            return NoLonger(row);
        context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.PhysicalFile(
            onDisk.Path, row.Format.MediaType(), inline == true
                ? null
                : row.FileName, entityTag: new EntityTagHeaderValue($"\"{onDisk.Sha256}\""), enableRangeProcessing: true);
    }

    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> ThumbnailAsync(
        PantometDb database, FileThumbnails thumbnails, HttpContext context, string id, CancellationToken cancel)
    {
        var (row, refusal) = await MadeAsync(database, id, cancel);
        if (row is null)
            return Problems.Of(refusal!);
        if (await thumbnails.ForAsync(row.File!, new PixelSize(row.Width, row.Height), cancel) is not { } path)
            return NoLonger(row);
        context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.PhysicalFile(path, PictureFormat.WebP.MediaType());
    }

    // A variant with its file, or why there is none.
    private static async Task<Outcome<VariantRow>> MadeAsync(PantometDb database, string id, CancellationToken cancel)
    {
        var row = await database.Variants.AsNoTracking().Include(row => row.File).SingleOrDefaultAsync(variant => variant.Id == id, cancel);
        return row switch
        {
            null => Refusal.NotFound("variant", id),
            { File: null } => new Refusal(
                RefusalKind.Gone, "gone", "No longer there",
                $"{row.FileName} was never made: {string.Join(" ", row.Findings.Select(finding => finding.Sentence))}"),
            _ => row,
        };
    }

    private static ProblemHttpResult NoLonger(VariantRow row) =>
        Problems.Gone($"The file of {row.FileName} is no longer there. Render it again.");
}
