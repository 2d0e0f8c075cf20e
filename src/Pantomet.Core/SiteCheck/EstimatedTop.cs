namespace Pantomet.Core.SiteCheck;

/// <summary>About how far below the top of a page a picture stands, by what comes before it: letters and pictures have an area, and the
/// window is so wide.</summary>
/// <remarks>White space is not counted, so it is seldom less than that. What stands in columns, or is hidden, makes no difference by its
/// order; a figure that matters is measured in a browser.</remarks>
public static class EstimatedTop
{
    // Common practice, no source: letters of 16 px, half as wide as high, in lines one and a half times as high.
    private const double LetterArea = 8 * 24;

    // White space and headings: a page is seldom three times as long as what is in it.
    private const double LongerThanItsContent = 3;

    /// <summary>At the most.</summary>
    /// <param name="window">The window.</param>
    /// <param name="letters">That come before it.</param>
    /// <param name="pictureArea">Of the pictures that come before it, CSS px².</param>
    public static double Most(Viewport window, long letters, double pictureArea) =>
        LongerThanItsContent * Least(window, letters, pictureArea);

    /// <summary>At the least.</summary>
    /// <param name="window">The window.</param>
    /// <param name="letters">That come before it.</param>
    /// <param name="pictureArea">Of the pictures that come before it, CSS px².</param>
    public static double Least(Viewport window, long letters, double pictureArea) =>
        ((letters * LetterArea) + pictureArea) / window.WidthPx;
}
