using NetVips;
using Pantomet.Core.Weight.Scoring;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Scoring;

/// <summary>Scores a file against the pixels that it was made from.</summary>
public static class PictureScore
{
    /// <summary>Decodes the file and compares.</summary>
    /// <param name="before">The pixels before encoding; any colours and depth.</param>
    /// <param name="file">The encoded file, of the same size.</param>
    /// <exception cref="VipsException">The file cannot be decoded.</exception>
    public static VisualScore Of(Image before, byte[] file)
    {
        using var after = Image.NewFromBuffer(file);
        return VisualScore.Of(Planes(before), Planes(after));
    }

    /// <summary>The planes that are compared: in sRGB, transparent parts on grey, so that neither light nor dark edges vanish.</summary>
    /// <param name="image">Any picture.</param>
    public static ColourPlanes Planes(Image image)
    {
        if (image is { Bands: 1 or 3, Format: Enums.BandFormat.Uchar, Interpretation: Enums.Interpretation.Srgb or Enums.Interpretation.Bw } && !image.Contains("icc-profile-data"))
            return ColourPlanes.Of(image.Width, image.Height, image.WriteToMemory<byte>());
        using var srgb = ColourConversion.ToSrgb(image);
        using var opaque = srgb.HasAlpha() ? srgb.Flatten([128.0]) : srgb.Copy();
        using var bytes = opaque.Cast(Enums.BandFormat.Uchar);
        return ColourPlanes.Of(bytes.Width, bytes.Height, bytes.WriteToMemory<byte>());
    }
}
