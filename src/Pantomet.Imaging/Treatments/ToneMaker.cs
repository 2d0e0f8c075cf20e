using NetVips;
using Pantomet.Core.Treatments;

namespace Pantomet.Imaging.Treatments;

/// <summary>Tones pictures of one size: the change is found on the first of them, and is the same for all.</summary>
/// <remarks>So the frames of an animation do not flicker, and every format of a file shows the same.</remarks>
/// <param name="tone">What is wanted.</param>
/// <param name="tells">Whether somebody asks how large the contrast is.</param>
internal sealed class ToneMaker(Tone tone, bool tells)
{
    private readonly Lock finding = new();
    private ToneFound? found;

    /// <summary>What was found on the first picture; null before there was one.</summary>
    public ToneFound? Found => found;

    /// <summary>The picture, toned.</summary>
    /// <param name="picture">sRGB or grey, 8 bits; transparency stays.</param>
    public Image Apply(Image picture)
    {
        using var plain = PlainColours.Of(picture);
        var pixels = plain.Colour.WriteToMemory<byte>();
        ToneFound now;
        lock (finding)
            now = found ??= Find(plain, pixels);
        if (now.Change == ToneChange.None)
            return picture.Copy();
        if (now.Change.Blur > 0)
        {
            using var blurred = TextGround.Blurred(plain.Colour, now.Change.Blur);
            pixels = blurred.WriteToMemory<byte>();
        }

        now.Change.Apply(pixels);
        using var toned = Image.NewFromMemory(
            pixels, plain.Colour.Width, plain.Colour.Height, plain.Colour.Bands, Enums.BandFormat.Uchar);
        using var srgb = toned.Copy(interpretation: Enums.Interpretation.Srgb);
        return plain.With(srgb);
    }

    // Beneath a text that takes all of it the ground is the picture itself.
    private ToneFound Find(PlainColours picture, byte[] pixels)
    {
        var ground = TextGround.Of(picture, tone.Under, pixels);
        var now = tone.ByHand is { } byHand ? ToneRule.Of(ground, tone.Demand, byHand) : ToneRule.Least(ground, tone.Demand);
        if (tells)
            now = ToneRule.Told(now, ground, tone.Demand);
        return now.IsReached ? now : now with { Remedies = ToneRemedies.Of(part => TextGround.Of(picture, part), tone) };
    }
}
