using NetVips;
using Pantomet.Core.Kernels.Similarity;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Scoring;

/// <summary>Scores a file against the pixels that it was made from.</summary>
public static class PictureScore
{
    /// <summary>Decodes the file and compares.</summary>
    /// <param name="before">The pixels before encoding, in memory; any colours and depth.</param>
    /// <param name="file">The encoded file, of the same size.</param>
    /// <param name="fineness">Photographs are looked at from half size on.</param>
    /// <exception cref="VipsException">The file cannot be decoded.</exception>
    public static VisualScore Of(Image before, byte[] file, Fineness fineness)
    {
        using var scored = new ScoredPicture(before, fineness);
        return scored.Of(file);
    }

    /// <summary>The planes that are compared, in sRGB.</summary>
    /// <param name="image">Any picture.</param>
    /// <param name="fineness">Photographs are looked at from half size on.</param>
    /// <param name="ground">What lies under transparent parts; null is grey.</param>
    public static ColourPlanes Planes(Image image, Fineness fineness, double[]? ground = null)
    {
        if (IsPlain(image))
            return Split(image, fineness);
        using var srgb = ColourConversion.ToSrgb(image);
        using var opaque = srgb.HasAlpha() ? srgb.Flatten(ground ?? [128]) : srgb.Copy();
        using var bytes = opaque.Cast(Enums.BandFormat.Uchar);
        return Split(bytes, fineness);
    }

    private static bool IsPlain(Image image) => image.Bands is 1 or 3 && ColourConversion.IsPlain(image);

    private static ColourPlanes Split(Image image, Fineness fineness)
    {
        using var pixels = new HeldPixels(image);
        return ColourPlanes.Of(image.Width, image.Height, pixels.Bytes, fineness);
    }
}
