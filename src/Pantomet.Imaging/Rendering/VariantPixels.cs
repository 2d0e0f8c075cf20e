using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;

namespace Pantomet.Imaging.Rendering;

/// <summary>The finished pixels of one variant: cropped, scaled, in the right colours, on its background. Held in memory.</summary>
public static class VariantPixels
{
    /// <summary>Makes the pixels for one format.</summary>
    /// <param name="source">The decoded source.</param>
    /// <param name="variant">Crop and size.</param>
    /// <param name="slot">Colour, transparency, background.</param>
    /// <param name="format">Decides whether transparency can stay.</param>
    public static Image Make(DecodedSource source, PlannedVariant variant, Slot slot, PictureFormat format)
    {
        using var cut = source.Cut(variant.Crop, variant.Turn, variant.Size.Picture);
        if (slot.Colour == ColourPolicy.Keep)
        {
            using var own = source.WithProfile(cut);
            return Finished(own, source.Facts, variant, slot, format);
        }

        using var inMemory = Finished(cut, source.Facts, variant, slot, format);
        // A profile that is kept fits its own number of channels; here none is.
        return Grey.OneChannel(inMemory);
    }

    /// <summary>Finishes what was cut and scaled. Frames of an animation come out alike.</summary>
    /// <param name="cut">Of the variant's picture size.</param>
    /// <param name="facts">Of the source.</param>
    /// <param name="variant">Crop and size.</param>
    /// <param name="slot">Colour, transparency, background.</param>
    /// <param name="format">Decides whether transparency can stay.</param>
    public static Image Finished(Image cut, SourceFacts facts, PlannedVariant variant, Slot slot, PictureFormat format)
    {
        if (IsFinished(cut, facts, variant, slot))
            return cut.CopyMemory();
        using var coloured = slot.Colour == ColourPolicy.Srgb ? ColourConversion.ToSrgb(cut) : cut.Copy();
        var keepsAlpha = coloured.HasAlpha() && slot.KeepsTransparency && format.HoldsTransparency();
        using var flat = keepsAlpha || !coloured.HasAlpha()
            ? coloured.Copy()
            : coloured.Flatten(background: Background(slot.Background, coloured, coloured.Bands - 1));
        using var sharp = Sharpener.Sharpened(flat, facts.IsVector ? 1 : Reduction(variant), slot.Sharpening);
        using var padded = Padded(sharp, variant, slot, keepsAlpha);
        return padded.CopyMemory();
    }

    // Most photographs: a copy of every pixel that changes none would take as long as a third of the reduction.
    private static bool IsFinished(Image cut, SourceFacts facts, PlannedVariant variant, Slot slot) =>
        slot.Colour == ColourPolicy.Srgb && ColourConversion.IsPlain(cut) && !cut.HasAlpha() && variant.Size.File == variant.Size.Picture &&
        !Sharpener.Changes(cut, facts.IsVector ? 1 : Reduction(variant), slot.Sharpening);

    private static double Reduction(PlannedVariant variant) => Math.Sqrt((double)variant.Crop.Size.Count / variant.Size.Picture.Count);

    private static Image Padded(Image image, PlannedVariant variant, Slot slot, bool keepsAlpha)
    {
        var size = variant.Size;
        if (size.File == size.Picture)
            return image.Copy();
        using var colourful = NeedsColour(image, slot.Background) ? image.Colourspace(Enums.Interpretation.Srgb) : image.Copy();
        var colour = Background(slot.Background, colourful, keepsAlpha ? colourful.Bands - 1 : colourful.Bands);
        // Around a transparent picture the padding is transparent too; a coloured frame would show the picture's rectangle.
        double[] fill = keepsAlpha ? [.. colour, 0] : colour;
        var (x, y) = size.Offset;
        return colourful.Embed(x, y, size.File.Width, size.File.Height, extend: Enums.Extend.Background, background: fill);
    }

    private static bool NeedsColour(Image image, BackgroundColour colour) =>
        image.Interpretation == Enums.Interpretation.Bw && (colour.Red != colour.Green || colour.Green != colour.Blue);

    private static double[] Background(BackgroundColour colour, Image image, int bands)
    {
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
    private static double Luma(BackgroundColour colour) =>
        Math.Round((0.2126 * colour.Red) + (0.7152 * colour.Green) + (0.0722 * colour.Blue));
}
