using Pantomet.Core.Kernels.Colour;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>A colour for a text on a picture.</summary>
/// <param name="Colour">The colour.</param>
/// <param name="Contrast">Over the worst hundredth of the pixels beneath.</param>
public sealed record TextColour(SrgbColour Colour, double Contrast);

/// <summary>Colours of a picture in which text on it can be read.</summary>
public static class TextColours
{
    // L*; beyond, nobody would say what colour it was. Common practice, no source.
    private const double Darkest = 12;
    private const double Lightest = 97;

    // Of less chroma nobody would say that it is a colour. Common practice, no source.
    private const double Grey = 15;

    // Of 255, in the one of red, green and blue that differs most: less is hardly another colour.
    private const int Apart = 28;

    /// <summary>What is meant by dark text. Common practice, no source: few pages write in pure black.</summary>
    public static SrgbColour Dark { get; } = new(0x22, 0x22, 0x22);

    /// <summary>Those that reach a contrast, in the order in which they were given; then the same as little darker or lighter as it takes
    /// to reach it, from the last to the first, greys behind the others; then a dark and a light one where they do. None that is hardly
    /// another than one before it.</summary>
    /// <param name="ground">The pixels beneath the text.</param>
    /// <param name="colours">Of the picture: of its subject, then of what lies behind it.</param>
    /// <param name="contrast">That is wanted.</param>
    public static IReadOnlyList<TextColour> Of(ToneGround ground, IReadOnlyList<SrgbColour> colours, double contrast)
    {
        var offered = new List<TextColour>();
        var asTheyAre = colours.Select(colour => Told(ground, colour)).ToList();
        foreach (var one in asTheyAre.Where(one => one.Contrast >= contrast)
            .Concat(asTheyAre.Where(one => one.Contrast < contrast).Reverse().OrderBy(one => LabColour.Of(one.Colour).Chroma < Grey)
                .Select(one => Shade(ground, one.Colour, contrast)).OfType<TextColour>())
            .Concat(new[] { Dark, SrgbColour.White }.Select(colour => Told(ground, colour)).Where(one => one.Contrast >= contrast)))
        {
            if (offered.All(other => Difference(one.Colour, other.Colour) >= Apart))
                offered.Add(one);
        }

        return offered;
    }

    /// <summary>The dark or the light one, whichever has the higher contrast: for where none reaches what is wanted.</summary>
    /// <param name="ground">The pixels beneath the text.</param>
    public static TextColour Best(ToneGround ground) =>
        new[] { Dark, SrgbColour.White }.Select(colour => Told(ground, colour)).MaxBy(one => one.Contrast)!;

    private static TextColour Told(ToneGround ground, SrgbColour colour) => new(colour, ground.Contrast(colour, ToneChange.None));

    // Its hue and chroma stay, as far as there are such colours; only its lightness moves (CIE L*a*b*).
    private static TextColour? Shade(ToneGround ground, SrgbColour colour, double contrast)
    {
        var own = LabColour.Of(colour);
        return Moved(ground, own, Darkest, contrast) ?? Moved(ground, own, Lightest, contrast);
    }

    private static TextColour? Moved(ToneGround ground, LabColour own, double furthest, double contrast)
    {
        TextColour At(double lightness) => Told(ground, (own with { L = lightness }).ToSrgb());
        var (fails, holds) = (own.L, furthest);
        if (At(holds).Contrast < contrast)
            return null;
        while (Math.Abs(holds - fails) > 2)
        {
            var between = (fails + holds) / 2;
            if (At(between).Contrast >= contrast)
                holds = between;
            else
                fails = between;
        }

        return At(holds);
    }

    private static int Difference(SrgbColour one, SrgbColour other) => Math.Max(
        Math.Abs(one.Red - other.Red), Math.Max(Math.Abs(one.Green - other.Green), Math.Abs(one.Blue - other.Blue)));
}
