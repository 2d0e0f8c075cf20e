using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Measures;
using Pantomet.Imaging.Rendering;
using Pantomet.Rendering;
using Pantomet.Server.Hosting;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Treatments;

/// <summary>Colours that a page can have around a picture.</summary>
internal static class ColourEndpoints
{
    private const int Width = 640;

    public static void MapColours(this IEndpointRouteBuilder routes) =>
        routes.MapGet("/api/sources/{id}/colours", GetAsync).WithTags("Treatments").WithName("getColours");

    private static async Task<Results<Ok<ColoursAnswer>, ProblemHttpResult>> GetAsync(
        string id, string? slot, string? tier, string? page, PantometDb database, PreviewFiles previews, Planning planning,
        PreparedPictures pictures, CancellationToken cancel)
    {
        SrgbColour? ground = null;
        if (page is not null)
        {
            if (!SrgbColour.TryParse(page, out var colour))
                return Problems.Invalid("page", "The page's colour is written #rrggbb.");
            ground = colour;
        }

        if (slot is null)
        {
            var source = await database.Sources.AsNoTracking().SingleOrDefaultAsync(row => row.Id == id && row.DeletedAt == null, cancel);
            return source is null
                ? Problems.NotFound("source", id)
                : TypedResults.Ok(ColoursAnswer.Of(PictureColours.Of((await previews.ForAsync(source, Width, cancel)).Path, ground)));
        }

        var (pairing, missing) = await planning.PairingAsync(id, slot, cancel);
        if (missing is not null)
            return Problems.Of(missing);
        var (recipe, none) = TrialRecipe.Of(pairing!, tier, Width);
        if (none is not null)
            return Problems.Of(none);
        return TypedResults.Ok(await pictures.WithSourceAsync(
            recipe!, source =>
            {
                using var pixels = VariantPixels.Make(source, recipe!, recipe!.Request.Format);
                return ColoursAnswer.Of(PictureColours.Of(pixels, ground));
            },
            cancel));
    }
}
