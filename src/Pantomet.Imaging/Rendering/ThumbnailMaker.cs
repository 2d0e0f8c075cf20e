using NetVips;

namespace Pantomet.Imaging.Rendering;

/// <summary>Makes pictures of rendered files that are small enough for a row of a list.</summary>
public static class ThumbnailMaker
{
    private const int MaxWidth = 160;
    private const int MaxHeight = 120;
    private const int Quality = 80;

    /// <summary>Scales a file into 160 × 120 px, in sRGB; one that is smaller keeps its size. The first frame of what moves.</summary>
    /// <param name="path">A file of any format that is rendered.</param>
    /// <returns>A WebP file, which keeps what is transparent; null where the file is gone or damaged.</returns>
    public static byte[]? TryMake(string path)
    {
        try
        {
            using var small = Image.Thumbnail(path, MaxWidth, height: MaxHeight, size: Enums.Size.Down);
            using var srgb = ColourConversion.ToSrgb(small);
            return srgb.WebpsaveBuffer(q: Quality, effort: 1, keep: Enums.ForeignKeep.None);
        }
        catch (VipsException)
        {
            return null;
        }
    }
}
