using System.Globalization;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;

namespace Pantomet.Core.SiteCheck;

/// <summary>What is to be said of a file of which a better one was made.</summary>
public static class WeightFindings
{
    // Invented: what saves less is not worth anybody's time.
    private const double LeastShare = 0.25;
    private const long LeastBytes = 15_000;

    /// <summary>What is to be said.</summary>
    /// <param name="bytes">What it weighs.</param>
    /// <param name="possible">What the better file weighs.</param>
    /// <param name="isSmaller">Whether that has fewer pixels.</param>
    public static IReadOnlyList<Finding> Of(long bytes, long possible, bool isSmaller)
    {
        var saved = bytes - possible;
        if (saved < LeastBytes || saved < LeastShare * bytes)
            return [];
        var share = Math.Floor(1000.0 * saved / bytes) / 10;
        var percent = share.ToString(share < 99 ? "0" : "0.#", CultureInfo.InvariantCulture);
        return
        [
            new Finding(
                "heavier-than-need-be", Severity.Warn,
                $"{new ByteCount(possible)} are enough{(isSmaller ? " for the pixels that are needed" : "")} at the same looks: " +
                $"{percent} % less.",
                "Replace it."),
        ];
    }
}
