using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Findings;
using Pantomet.Core.Proof.Pages;
using Pantomet.Server.Destinations;
using Pantomet.Server.Hosting;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Proof;

/// <summary>A slot that pictures are made for.</summary>
/// <param name="Slot">Its id.</param>
/// <param name="Pictures">How many have files.</param>
internal sealed record ProofPlace(string Slot, int Pictures);

/// <summary>Where there is something to look at.</summary>
/// <param name="Items">In the order of the destinations.</param>
internal sealed record ProofPlaces(IReadOnlyList<ProofPlace> Items);

/// <summary>A picture that a slot has files of.</summary>
/// <param name="Source">Id of the source.</param>
/// <param name="Stem">Its stem.</param>
internal sealed record ProofPicture(string Source, string Stem);

/// <summary>Pictures of a slot.</summary>
/// <param name="Items">By their stems.</param>
internal sealed record ProofPictures(IReadOnlyList<ProofPicture> Items);

internal static class ProofEndpoints
{
    // More than anybody leafs through.
    private const int MaxPictures = 500;

    // The page is our own, and yet nothing on it may run, be sent, or come from elsewhere.
    private const string PagePolicy =
        "default-src 'none'; img-src 'self' data:; style-src 'unsafe-inline'; font-src 'self'; base-uri 'none'; form-action 'none'; " +
        "frame-ancestors 'self'; sandbox allow-same-origin";

    public static void MapProof(this IEndpointRouteBuilder routes)
    {
        var proof = routes.MapGroup("/api/proof").WithTags("Proof");
        proof.MapGet("", GetAsync).WithName("getProof");
        proof.MapGet("/page", PageAsync).Produces<string>(contentType: "text/html").WithName("getModelPage");
        proof.MapGet("/places", PlacesAsync).WithName("listProofPlaces");
        proof.MapGet("/pictures", PicturesAsync).WithName("listProofPictures");
        routes.MapContrast();
    }

    private static async Task<Results<Ok<ProofAnswer>, ProblemHttpResult>> GetAsync(
        PagePictures pictures, [AsParameters] ProofQuery asked, CancellationToken cancel)
    {
        var (shown, problem) = await OfAsync(pictures, asked, cancel);
        return problem is not null
            ? Problems.Of(problem)
            : TypedResults.Ok(ProofAnswer.Of(
                shown!.Page, shown.Pictures, asked, await pictures.OnPageAsync(shown.Pictures[0], null, cancel)));
    }

    private static async Task<Results<ContentHttpResult, ProblemHttpResult>> PageAsync(
        HttpContext context, PagePictures pictures, [AsParameters] ProofQuery asked, [AsParameters] TrialQuery tried,
        CancellationToken cancel)
    {
        var (shown, problem) = await OfAsync(pictures, asked, cancel);
        if (problem is not null)
            return Problems.Of(problem);
        var (trial, wrong) = tried.On(shown!.Page);
        if (wrong is not null)
            return Problems.Of(wrong);
        context.Response.Headers.ContentSecurityPolicy = PagePolicy;
        context.Response.Headers.CacheControl = "no-store";
        return TypedResults.Text(
            PageDocument.Of([.. shown.Pictures.Select(picture => picture.AsIs())], trial!), "text/html", Encoding.UTF8);
    }

    private static async Task<Outcome<ShownPage>> OfAsync(PagePictures pictures, ProofQuery asked, CancellationToken cancel)
    {
        if (asked.Unfit() is { } unfit)
            return unfit;
        var (made, problem) = await pictures.OfAsync(asked.Source, asked.Slot, cancel);
        if (problem is not null)
            return problem;
        var page = asked.ModelPage ?? PageChoice.For(made!.Place.Destination.Kind, made.AsIs());
        return new ShownPage(page, [made!, .. await pictures.BesideAsync(made!, PageChoice.Pictures(page) - 1, cancel)]);
    }

    private static async Task<Ok<ProofPlaces>> PlacesAsync(
        PantometDb database, DestinationCatalogue catalogue, CancellationToken cancel)
    {
        var made = await MadeIn(database).GroupBy(row => row.SlotId)
            .Select(rows => new { Slot = rows.Key, Pictures = rows.Select(row => row.SourceId).Distinct().Count() })
            .ToDictionaryAsync(row => row.Slot, row => row.Pictures, cancel);
        var slots = (await catalogue.AllAsync(cancel)).SelectMany(destination => destination.Slots);
        return TypedResults.Ok(new ProofPlaces(
            [.. slots.Where(slot => made.ContainsKey(slot.Id)).Select(slot => new ProofPlace(slot.Id, made[slot.Id]))]));
    }

    private static async Task<Results<Ok<ProofPictures>, ProblemHttpResult>> PicturesAsync(
        PantometDb database, DestinationCatalogue catalogue, string slot, CancellationToken cancel)
    {
        if (!(await catalogue.SlotsAsync(cancel)).ContainsKey(slot))
            return Problems.NotFound("slot", slot);
        var made = MadeIn(database).Where(row => row.SlotId == slot).Select(row => row.SourceId);
        var pictures = await database.Sources.Where(row => made.Contains(row.Id)).OrderBy(row => row.Stem).Take(MaxPictures)
            .Select(row => new ProofPicture(row.Id, row.Stem)).ToListAsync(cancel);
        return TypedResults.Ok(new ProofPictures(pictures));
    }

    private static IQueryable<VariantRow> MadeIn(PantometDb database) => database.Variants.AsNoTracking()
        .Where(row => row.State == VariantState.Done)
        .Where(row => database.Sources.Any(source => source.Id == row.SourceId && source.DeletedAt == null));

    private sealed record ShownPage(ModelPage Page, IReadOnlyList<MadePicture> Pictures);
}
