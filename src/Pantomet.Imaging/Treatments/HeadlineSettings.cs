using BitFaster.Caching.Lru;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Treatments;
using Pantomet.Imaging.Lettering;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Treatments;

/// <summary>How headlines stand on the crops of one source; the last few are remembered.</summary>
internal sealed class HeadlineSettings
{
    private const int MaxKept = 24;

    // Ten pixels for a cell of the grid: enough to see whether it is calm, and which colours there are.
    private const int Side = 240;

    private readonly ConcurrentLru<Key, HeadlineLook> looks = new(MaxKept);
    private readonly ConcurrentLru<(Key Look, string Headline), HeadlineSetting> known = new(MaxKept);

    /// <summary>The one for a recipe.</summary>
    /// <param name="source">The picture.</param>
    /// <param name="recipe">Has a headline.</param>
    public HeadlineSetting Of(DecodedSource source, RenderRecipe recipe)
    {
        var look = LookOf(recipe);
        var headline = recipe.Treatments.OfType<Headline>().Single();
        // Asked each time, so that what is remembered does not outlive its font.
        var typeface = Typeface.Of(headline.Style.Font, source.FindFont);
        var key = new Key(
            look.Input.Crop, look.Input.Rotation, look.File, look.Picture, look.Pixels, RecipeNotation.Write(look.Treatments),
            string.Join(' ', headline.Avoid));
        return known.GetOrAdd((key, RecipeNotation.Write([headline])), _ => HeadlineSetting.Of(
            headline, typeface, looks.GetOrAdd(key, _ => LookAt(source, look, headline.Avoid)), RatioOf(look)));
    }

    private static HeadlineLook LookAt(DecodedSource source, RenderRecipe look, IReadOnlyList<PicturePart> avoid)
    {
        using var made = VariantPixels.Make(source, look, PictureFormat.Jpeg);
        using var plain = PlainColours.Of(made);
        return new HeadlineLook(look.File, plain.Colour.WriteToMemory<byte>(), avoid);
    }

    // Small, and of the crop's own proportions where nothing is padded, so that every size of a crop sees the same.
    private static RenderRecipe LookOf(RenderRecipe recipe)
    {
        var isPadded = recipe.File != recipe.Picture;
        var whole = isPadded ? recipe.File : TurnedCrop(recipe);
        var scale = Math.Min(1, (double)Side / whole.LongestSide);
        var file = whole.Times(scale);
        return recipe with
        {
            File = file,
            Picture = isPadded ? recipe.Picture.Times(scale) : file,
            Treatments = [.. recipe.Treatments.OfType<Tone>()],
            Pixels = recipe.Pixels with
            {
                Background = recipe.Pixels.Background ?? SrgbColour.White,
                Sharpening = null,
                IsAnimated = false,
            },
        };
    }

    private static double RatioOf(RenderRecipe look)
    {
        var whole = look.File != look.Picture ? look.File : TurnedCrop(look);
        return (double)whole.Width / whole.Height;
    }

    private static PixelSize TurnedCrop(RenderRecipe recipe) =>
        recipe.Input.Rotation.QuarterTurns % 2 == 0 ? recipe.Input.Crop.Size : recipe.Input.Crop.Size.Turned;

    private sealed record Key(
        PixelRect Crop, Rotation Turn, PixelSize File, PixelSize Picture, PixelRequest Pixels, string Tone, string Avoid);
}
