using Pantomet.Core.Findings;

namespace Pantomet.Core.SiteCheck;

/// <summary>How wide a page says that a picture is shown, and how wide it shows it.</summary>
/// <param name="Window">The window.</param>
/// <param name="SaidPx">What <c>sizes</c> says, CSS px.</param>
/// <param name="ShownPx">CSS px; above 0.</param>
public sealed record SaidSize(CheckWindow Window, double SaidPx, double ShownPx);

/// <summary>What is to be said of a <c>sizes</c> that is not how a picture is shown.</summary>
public static class SizesFindings
{
    // Invented: what is off by less takes hardly another rung.
    private const double MostOff = 0.15;

    /// <summary>What is to be said.</summary>
    /// <param name="said">On each screen on which both are known.</param>
    public static IReadOnlyList<Finding> Of(IReadOnlyList<SaidSize> said)
    {
        var worst = said.Where(one => Off(one) > MostOff).MaxBy(Off);
        return worst is null
            ? []
            :
            [
                new Finding(
                    "sizes-off", Severity.Warn,
                    $"Its sizes says {Px(worst.SaidPx)} px on a {worst.Window.Name}, and it is shown {Px(worst.ShownPx)} wide: " +
                    "browsers take " + (worst.SaidPx > worst.ShownPx ? "a file that is larger than need be." : "a file that is too small."),
                    "Write sizes as wide as the page shows it."),
            ];
    }

    private static double Off(SaidSize one) => Math.Abs(one.SaidPx - one.ShownPx) / one.ShownPx;

    private static string Px(double px) => Finding.Px((long)Math.Round(px));
}
