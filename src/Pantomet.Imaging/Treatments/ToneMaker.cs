using NetVips;
using Pantomet.Core.Treatments;

namespace Pantomet.Imaging.Treatments;

/// <summary>Tones pictures of one size: the change is found on the first of them, and is the same for all.</summary>
/// <remarks>So the frames of an animation do not flicker, and every format of a file shows the same.</remarks>
/// <param name="tone">What is wanted.</param>
internal sealed class ToneMaker(Tone tone)
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
        ToneFound now;
        lock (finding)
            now = found ??= Find(plain);
        if (now.Change == ToneChange.None)
            return picture.Copy();
        using var blurred = TextGround.Blurred(plain.Colour, now.Change.Blur);
        var pixels = blurred.WriteToMemory<byte>();
        now.Change.Apply(pixels);
        using var toned = Image.NewFromMemory(pixels, blurred.Width, blurred.Height, blurred.Bands, Enums.BandFormat.Uchar);
        using var srgb = toned.Copy(interpretation: Enums.Interpretation.Srgb);
        return plain.With(srgb);
    }

    private ToneFound Find(PlainColours picture)
    {
        var ground = TextGround.Of(picture, tone.Under);
        var now = tone.ByHand is { } byHand ? ToneRule.Of(ground, tone.Demand, byHand) : ToneRule.Least(ground, tone.Demand);
        return now.IsReached ? now : now with { Remedies = ToneRemedies.Of(part => TextGround.Of(picture, part), tone) };
    }
}
