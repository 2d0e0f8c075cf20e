using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>What would let a text be read where toning the picture within its bounds does not.</summary>
/// <param name="Contrast">What it would have then.</param>
public abstract record ToneRemedy(double Contrast)
{
    /// <summary>The text in another colour.</summary>
    /// <param name="Text">White, or the darkest.</param>
    /// <param name="Contrast">What it would have then.</param>
    public sealed record OtherText(SrgbColour Text, double Contrast) : ToneRemedy(Contrast);

    /// <summary>The text in another place.</summary>
    /// <param name="Anchor">Roughly where.</param>
    /// <param name="Part">Where exactly; of the same size.</param>
    /// <param name="Contrast">What it would have then.</param>
    public sealed record OtherPlace(Anchor Anchor, PicturePart Part, double Contrast) : ToneRemedy(Contrast);

    /// <summary>A stronger overlay than may be laid without asking.</summary>
    /// <param name="Colour">White or black.</param>
    /// <param name="Opacity">Per cent.</param>
    /// <param name="Contrast">What it would have then.</param>
    public sealed record Overlay(SrgbColour Colour, int Opacity, double Contrast) : ToneRemedy(Contrast);
}

/// <summary>Tries what would let a text be read.</summary>
public static class ToneRemedies
{
    private static readonly SrgbColour Black = new(0, 0, 0);

    /// <summary>Those that reach what is demanded, computed.</summary>
    /// <param name="ground">The pixels of a part of the picture.</param>
    /// <param name="tone">What is wanted and not reached.</param>
    public static IReadOnlyList<ToneRemedy> Of(Func<PicturePart, ToneGround> ground, Tone tone) =>
        [.. new ToneRemedy?[] { Place(ground, tone), Text(ground, tone), Stronger(ground, tone) }.OfType<ToneRemedy>()];

    private static ToneRemedy.OtherPlace? Place(Func<PicturePart, ToneGround> ground, Tone tone)
    {
        var (width, height) = (tone.Under.Width, tone.Under.Height);
        // Where it takes nearly all of the picture no other place is another.
        if (width > 0.9 && height > 0.9)
            return null;
        return Enum.GetValues<Anchor>().Select(anchor =>
            {
                var (left, above) = Anchors.Of(anchor);
                var part = new PicturePart((1 - width) * left, (1 - height) * above, width, height);
                var found = Told(ground(part), tone.Demand);
                return (Found: found, Remedy: new ToneRemedy.OtherPlace(anchor, part, found.Contrasts!.Then));
            })
            .Where(one => one.Found.IsReached).OrderByDescending(one => one.Found.Contrasts!.Without).Select(one => one.Remedy)
            .FirstOrDefault();
    }

    private static ToneRemedy.OtherText? Text(Func<PicturePart, ToneGround> ground, Tone tone) =>
        new[] { Black, SrgbColour.White }
            .Select(text => (Text: text, Found: Told(ground(tone.Under), tone.Demand with { Text = text })))
            .Where(one => one.Text != tone.Demand.Text && one.Found.IsReached).OrderByDescending(one => one.Found.Contrasts!.Without)
            .Select(one => new ToneRemedy.OtherText(one.Text, one.Found.Contrasts!.Then)).FirstOrDefault();

    private static ToneRemedy.Overlay? Stronger(Func<PicturePart, ToneGround> ground, Tone tone)
    {
        var found = Told(ground(tone.Under), tone.Demand with { Means = ToneMeans.Overlay, MaxOpacity = 100 });
        return found.IsReached ? new ToneRemedy.Overlay(found.Change.Overlay, found.Change.Opacity, found.Contrasts!.Then) : null;
    }

    private static ToneFound Told(ToneGround ground, ToneDemand demand) =>
        ToneRule.Told(ToneRule.Least(ground, demand), ground, demand);
}
