using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Imaging.Treatments;

namespace Pantomet.Imaging.Rendering;

/// <summary>The finished pixels of one variant: cropped, scaled, in the right colours, on its background. Held in memory.</summary>
public static class VariantPixels
{
    /// <summary>Makes the pixels for one format.</summary>
    /// <param name="source">The decoded source.</param>
    /// <param name="recipe">Crop, size, colour, transparency, background.</param>
    /// <param name="format">Decides whether transparency can stay.</param>
    /// <param name="treater">Does what the recipe says beside that; null for the one that all formats of the file share.</param>
    public static Image Make(DecodedSource source, RenderRecipe recipe, PictureFormat format, Treater? treater = null)
    {
        using var cut = source.Cut(recipe.Input.Crop, recipe.Input.Rotation, recipe.Picture);
        if (recipe.Pixels.Colour == ColourPolicy.Keep)
        {
            using var own = source.WithProfile(cut);
            return Finished(own, source, recipe, format, treater);
        }

        using var inMemory = Finished(cut, source, recipe, format, treater);
        // A profile that is kept fits its own number of channels; here none is.
        return Grey.OneChannel(inMemory);
    }

    /// <summary>Finishes what was cut and scaled. Frames of an animation come out alike.</summary>
    /// <param name="cut">Of the variant's picture size.</param>
    /// <param name="source">Where it was cut from.</param>
    /// <param name="recipe">Crop, size, colour, transparency, background, treatments.</param>
    /// <param name="format">Decides whether transparency can stay.</param>
    /// <param name="treater">See <see cref="Make"/>.</param>
    public static Image Finished(Image cut, DecodedSource source, RenderRecipe recipe, PictureFormat format, Treater? treater = null)
    {
        var (wanted, facts) = (recipe.Pixels, source.Facts);
        if (IsFinished(cut, facts, recipe))
            return cut.CopyMemory();
        treater = recipe.Treatments.Count == 0 ? null : treater ?? source.TreaterOf(recipe);
        using var coloured = Coloured(cut, recipe, treater);
        var mayKeepAlpha = wanted.KeepsTransparency && format.HoldsTransparency();
        var keepsAlpha = coloured.HasAlpha() && mayKeepAlpha;
        using var flat = keepsAlpha || !coloured.HasAlpha()
            ? coloured.Copy()
            : coloured.Flatten(background: Background(wanted.Background, coloured, coloured.Bands - 1));
        using var sharp = Sharpener.Sharpened(flat, Reduction(facts, recipe), wanted.Sharpening ?? Sharpening.Off);
        using var padded = Padded(sharp, recipe, keepsAlpha);
        var made = padded.CopyMemory();
        if (treater is null)
            return made;
        // Each treatment looks at the pixels before it changes them: they are made once for all of that.
        using (made)
        {
            using var treated = treater.Treated(made, mayKeepAlpha);
            return treated.CopyMemory();
        }
    }

    private static Image Coloured(Image cut, RenderRecipe recipe, Treater? treater)
    {
        if (recipe.Pixels.Colour == ColourPolicy.Keep)
            return cut.Copy();
        var coloured = ColourConversion.ToSrgb(cut);
        if (treater is null)
            return coloured;
        using (coloured)
            return treater.Grounded(coloured);
    }

    // Most photographs: a copy of every pixel that changes none would take as long as a third of the reduction.
    private static bool IsFinished(Image cut, SourceFacts facts, RenderRecipe recipe) =>
        recipe.Treatments.Count == 0 && recipe.Pixels.Colour == ColourPolicy.Srgb && ColourConversion.IsPlain(cut) &&
        !cut.HasAlpha() && recipe.File == recipe.Picture &&
        !Sharpener.Changes(cut, Reduction(facts, recipe), recipe.Pixels.Sharpening ?? Sharpening.Off);

    private static double Reduction(SourceFacts facts, RenderRecipe recipe) =>
        facts.IsVector ? 1 : Math.Sqrt((double)recipe.Input.Crop.Size.Count / recipe.Picture.Count);

    private static Image Padded(Image image, RenderRecipe recipe, bool keepsAlpha)
    {
        if (recipe.File == recipe.Picture)
            return image.Copy();
        var background = recipe.Pixels.Background;
        using var colourful = NeedsColour(image, background) ? image.Colourspace(Enums.Interpretation.Srgb) : image.Copy();
        var colour = Background(background, colourful, keepsAlpha ? colourful.Bands - 1 : colourful.Bands);
        // Around a transparent picture the padding is transparent too; a coloured frame would show the picture's rectangle.
        double[] fill = keepsAlpha ? [.. colour, 0] : colour;
        var (x, y) = recipe.Offset;
        return colourful.Embed(x, y, recipe.File.Width, recipe.File.Height, extend: Enums.Extend.Background, background: fill);
    }

    private static bool NeedsColour(Image image, SrgbColour? background) =>
        image.Interpretation == Enums.Interpretation.Bw && background is { } colour &&
            (colour.Red != colour.Green || colour.Green != colour.Blue);

    private static double[] Background(SrgbColour? background, Image image, int bands)
    {
        var colour = background!.Value;
        var depth = image.Format == Enums.BandFormat.Ushort ? 257.0 : 1.0;
        // Ink coverage runs the other way: no ink is white.
        return bands switch
        {
            1 => [Luma(colour) * depth],
            3 => [colour.Red * depth, colour.Green * depth, colour.Blue * depth],
            _ => [.. Enumerable.Repeat(0.0, bands)],
        };
    }

    // ITU-R BT.709 weights, as sRGB's primaries have.
    private static double Luma(SrgbColour colour) =>
        Math.Round((0.2126 * colour.Red) + (0.7152 * colour.Green) + (0.0722 * colour.Blue));
}
