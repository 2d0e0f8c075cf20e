using BitFaster.Caching.Lru;
using NetVips;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Treatments;

/// <summary>Draws marks: other sources, as large as go into a box. The last few are remembered.</summary>
/// <param name="find">Says how a source is decoded, by its SHA-256; throws <see cref="UnreadableException"/> where it is gone. Asked each
/// time, so that what is remembered does not outlive its source.</param>
public sealed class DrawnMarks(Func<string, Func<DecodedSource>> find)
{
    private const int MaxKept = 32;

    // More is no mark but a photograph, and would be decoded beside every picture.
    private const long MaxPixels = 50_000_000;

    private readonly ConcurrentLru<(string Sha256, PixelSize Box), (byte[] Pixels, int Width, int Height)> known = new(MaxKept);

    /// <summary>Draws one.</summary>
    /// <param name="sha256">Of the source.</param>
    /// <param name="box">It is no larger; one without enough pixels stays as small as it is.</param>
    /// <returns>sRGB with transparency, 8 bits, in memory.</returns>
    /// <exception cref="UnreadableException">It is gone, or too large.</exception>
    public Image Draw(string sha256, PixelSize box)
    {
        var open = find(sha256);
        var (pixels, width, height) = known.GetOrAdd((sha256, box), _ => Drawn(open, box));
        using var image = Image.NewFromMemory(pixels, width, height, 4, Enums.BandFormat.Uchar);
        return image.Copy(interpretation: Enums.Interpretation.Srgb);
    }

    private static (byte[] Pixels, int Width, int Height) Drawn(Func<DecodedSource> open, PixelSize box)
    {
        using var source = open();
        var whole = source.Facts.Size;
        if (whole.Count > MaxPixels)
        {
            throw new UnreadableException(
                "mark-too-large", $"The mark has {whole.Count / 1_000_000} megapixels; at most {MaxPixels / 1_000_000} can be set on " +
                "others. Add a smaller file of it, or an SVG, and choose that.");
        }

        var scale = Math.Min((double)box.Width / whole.Width, (double)box.Height / whole.Height);
        if (!source.Facts.IsVector)
            scale = Math.Min(1, scale);
        var size = new PixelSize(Fitted(whole.Width * scale, box.Width), Fitted(whole.Height * scale, box.Height));
        using var cut = source.Cut(whole.Whole, Rotation.None, size);
        using var coloured = ColourConversion.ToSrgb(cut);
        using var plain = PlainColours.Of(coloured);
        using var solid = plain.Alpha is { } alpha ? plain.Colour.Bandjoin(alpha) : plain.Colour.Bandjoin(255);
        using var bytes = solid.Cast(Enums.BandFormat.Uchar);
        return (bytes.WriteToMemory<byte>(), bytes.Width, bytes.Height);
    }

    private static int Fitted(double side, int most) => Math.Clamp((int)Math.Round(side), 1, most);
}
