using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

namespace Pantomet.Imaging.Treatments;

/// <summary>Tones pictures of one size: the change is found on the first of them, and is the same for all.</summary>
/// <remarks>So the frames of an animation do not flicker, and every format of a file shows the same.</remarks>
/// <param name="tone">What is wanted.</param>
internal sealed class ToneMaker(Tone tone)
{
    private const int ThousandthsOf = 1000;
    private readonly Lock finding = new();
    private ToneFound? found;

    /// <summary>What was found on the first picture; null before there was one.</summary>
    public ToneFound? Found => found;

    /// <summary>The picture, toned.</summary>
    /// <param name="picture">sRGB or grey, 8 bits; transparency stays.</param>
    public Image Apply(Image picture)
    {
        using var plain = PlainColours.Of(picture);
        ToneFound now;
        lock (finding)
            now = found ??= Find(plain);
        if (now.Change == ToneChange.None)
            return picture.Copy();
        using var blurred = Blurred(plain.Colour, now.Change.Blur);
        var pixels = blurred.WriteToMemory<byte>();
        now.Change.Apply(pixels);
        using var toned = Image.NewFromMemory(pixels, blurred.Width, blurred.Height, blurred.Bands, Enums.BandFormat.Uchar);
        using var srgb = toned.Copy(interpretation: Enums.Interpretation.Srgb);
        return plain.With(srgb);
    }

    private ToneFound Find(PlainColours picture)
    {
        var ground = GroundOf(picture, tone.Under);
        var now = tone.ByHand is { } byHand ? ToneRule.Of(ground, tone.Demand, byHand) : ToneRule.Least(ground, tone.Demand);
        return now.IsReached ? now : now with { Remedies = ToneRemedies.Of(part => GroundOf(picture, part), tone) };
    }

    private static ToneGround GroundOf(PlainColours picture, PicturePart part)
    {
        var at = part.In(new PixelSize(picture.Colour.Width, picture.Colour.Height));
        return new ToneGround(blur =>
        {
            using var blurred = Blurred(picture.Colour, blur);
            var colours = Cut(blurred, at);
            return picture.Alpha is { } alpha ? Seen(colours, Cut(alpha, at)) : colours;
        });
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

    private static Image Blurred(Image colours, int thousandths)
    {
        var deviation = (double)thousandths / ThousandthsOf * Math.Min(colours.Width, colours.Height);
        // Less is no blur at all.
        return deviation < 0.2 ? colours.Copy() : colours.Gaussblur(deviation);
    }
}
