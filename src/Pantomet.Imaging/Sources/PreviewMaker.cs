using NetVips;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Sources;

/// <summary>A small upright sRGB copy for the screen.</summary>
/// <param name="File">Its bytes.</param>
/// <param name="Format">JPEG, or WebP where there is transparency.</param>
public sealed record Preview(byte[] File, PictureFormat Format);

/// <summary>Makes previews in a few fixed widths, so that they can be kept.</summary>
public static class PreviewMaker
{
    private const int PreviewQuality = 82;

    // Somebody judges sharpness on it.
    private const int DetailQuality = 92;

    /// <summary>The widths that are made, the largest first. A source that is smaller keeps its own width in all of them.</summary>
    public static IReadOnlyList<int> Widths { get; } = [1920, 640];

    /// <summary>The smallest width kept that serves a wanted one.</summary>
    /// <param name="wanted">Pixels across; anything is allowed.</param>
    public static int WidthFor(int wanted) => Widths.LastOrDefault(width => width >= wanted, Widths[0]);

    /// <summary>A preview with every pixel of the source, for looking at details.</summary>
    /// <param name="file">Not a vector picture, which has no pixels of its own.</param>
    /// <exception cref="VipsException">The file is damaged.</exception>
    public static Preview Whole(SourceFile file)
    {
        using var image = file.Load();
        using var srgb = ColourConversion.ToSrgb(image);
        using var memory = srgb.CopyMemory();
        using var upright = memory.Autorot();
        return Encoded(upright, DetailQuality);
    }

    /// <summary>
    /// Scales a whole source down to at most a width, upright, in 8-bit sRGB, in memory. Streams: the full picture is never held.
    /// </summary>
    /// <param name="file">Where the image comes from; vector pictures are drawn again at the size.</param>
    /// <param name="image">As loaded.</param>
    /// <param name="width">Pixels across.</param>
    /// <exception cref="VipsException">The file is damaged.</exception>
    public static Image Reduce(SourceFile file, Image image, int width)
    {
        var upright = SourceFile.UprightSize(image);
        // Previews of tall pictures are bounded by their height too, so that none is many times larger than its neighbours.
        var scale = Math.Min(1.0 * width / upright.Width, 1.5 * width / upright.Height);
        if (file.Format == PictureFormat.Svg)
        {
            using var drawn = file.Load(scale);
            return drawn.CopyMemory();
        }

        using var reduced = PixelScaling.Scaled(image, Math.Min(scale, 1));
        using var srgb = ColourConversion.ToSrgb(reduced);
        using var memory = srgb.CopyMemory();
        using var turned = memory.Autorot();
        return turned.CopyMemory();
    }

    /// <summary>Encodes the previews of every width.</summary>
    /// <param name="largest">As <see cref="Reduce"/> made it for the largest width.</param>
    public static IReadOnlyDictionary<int, Preview> Save(Image largest) =>
        Widths.ToDictionary(width => width, width =>
        {
            using var scaled = PixelScaling.Scaled(largest, Math.Min(1, 1.0 * width / Widths[0]));
            return Encoded(scaled, PreviewQuality);
        });

    private static Preview Encoded(Image image, int quality) => image.HasAlpha()
        ? new Preview(image.WebpsaveBuffer(q: quality, effort: 1, keep: Enums.ForeignKeep.None), PictureFormat.WebP)
        : new Preview(image.JpegsaveBuffer(q: quality, keep: Enums.ForeignKeep.None), PictureFormat.Jpeg);
}
