using System.Numerics;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Sizing;

/// <summary>
/// Which file of a <c>srcset</c> with widths a browser downloads: the smallest that is dense enough, or the densest when none is.
/// </summary>
/// <remarks>
/// WHATWG HTML, "selecting an image source", divides each width by the source size to get a density and then leaves the choice to the
/// browser.
/// That browsers choose so is checked against headless Chromium in <c>tests/e2e/browser-choice.spec.ts</c>.
/// </remarks>
public static class BrowserChoice
{
    private const double DensityNoise = 1e-9;

    /// <summary>Chooses a width.</summary>
    /// <param name="widths">Widths of the files in px, rising; at least one.</param>
    /// <param name="shownPx">Source size: how wide <c>sizes</c> says the picture is shown, in CSS px; above 0.</param>
    /// <param name="density">Of the screen.</param>
    /// <returns>One of the widths.</returns>
    public static int Pick(IReadOnlyList<int> widths, double shownPx, Density density)
    {
        // Arithmetic that is off by a millionth of a pixel must not cost a visitor the next larger file.
        var wanted = (shownPx * density.Value) - Demand.Noise;
        return widths[First(widths, wanted)];
    }

    /// <summary>Chooses a density.</summary>
    /// <param name="densities">Of the files, rising; at least one.</param>
    /// <param name="screen">Device pixels per CSS pixel.</param>
    /// <returns>The place of the one that is taken.</returns>
    public static int Pick(IReadOnlyList<double> densities, double screen) =>
        First(densities, screen * (1 - DensityNoise));

    // The first of a rising row that is enough, else the last.
    private static int First<T>(IReadOnlyList<T> rising, double wanted)
        where T : INumberBase<T>
    {
        var (low, high) = (0, rising.Count - 1);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (double.CreateTruncating(rising[middle]) >= wanted)
                high = middle;
            else
                low = middle + 1;
        }

        return low;
    }
}
