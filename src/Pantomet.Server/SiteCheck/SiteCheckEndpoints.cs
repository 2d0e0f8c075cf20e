using System.Text.Json;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Sources;
using Pantomet.Rendering;
using Pantomet.Server.Hosting;
using Pantomet.Server.Jobs;
using Pantomet.Server.Rendering;
using Pantomet.Server.Runs;
using Pantomet.Sites.Ways;

namespace Pantomet.Server.SiteCheck;

/// <summary>A check as a list has it.</summary>
/// <param name="Id">Its id.</param>
/// <param name="State">Where it stands.</param>
/// <param name="Name">The site's host, or what was sent.</param>
/// <param name="AskedAt">When it was asked for.</param>
/// <param name="Pictures">How many pictures it has.</param>
internal sealed record SiteCheckSummary(string Id, JobState State, string Name, DateTime AskedAt, int Pictures);

/// <summary>Checks, newest first.</summary>
internal sealed record SiteCheckList(IReadOnlyList<SiteCheckSummary> Items);

/// <summary>Pages that are to be fetched.</summary>
/// <param name="Addresses">Of pages, or of lists of pages (<c>sitemap.xml</c>).</param>
internal sealed record SiteAddresses(IReadOnlyList<string> Addresses);

/// <summary>Pictures of a check.</summary>
/// <param name="Pictures">Their ids.</param>
internal sealed record SitePictureIds(IReadOnlyList<long> Pictures);

/// <summary>What became of pictures that were to be taken in.</summary>
/// <param name="Items">One for each that has a file.</param>
internal sealed record TakenSitePictures(IReadOnlyList<TakenSitePicture> Items);

/// <summary>The measuring script.</summary>
/// <param name="Line">One line for a browser's console.</param>
internal sealed record MeasuringScript(string Line);

internal static class SiteCheckEndpoints
{
    private const int ChecksListed = 100;
    private const int TakenAtOnce = 200;
    private const int MostAddresses = 200;

    public static void MapSiteChecks(this IEndpointRouteBuilder routes)
    {
        var checks = routes.MapGroup("/api/site-checks").WithTags("Site check");
        checks.MapPost("", StartAsync).Accepts<IFormFileCollection>("multipart/form-data", "application/json").WithName("checkSite");
        checks.MapPost("/demo", StartDemoAsync).WithName("checkDemoSite");
        checks.MapGet("", ListAsync).WithName("listSiteChecks");
        checks.MapGet("/script", Script).WithName("getMeasuringScript");
        checks.MapGet("/{id}", GetAsync).WithName("getSiteCheck");
        checks.MapDelete("/{id}", DeleteAsync).WithName("deleteSiteCheck");
        checks.MapPost("/{id}/sources", TakeAsync).WithName("takeSitePictures");
        checks.MapPost("/{id}/slots", MakeSlotsAsync).WithName("makeSiteSlots");
        checks.MapGet("/{id}/changes", ChangesAsync).WithName("getSiteCheckChanges");
        checks.MapGet("/{id}/csv", CsvAsync).WithName("getSiteCheckCsv");
        checks.MapGet("/{id}/pictures/{picture:long}/preview", PreviewAsync).WithName("getSitePicturePreview");
        checks.MapGet("/{id}/pictures/{picture:long}/better", BetterAsync).WithName("getBetterSitePicture");
    }

    private static async Task<Results<Accepted<CreatedId>, ProblemHttpResult>> StartAsync(
        HttpContext context, SiteCheckStart start, CancellationToken cancel)
    {
        if (context.Request.HasJsonContentType())
            return await StartFetchingAsync(context.Request, start, cancel);
        // Nothing is left of what comes to nothing by the time that it is answered.
        using var sent = start;
        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size)
            size.MaxRequestBodySize = null;
        try
        {
            await foreach (var (name, content) in SentFiles.ReadAsync(context.Request, cancel))
            {
                if (start.Count == SiteCheckStart.MostFiles)
                {
                    return Problems.Invalid(
                "files", $"One check takes at most {SiteCheckStart.MostFiles:#,0} files. Send a part of the site.");
                }

                await start.AddAsync(name, content, cancel);
            }
        }
        catch (BrokenOffException)
        {
            return Problems.Of(
                StatusCodes.Status400BadRequest, "broken-off", "The upload broke off",
                "The upload ended before its last file was whole. Nothing was checked; send all of it again.");
        }
        catch (FileTooLongException)
        {
            return Problems.Invalid("files", "One of the files is longer than what is taken. Pack a part of the site, and send that.");
        }

