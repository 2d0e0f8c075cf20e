using System.Text.Json;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Sources;
using Pantomet.Rendering;
using Pantomet.Server.Destinations;
using Pantomet.Server.Framing;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Sources;

internal static class SourceEndpoints
{
    private const int DefaultPage = 100;
    private const int LargestPage = 1000;
    private const int LongestAltText = 2000;

    public static void MapSources(this IEndpointRouteBuilder routes)
    {
        var sources = routes.MapGroup("/api/sources").WithTags("Sources");
        sources.MapPost("", TakeInAsync).Accepts<IFormFileCollection>("multipart/form-data").Produces<List<IntakeAnswer>>()
            .WithName("takeIn");
        sources.MapGet("", ListAsync).WithName("listSources");
        sources.MapGet("/ids", IdsAsync).WithName("listSourceIds");
        sources.MapGet("/traits", TraitsAsync).WithName("listSourceTraits");
        sources.MapPost("/known", KnownAsync).WithName("findKnownSources");
        sources.MapGet("/{id}", GetAsync).WithName("getSource");
        sources.MapPatch("/{id}", ChangeAsync).WithName("changeSource");
        sources.MapDelete("/{id}", DeleteAsync).WithName("deleteSource");
        sources.MapPost("/{id}/restore", RestoreAsync).WithName("restoreSource");
        sources.MapGet("/{id}/original", OriginalAsync).WithName("getOriginal");
        sources.MapGet("/{id}/preview", PreviewAsync).WithName("getPreview");
    }

    private static async Task<Results<Ok<List<IntakeAnswer>>, ProblemHttpResult>> TakeInAsync(
        HttpContext context, SourceIntake intake, CancellationToken cancel)
    {
        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size)
            size.MaxRequestBodySize = null;
        var answers = new List<IntakeAnswer>();
        try
        {
            await foreach (var (name, content) in SentFiles.ReadAsync(context.Request, cancel))
                answers.Add(await intake.TakeAsync(name, content, cancel));
        }
        catch (BrokenOffException)
        {
            return SentFiles.BrokenOff(answers.Count);
        }

