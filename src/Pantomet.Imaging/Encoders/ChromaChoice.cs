using System.Runtime.CompilerServices;
using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Encoders;

/// <summary>Decides whether colour keeps its full resolution.</summary>
public static class ChromaChoice
{
    // At this quality somebody asked for the best: halved chroma would be the first thing to show.
    private const int WholeFrom = 90;

    // Colour that halving would move by as much as this is seen at an edge. At equal bytes butteraugli preferred whole chroma on nearly
    // every demo photograph with more such places than this share; of those with fewer it was of two minds (docs/decisions/encoders.md).
    private const int Seen = 24;
    private const double SeenShare = 0.009;

    /// <summary>
    /// Whole for graphics, whose edges are colour edges, for photographs with as many of them, and at the highest qualities.
    /// </summary>
    /// <param name="image">Finished pixels, in memory.</param>
    /// <param name="kind">What the picture is.</param>
    /// <param name="quality">The range that is asked for, on JPEG's scale; null where none is.</param>
    public static bool IsWhole(Image image, ContentKind kind, QualityRange? quality) =>
        kind == ContentKind.Graphic || quality?.Min >= WholeFrom || EdgeShare(image) > SeenShare;

    /// <summary>Share of fours of pixels of which halving would move a colour so far that it is seen, 0 to 1.</summary>
    /// <param name="image">Finished pixels, in memory.</param>
    public static double EdgeShare(Image image)
    {
        if (image.Bands < 3 || image.Format != Enums.BandFormat.Uchar || image.Width < 2 || image.Height < 2)
            return 0;
        using var pixels = new HeldPixels(image);
        return EdgeShare(pixels.Bytes, image.Width, image.Height, image.Bands);
    }

    private static double EdgeShare(ReadOnlySpan<byte> pixels, int width, int height, int bands)
    {
        var seen = 0;
        for (var y = 0; y + 1 < height; y += 2)
        {
            // Without bounds checks, which would take as long as the rest.
            ref var first = ref Unsafe.AsRef(in pixels[y * width * bands]);
            ref var second = ref Unsafe.Add(ref first, width * bands);
            for (var x = 0; x + 1 < width; x += 2)
            {
                // Red less green and blue less green stand for the two colour differences.
                if (Moves(ref first, ref second, bands, 0) || Moves(ref first, ref second, bands, 2))
                    seen++;
                first = ref Unsafe.Add(ref first, 2 * bands);
                second = ref Unsafe.Add(ref second, 2 * bands);
            }
        }

        return (double)seen / (width / 2 * (height / 2));
    }

    private static bool Moves(ref byte first, ref byte second, int bands, int channel)
    {
        int Difference(ref byte pixel) => Unsafe.Add(ref pixel, channel) - Unsafe.Add(ref pixel, 1);
        var (a, b) = (Difference(ref first), Difference(ref Unsafe.Add(ref first, bands)));
        var (c, d) = (Difference(ref second), Difference(ref Unsafe.Add(ref second, bands)));
        var (least, most) = (Math.Min(Math.Min(a, b), Math.Min(c, d)), Math.Max(Math.Max(a, b), Math.Max(c, d)));
        // Most fours are of one colour.
        if (most - least <= Seen)
            return false;
        var mean = (a + b + c + d) / 4;
        return most - mean > Seen || mean - least > Seen;
    }
}
