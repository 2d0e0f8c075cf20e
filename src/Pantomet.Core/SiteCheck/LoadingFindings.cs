using Pantomet.Core.Findings;

namespace Pantomet.Core.SiteCheck;

/// <summary>What is to be said of when a picture is loaded.</summary>
public static class LoadingFindings
{
    // Common practice, no source: what comes this many windows further down can wait.
    private const double WindowsAway = 2.5;

    /// <summary>All of it.</summary>
    /// <param name="isLate">Whether the page says that it is loaded late.</param>
    /// <param name="seen">Where it is shown.</param>
    public static IReadOnlyList<Finding> Of(bool isLate, IReadOnlyList<SeenPicture> seen)
    {
        if (isLate && seen.Any(one => one.MostTopPx < one.Window.HeightPx))
            return
            [
                new Finding(
                    "late-at-the-top", Severity.Warn,
                    "It stands at the top of the page and is loaded late: the browser fetches it only once the page is laid out.",
                    "Take loading=\"lazy\" away, and give the largest picture there fetchpriority=\"high\"."),
            ];
        return !isLate && seen.Count > 0 && seen.All(one => one.LeastTopPx > WindowsAway * one.Window.HeightPx)
            ?
            [
                new Finding(
                    "early-far-below", Severity.Note,
                    $"It stands about {Finding.Px((long)seen.Min(one => one.LeastTopPx!.Value))} px below the top and is loaded with it, " +
                    "before anybody gets there.",
                    "Write loading=\"lazy\"."),
            ]
            : [];
    }
}