        return answers.Count == 0
            ? Problems.Invalid(
                "files", "There is no file in the request. Send the files as multipart/form-data, in fields named \"files\".")
            : TypedResults.Ok(answers);
    }

    private static async Task<Results<Ok<SourcePage>, ProblemHttpResult>> ListAsync(
        SourceSelection selection, [AsParameters] SourceFilter filter, int? limit, string? cursor, CancellationToken cancel)
    {
        var (selected, problem) = await selection.OfAsync(filter, cancel);
        if (selected is null)
            return Problems.Of(problem!);
        var found = selected.Rows;
        var all = await found.GroupBy(_ => 1).Select(group => new { Count = group.Count(), Bytes = group.Sum(row => row.Bytes) })
            .SingleOrDefaultAsync(cancel);
        if (cursor is not null)
        {
            if (!long.TryParse(cursor, out var before))
                return Problems.Invalid("cursor", "The cursor is not one that this server gave. Start again without it.");
            found = found.Where(row => row.Sequence < before);
        }

        var size = Math.Clamp(limit ?? DefaultPage, 1, LargestPage);
        var rows = await found.OrderByDescending(row => row.Sequence).Take(size + 1).ToListAsync(cancel);
        var next = rows.Count > size ? $"{rows[size - 1].Sequence}" : null;
        return TypedResults.Ok(new SourcePage([.. rows.Take(size).Select(SourceAnswer.Of)], next, all?.Count ?? 0, all?.Bytes ?? 0));
    }

    private static async Task<Results<Ok<SourceIds>, ProblemHttpResult>> IdsAsync(
        SourceSelection selection, [AsParameters] SourceFilter filter, CancellationToken cancel)
    {
        var (selected, problem) = await selection.OfAsync(filter, cancel);
        return selected is null
            ? Problems.Of(problem!)
            : TypedResults.Ok(
                new SourceIds(
                    await selected.Rows.OrderByDescending(row => row.Sequence).Select(row => row.Id).ToListAsync(cancel)));
    }

    private static async Task<Results<Ok<TraitCounts>, ProblemHttpResult>> TraitsAsync(
        SourceSelection selection, string? search, string? enoughFor, CancellationToken cancel)
    {
        var (selected, problem) = await selection.OfAsync(new SourceFilter(search, enoughFor), cancel);
        return selected is null
            ? Problems.Of(problem!)
            : TypedResults.Ok(new TraitCounts(await selection.TraitsAsync(selected, cancel)));
    }

    // Who is about to send files asks first which of them need not be sent.
    private static async Task<Ok<KnownSources>> KnownAsync(
        PantometDb database, DataFolder folder, SourceIds wanted, CancellationToken cancel)
    {
        var rows = await database.Sources.AsNoTracking().Where(row => wanted.Ids.Contains(row.Id) && row.DeletedAt == null)
            .ToListAsync(cancel);
        return TypedResults.Ok(
            new KnownSources([.. rows.Where(row => File.Exists(ContentStore.PathOf(folder.Originals, row.Id))).Select(SourceAnswer.Of)]));
    }

    private static async Task<Results<Ok<SourceAnswer>, ProblemHttpResult>> GetAsync(
        PantometDb database, string id, CancellationToken cancel) =>
        await FindAsync(database, id, cancel) is { } source ? TypedResults.Ok(SourceAnswer.Of(source)) : Problems.NotFound("source", id);

    private static async Task<Results<Ok<SourceAnswer>, ProblemHttpResult>> ChangeAsync(
        IDbContextFactory<PantometDb> databases, DestinationCatalogue catalogue, string id, SourceChange change, CancellationToken cancel)
    {
        if (Unfit(change) is { } unfit)
            return unfit;
        if (!Read<PixelRect>(change.Subject, out var hasSubject, out var subject))
            return Problems.Invalid("subject", "The subject is a rectangle of whole pixels: x, y, width, height.");
        if (!Read<PixelPoint>(change.Focus, out var hasFocus, out var focus))
            return Problems.Invalid("focus", "The focus is a point in pixels: x, y.");
        var slots = await catalogue.SlotsAsync(cancel);
        var (answer, problem) = await databases.TryWriteAsync<SourceAnswer>(async database =>
        {
            if (await database.Sources.SingleOrDefaultAsync(row => row.Id == id && row.DeletedAt == null) is not { } source)
                return Refusal.NotFound("source", id);
            if (change.Stem is { } stem && await Stems.IsTakenAsync(database, stem, id))
                return Refusal.Invalid(
                    "stem", $"Another source has the stem \"{stem}\" already. Files of the two would have the same names.");
            source.Stem = change.Stem ?? source.Stem;
            source.Group = change.Group ?? source.Group;
            source.AltText = change.AltText?.Trim() ?? source.AltText;
            var refused = hasSubject || hasFocus
                ? await Framings.DoAsync(
                    database, source, over: null, row => Decided(row, hasSubject ? subject : row.Framing.Subject, hasFocus, focus, slots))
                : null;
            return refused is null ? SourceAnswer.Of(source) : refused;
        });
        return problem is not null ? Problems.Of(problem) : TypedResults.Ok(answer!);
    }

    /// <summary>Says how groups are named.</summary>
    public static Refusal UnfitGroup(string group) => Refusal.Invalid(
        "group", $"A group is named like a stem: lower-case ASCII words joined by hyphens, such as \"{Stem.From(group)}\".");

    private static ProblemHttpResult? Unfit(SourceChange change)
    {
        if (change.Stem is { } stem && !Stem.IsValid(stem))
            return Problems.Invalid("stem", $"A stem is lower-case ASCII words joined by hyphens, such as \"{Stem.From(stem)}\".");
        if (change.Group is { Length: > 0 } group && !Stem.IsValid(group))
            return Problems.Of(UnfitGroup(group));
        return change.AltText is { Length: > LongestAltText } altText
            ? Problems.Invalid(
                "altText", $"The alternative text has {altText.Length:#,0} characters; at most {LongestAltText:#,0} are kept.")
            : null;
    }

    private static Outcome<FramingChange> Decided(
        SourceRow source, PixelRect? wanted, bool hasFocus, PixelPoint? focus, IReadOnlyDictionary<string, PlacedSlot> slots)
    {
        // A focus that was set before stays only where the new subject holds it.
        var kept = source.Framing.Focus is { } old && (wanted is not { } area || FramingRequest.Holds(area, old)) ? old : (PixelPoint?)null;
        var point = hasFocus ? focus : kept;
        // Neither of them is what nobody has decided yet.
        return wanted is null && point is null
            ? new FramingChange.Undecide()
            : new FramingRequest(
                FramingAct.Decide, Subject: wanted, Wish: wanted is null ? null : source.Framing.Wish, Focus: point).Read(source, slots);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> DeleteAsync(
        IDbContextFactory<PantometDb> databases, string id, TimeProvider clock)
    {
        var isDone = await databases.WriteAsync(async database =>
        {
            if (await database.Sources.SingleOrDefaultAsync(row => row.Id == id && row.DeletedAt == null) is not { } source)
                return false;
            source.DeletedAt = clock.GetUtcNow().UtcDateTime;
            return true;
        });
        return isDone ? TypedResults.NoContent() : Problems.NotFound("source", id);
    }

    private static async Task<Results<Ok<SourceAnswer>, ProblemHttpResult>> RestoreAsync(IDbContextFactory<PantometDb> databases, string id)
    {
        var answer = await databases.WriteAsync(async database =>
        {
            if (await database.Sources.SingleOrDefaultAsync(row => row.Id == id) is not { } source)
                return null;
            if (source.DeletedAt is not null)
                await Stems.BringBackAsync(database, source);
            return SourceAnswer.Of(source);
        });
        return answer is null ? Problems.NotFound("source", id) : TypedResults.Ok(answer);
    }

    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> OriginalAsync(
        PantometDb database, SourcePixels pixels, string id, CancellationToken cancel)
    {
        if (await FindAsync(database, id, cancel) is not { } source)
            return Problems.NotFound("source", id);
        // As an attachment: an SVG that came in is never shown as a page of this site.
        return TypedResults.PhysicalFile(
            pixels.DownloadOf(source), source.Facts.Format.MediaType(), source.FileName, enableRangeProcessing: true);
    }

    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> PreviewAsync(
        PantometDb database, PreviewFiles previews, HttpContext context, string id, int? width, CancellationToken cancel)
    {
        if (await FindAsync(database, id, cancel) is not { } source)
            return Problems.NotFound("source", id);
        var (path, format) = await previews.ForAsync(source, width ?? PreviewMaker.Widths[0], cancel);
        // The id names the bytes, so what was fetched once holds for good (RFC 8246).
        context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.PhysicalFile(path, format.MediaType());
    }

    private static Task<SourceRow?> FindAsync(PantometDb database, string id, CancellationToken cancel) =>
        database.Sources.SingleOrDefaultAsync(row => row.Id == id && row.DeletedAt == null, cancel);

    private static bool Read<T>(JsonElement member, out bool isThere, out T? value)
        where T : struct
    {
        isThere = member.ValueKind != JsonValueKind.Undefined;
        value = null;
        if (!isThere || member.ValueKind == JsonValueKind.Null)
            return true;
        try
        {
            value = member.Deserialize<T>(JsonSerializerOptions.Web);
            return true;
        }
        catch (JsonException)
        {
            return false;
        }
    }
}
