using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>A colour for a text on a picture.</summary>
/// <param name="Colour">The colour.</param>
/// <param name="Contrast">Over the worst hundredth of the pixels beneath.</param>
public sealed record TextColour(SrgbColour Colour, double Contrast);

/// <summary>Colours of a picture in which text on it can be read.</summary>
public static class TextColours
{
    private static readonly SrgbColour Dark = new(0x22, 0x22, 0x22);

    /// <summary>Those that reach a contrast, in the order in which they were given; then a dark and a light one where they do.</summary>
    /// <param name="ground">The pixels beneath the text.</param>
    /// <param name="colours">Of the picture's subject and ground, the most wanted first.</param>
    /// <param name="contrast">That is wanted.</param>
    public static IReadOnlyList<TextColour> Of(ToneGround ground, IEnumerable<SrgbColour> colours, double contrast) =>
    [
        .. colours.Append(Dark).Append(SrgbColour.White).Distinct()
            .Select(colour => new TextColour(colour, ground.Contrast(colour, ToneChange.None))).Where(one => one.Contrast >= contrast)
    ];

    /// <summary>The dark or the light one, whichever has the higher contrast: for where none reaches what is wanted.</summary>
    /// <param name="ground">The pixels beneath the text.</param>
    public static TextColour Best(ToneGround ground) =>
        new[] { Dark, SrgbColour.White }.Select(colour => new TextColour(colour, ground.Contrast(colour, ToneChange.None)))
            .MaxBy(one => one.Contrast)!;
}
