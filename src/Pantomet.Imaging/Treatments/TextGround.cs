using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

namespace Pantomet.Imaging.Treatments;

/// <summary>The pixels of a picture beneath a text.</summary>
internal static class TextGround
{
    private const int ThousandthsOf = 1000;

    /// <summary>Those of a part.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="part">Where the text stands.</param>
    /// <param name="pixels">Red, green, blue of each of its pixels, where somebody has them.</param>
    public static ToneGround Of(PlainColours picture, PicturePart part, byte[]? pixels = null)
    {
        var whole = new PixelSize(picture.Colour.Width, picture.Colour.Height);
        var at = part.In(whole);
        return new ToneGround(blur =>
        {
            if (pixels is not null && blur == 0 && at == whole.Whole && picture.Alpha is null)
                return pixels;
            using var blurred = Blurred(picture.Colour, blur);
            var colours = Cut(blurred, at);
            return picture.Alpha is { } alpha ? Seen(colours, Cut(alpha, at)) : colours;
        });
    }

    /// <summary>A picture, blurred.</summary>
    /// <param name="colours">Red, green, blue.</param>
    /// <param name="thousandths">Standard deviation, of the shorter side.</param>
    public static Image Blurred(Image colours, int thousandths)
    {
        var deviation = (double)thousandths / ThousandthsOf * Math.Min(colours.Width, colours.Height);
        // Less is no blur at all.
        return deviation < 0.2 ? colours.Copy() : colours.Gaussblur(deviation);
    }

    private static byte[] Cut(Image image, PixelRect at)
    {
        using var cut = image.Crop(at.X, at.Y, at.Width, at.Height);
        return cut.WriteToMemory<byte>();
    }

    // Where the picture is transparent the text stands on the page, and no tone changes that; unless it is so everywhere.
    private static byte[] Seen(byte[] colours, byte[] alpha)
    {
        var seen = new List<byte>(colours.Length);
        for (var at = 0; at < alpha.Length; at++)
        {
            if (alpha[at] >= 128)
                seen.AddRange(colours.AsSpan(3 * at, 3));
        }

        return seen.Count == 0 ? colours : [.. seen];
    }
}
