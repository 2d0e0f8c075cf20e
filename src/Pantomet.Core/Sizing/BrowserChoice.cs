using Pantomet.Core.Measures;

namespace Pantomet.Core.Sizing;

/// <summary>How a browser chooses among the files of a <c>srcset</c> with widths.</summary>
/// <remarks>
/// WHATWG HTML, "selecting an image source", divides each width by the source size to get a density and then leaves the choice to the browser.
/// The two rules in use are from memory; the second is checked against headless Chromium in <c>tests/e2e</c>.
/// </remarks>
public enum BrowserRule
{
    /// <summary>The smallest file that is dense enough; the densest when none is.</summary>
    Enough,

    /// <summary>On dense screens the smaller of two neighbours as well, when the screen's density is below their geometric mean; Chromium does that.</summary>
    RoundsDown,
}

/// <summary>The file that a browser downloads.</summary>
public static class BrowserChoice
{
    /// <summary>Chooses a width.</summary>
    /// <param name="rule">Which browser.</param>
    /// <param name="widths">Widths of the files in px, rising; at least one.</param>
    /// <param name="shownPx">Source size: how wide <c>sizes</c> says the picture is shown, in CSS px; above 0.</param>
    /// <param name="density">Of the screen.</param>
    /// <returns>One of the widths.</returns>
    public static int Pick(BrowserRule rule, IReadOnlyList<int> widths, double shownPx, Density density)
    {
        var wanted = shownPx * density.Value;
        var enough = 0;
        while (enough < widths.Count - 1 && widths[enough] < wanted)
            enough++;
        // A list of densities that does not reach the screen's has no neighbour above to weigh against.
        if (rule == BrowserRule.Enough || enough == 0 || widths[enough] < wanted)
            return widths[enough];
        return RoundsDown(widths[enough - 1], widths[enough], wanted, density) ? widths[enough - 1] : widths[enough];
    }

    /// <summary>Whether a browser that rounds down takes the smaller of two files between which the wanted width lies.</summary>
    /// <param name="smaller">Below what is wanted, px.</param>
    /// <param name="larger">Not below what is wanted, px.</param>
    /// <param name="wantedPx">Shown width × density.</param>
    /// <param name="density">Of the screen; at 1 and below, no browser rounds down.</param>
    public static bool RoundsDown(int smaller, int larger, double wantedPx, Density density) =>
        density.Value > 1 && wantedPx < Math.Sqrt((double)smaller * larger);
}