        if (start.Count == 0)
            return Problems.Invalid(
                "files",
                "There is no file in the request. Send a site's folder or ZIP, a record of traffic (HAR) or what the measuring script " +
                "saved, as multipart/form-data in fields named \"files\".");
        var check = await start.AskAsync();
        return TypedResults.Accepted($"/api/site-checks/{check.Id}", new CreatedId(check.Id));
    }

    private static async Task<Results<Accepted<CreatedId>, ProblemHttpResult>> StartFetchingAsync(
        HttpRequest request, SiteCheckStart start, CancellationToken cancel)
    {
        if (await TryReadAsync(request, cancel) is not { Addresses: { Count: > 0 and <= MostAddresses } said })
            return Problems.Invalid("addresses", $"Name 1 to {MostAddresses} addresses: pages of your site, or its sitemap.xml.");
        var addresses = new List<Uri>();
        foreach (var text in said)
        {
            if (!Uri.TryCreate(text.Trim(), UriKind.Absolute, out var address) || address.Scheme is not ("http" or "https") ||
                address.UserInfo.Length > 0)
                return Problems.Invalid(
                    "addresses",
                    $"\"{(text.Length > 80 ? text[..80] + "…" : text)}\" is no address of a page: one begins with http:// or https://.");
            addresses.Add(address);
        }

        var check = await start.AskAsync(addresses);
        return TypedResults.Accepted($"/api/site-checks/{check.Id}", new CreatedId(check.Id));
    }

    private static async Task<SiteAddresses?> TryReadAsync(HttpRequest request, CancellationToken cancel)
    {
        try
        {
            return await request.ReadFromJsonAsync<SiteAddresses>(cancel);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private static async Task<Accepted<CreatedId>> StartDemoAsync(SiteCheckStart start, CancellationToken cancel)
    {
        foreach (var (path, file) in DemoSite.Files())
        {
            await using var content = File.OpenRead(file);
            await start.AddAsync(path, content, cancel);
        }

        var check = await start.AskAsync(DemoSite.Name);
        return TypedResults.Accepted($"/api/site-checks/{check.Id}", new CreatedId(check.Id));
    }

    private static async Task<Ok<SiteCheckList>> ListAsync(PantometDb database, CancellationToken cancel)
    {
        var rows = await database.SiteChecks.AsNoTracking().OrderByDescending(row => row.Sequence).Take(ChecksListed)
            .Select(row => new SiteCheckSummary(
                row.Id, row.State, row.Name, row.AskedAt, database.SitePictures.Count(picture => picture.CheckId == row.Id)))
            .ToListAsync(cancel);
        return TypedResults.Ok(new SiteCheckList(rows));
    }

    private static Ok<MeasuringScript> Script() => TypedResults.Ok(new MeasuringScript(MeasuredPage.Script));

    private static async Task<Results<Ok<SiteCheckAnswer>, ProblemHttpResult>> GetAsync(
        PantometDb database, string id, CancellationToken cancel) =>
        await AnswerAsync(database, id, cancel) is { } check ? TypedResults.Ok(check) : Problems.NotFound("site check", id);

    private static async Task<Results<Ok<SiteCheckChanges>, ProblemHttpResult>> ChangesAsync(
        PantometDb database, SiteCheckHistory history, string id, string? since, long? budget, CancellationToken cancel)
    {
        if (await database.SiteChecks.AsNoTracking().SingleOrDefaultAsync(row => row.Id == id, cancel) is not { } check)
            return Problems.NotFound("site check", id);
        return await history.OfAsync(check, since, budget, cancel) is { } changes
            ? TypedResults.Ok(changes)
            : Problems.NotFound("earlier site check", since!);
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> CsvAsync(
        PantometDb database, string id, CancellationToken cancel) => await AnswerAsync(database, id, cancel) is { } check
            ? TypedResults.File(SiteCheckCsv.Of(check.Pictures), "text/csv; charset=utf-8", "site-check.csv")
            : Problems.NotFound("site check", id);

    private static async Task<SiteCheckAnswer?> AnswerAsync(PantometDb database, string id, CancellationToken cancel)
    {
        if (await database.SiteChecks.AsNoTracking().SingleOrDefaultAsync(row => row.Id == id, cancel) is not { } check)
            return null;
        var pages = await database.SitePages.AsNoTracking().Where(row => row.CheckId == id).ToListAsync(cancel);
        var pictures = await database.SitePictures.AsNoTracking().Where(row => row.CheckId == id).ToListAsync(cancel);
        return new SiteCheckAnswer(
            check.Id, check.State, check.Stage, check.Name, check.Done, check.Total, check.Problem, check.AskedAt, check.EndedAt,
            new SiteTotals(pictures.Count, pictures.Sum(row => row.Bytes ?? 0), pictures.Sum(row => row.PossibleBytes ?? 0)),
            SitePageSums.Of(pages, pictures),
            [
                // What visitors do not get at all comes first, then what saves most.
                .. pictures.Select(SitePictureAnswer.Of).OrderByDescending(one => one.Findings is [{ Severity: Severity.Stop }, ..])
                    .ThenByDescending(one => (one.Bytes - one.PossibleBytes) ?? 0).ThenBy(one => one.Id),
            ],
            check.NotRead);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> DeleteAsync(SiteCheckBin bin, string id) =>
        await bin.DeleteAsync(id) ? TypedResults.NoContent() : Problems.NotFound("site check", id);

    private static async Task<Results<Ok<TakenSitePictures>, ProblemHttpResult>> TakeAsync(
        PantometDb database, SiteIntake intake, string id, SitePictureIds wanted, CancellationToken cancel)
    {
        if (!await database.SiteChecks.AnyAsync(row => row.Id == id, cancel))
            return Problems.NotFound("site check", id);
        if (wanted.Pictures.Count is 0 or > TakenAtOnce)
            return Problems.Invalid("pictures", $"Take 1 to {TakenAtOnce} pictures at a time.");
        return TypedResults.Ok(new TakenSitePictures(await intake.TakeAsync(id, wanted.Pictures, cancel)));
    }

    private static async Task<Results<Ok<MadeSiteSlots>, ProblemHttpResult>> MakeSlotsAsync(
        SiteSlots slots, string id, SitePictureIds wanted, CancellationToken cancel)
    {
        if (wanted.Pictures.Count is 0 or > TakenAtOnce)
            return Problems.Invalid("pictures", $"Make slots of 1 to {TakenAtOnce} pictures at a time.");
        var (made, refusal) = await slots.MakeAsync(id, wanted.Pictures, cancel);
        return made is null ? Problems.Of(refusal!) : TypedResults.Ok(made);
    }

    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> PreviewAsync(
        PantometDb database, SitePreviews previews, string id, long picture, int? width, CancellationToken cancel)
    {
        if (await FindAsync(database, id, picture, cancel) is not { Sha256: { } sha256 })
            return Problems.NotFound("picture", $"{picture}");
        return await previews.ForAsync(sha256, width ?? PreviewMaker.Widths[^1], cancel) is var (path, format)
            ? TypedResults.PhysicalFile(path, format.MediaType())
            : Problems.Gone("The file of the site is no longer there, or is no picture. Check the site again.");
    }

    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> BetterAsync(
        PantometDb database, BetterFiles better, RenderedFileStore rendered, string id, long picture, CancellationToken cancel)
    {
        var row = await FindAsync(database, id, picture, cancel);
        if (row is not { Recipe: not null } || await database.SiteFiles.FindAsync([row.Sha256], cancel) is not { Facts: not null } original)
            return Problems.NotFound("better picture", $"{picture}");
        // Made again where somebody has cleared it away.
        var recipe = (await better.MakeAsync(original, row.NeededPx, cancel)).Recipe;
        if (await database.RenderedFiles.AsNoTracking().SingleOrDefaultAsync(one => one.Recipe == recipe, cancel) is not { } file)
            return Problems.NotFound("better picture", $"{picture}");
        return await rendered.OpenAsync(file, RenderPriority.Live, cancel) is { } onDisk
            ? TypedResults.PhysicalFile(onDisk.Path, file.Format.MediaType())
            : Problems.Gone("The better file was let go of and cannot be made again. Check the site again.");
    }

    private static Task<SitePictureRow?> FindAsync(PantometDb database, string id, long picture, CancellationToken cancel) =>
        database.SitePictures.AsNoTracking().SingleOrDefaultAsync(row => row.CheckId == id && row.Sequence == picture, cancel);
}
