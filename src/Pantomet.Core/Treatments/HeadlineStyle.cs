using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>Where the lines of a text begin.</summary>
public enum HeadlineAlign
{
    /// <summary>As its place in the picture suggests: at the right edge they end at the right.</summary>
    ByPlace,

    /// <summary>At the left.</summary>
    Left,

    /// <summary>Each in the middle.</summary>
    Centre,

    /// <summary>They end at the right.</summary>
    Right,
}

/// <summary>What is laid beneath a text that could not be read otherwise.</summary>
public enum HeadlineHelp
{
    /// <summary>Nothing: a finding says that it cannot be read.</summary>
    None,

    /// <summary>A soft shadow around its letters.</summary>
    Shadow,

    /// <summary>A band behind all of it.</summary>
    Band,
}

/// <summary>The letters of a headline.</summary>
/// <param name="Family">One of <see cref="ShippedFonts"/>, or the name by which letters are asked of an own font.</param>
/// <param name="IsBold">Bold, or regular; an own font is what its file is.</param>
public sealed record HeadlineFont(string Family, bool IsBold)
{
    private const string OwnPrefix = "own-";

    /// <summary>A font that was added to the library. It goes by the digits of its file: its own name might be another's too.</summary>
    /// <param name="sha256">Of its file, as 64 lower-case hexadecimal digits.</param>
    public static HeadlineFont Own(string sha256) => new(OwnPrefix + sha256, false);

    /// <summary>SHA-256 of an own font's file; null for a font that ships.</summary>
    public string? OwnFile() => Family.StartsWith(OwnPrefix, StringComparison.Ordinal) ? Family[OwnPrefix.Length..] : null;
}

/// <summary>How a headline is set, whatever it says.</summary>
/// <param name="Font">Its letters.</param>
/// <param name="MaxSize">Of the font, as a fraction of the file's height: it is never larger.</param>
/// <param name="MinSize">Smaller is not set.</param>
/// <param name="MaxLines">At least 1.</param>
/// <param name="Align">Where its lines begin.</param>
/// <param name="Colour">By hand; null picks one of the picture's own that can be read.</param>
/// <param name="Contrast">What it should have over all but the worst hundredth of the pixels beneath: 4.5, or 3 for large text (WCAG 2.2,
/// success criterion 1.4.3).</param>
/// <param name="Help">What is laid beneath it where it cannot be read without.</param>
/// <param name="Anchor">Where it stands; null takes the anchor at which it can be largest.</param>
/// <param name="Area">Where it stands, by hand; null where it is computed.</param>
public sealed record HeadlineStyle(
    HeadlineFont Font, double MaxSize, double MinSize, int MaxLines, HeadlineAlign Align, SrgbColour? Colour, double Contrast,
    HeadlineHelp Help, Anchor? Anchor, PicturePart? Area)
{
    /// <summary>How far a band or a shadow may hide the picture, in per cent. Common practice, no source.</summary>
    public const int MaxOpacity = 90;

    /// <summary>How one is set of which nothing is said. Sizes are common practice, no source.</summary>
    public static HeadlineStyle Usual { get; } = new(
        new HeadlineFont(ShippedFonts.First, true), 0.16, 0.05, 3, HeadlineAlign.ByPlace, null, 4.5, HeadlineHelp.Band, null, null);

    /// <summary>The anchors that it may have.</summary>
    public IEnumerable<Anchor> PossibleAnchors() => Anchor is { } one ? [one] : Enum.GetValues<Anchor>();
}
