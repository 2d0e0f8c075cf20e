namespace Pantomet.Core.Kernels.Colour;

/// <summary>How well two colours can be told apart by their light.</summary>
/// <remarks>WCAG 2.2: "relative luminance", with the threshold of IEC 61966-2-1, and "contrast ratio".</remarks>
public static class WcagContrast
{
    private const double Glare = 0.05;

    /// <summary>Light of an sRGB value: 0 to 1.</summary>
    /// <param name="value">0 to 255; between two whole values where colours are laid over each other.</param>
    public static double Linear(double value) =>
        value / 255 <= 0.04045 ? value / 255 / 12.92 : Math.Pow(((value / 255) + 0.055) / 1.055, 2.4);

    /// <summary>Relative luminance of an sRGB colour: 0 (black) to 1 (white).</summary>
    /// <param name="red">0 to 255.</param>
    /// <param name="green">0 to 255.</param>
    /// <param name="blue">0 to 255.</param>
    public static double Luminance(double red, double green, double blue) =>
        (RedShare * Linear(red)) + (GreenShare * Linear(green)) + (BlueShare * Linear(blue));

    /// <summary>Contrast ratio of two luminances: 1 to 21.</summary>
    /// <param name="one">Relative luminance.</param>
    /// <param name="other">Relative luminance.</param>
    public static double Ratio(double one, double other) => (Math.Max(one, other) + Glare) / (Math.Min(one, other) + Glare);

    /// <summary>The least luminance of what is lighter than a colour and has a contrast with it.</summary>
    /// <param name="luminance">Of the colour.</param>
    /// <param name="ratio">The contrast; above 1 where nothing is that light.</param>
    public static double LighterBy(double luminance, double ratio) => (ratio * (luminance + Glare)) - Glare;

    /// <summary>The greatest luminance of what is darker than a colour and has a contrast with it.</summary>
    /// <param name="luminance">Of the colour.</param>
    /// <param name="ratio">The contrast; below 0 where nothing is that dark.</param>
    public static double DarkerBy(double luminance, double ratio) => ((luminance + Glare) / ratio) - Glare;

    /// <summary>What red adds to luminance.</summary>
    internal const double RedShare = 0.2126;

    /// <summary>What green adds to luminance.</summary>
    internal const double GreenShare = 0.7152;

    /// <summary>What blue adds to luminance.</summary>
    internal const double BlueShare = 0.0722;
}
