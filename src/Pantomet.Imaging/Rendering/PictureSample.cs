using NetVips;

namespace Pantomet.Imaging.Rendering;

/// <summary>The colours of a part of a rendered file.</summary>
public static class PictureSample
{
    // Every detail that is wider than a hair of a letter, and no more work than that.
    private const int MostAcross = 600;

    /// <summary>Reads them.</summary>
    /// <param name="path">A file of any format that is rendered.</param>
    /// <param name="x">Left edge, as a fraction of the picture's width.</param>
    /// <param name="y">Top edge, as a fraction of the picture's height.</param>
    /// <param name="width">As a fraction of the picture's width, above 0.</param>
    /// <param name="height">As a fraction of the picture's height, above 0.</param>
    /// <returns>Red, green, blue in sRGB of each pixel, row by row, what is transparent laid on white; null where the file is gone or
    /// damaged.</returns>
    public static byte[]? TryRead(string path, double x, double y, double width, double height)
    {
        try
        {
            using var scaled = Image.Thumbnail(path, MostAcross, height: 10 * MostAcross, size: Enums.Size.Down);
            using var srgb = ColourConversion.ToSrgb(scaled);
            using var colours = srgb.Bands < 3 ? srgb.Colourspace(Enums.Interpretation.Srgb) : srgb.Copy();
            using var flat = colours.HasAlpha() ? colours.Flatten(background: [255, 255, 255]) : colours.Copy();
            var (left, top) = ((int)Math.Min(x * flat.Width, flat.Width - 1), (int)Math.Min(y * flat.Height, flat.Height - 1));
            using var part = flat.Crop(
                left, top, Math.Clamp((int)(width * flat.Width), 1, flat.Width - left),
                Math.Clamp((int)(height * flat.Height), 1, flat.Height - top));
            return part.WriteToMemory<byte>();
        }
        catch (VipsException)
        {
            return null;
        }
    }
}
