using System.Globalization;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>What is to be said of a picture that text stands on.</summary>
public static class ToneFindings
{
    /// <summary>Says it.</summary>
    /// <param name="what">What should be read: "Text".</param>
    /// <param name="demand">What was wanted.</param>
    /// <param name="found">What came of it.</param>
    public static IEnumerable<Finding> Of(string what, ToneDemand demand, ToneFound found)
    {
        if (found.IsReached)
            yield break;
        var remedies = found.Remedies.Count == 0 ? "Take another picture." : string.Join(" ", found.Remedies.Select(SentenceOf));
        yield return new Finding(
            "text-not-readable", Severity.Warn,
            $"{what} in {demand.Text} has a contrast of {Ratio(found.Contrasts!.Then)} over the worst hundredth of the picture beneath " +
            $"it, and needs {Ratio(demand.Contrast)}.",
            remedies);
    }

    /// <summary>A ratio as WCAG writes it, rounded down so that none is called reached that is not: <c>4.5:1</c>.</summary>
    /// <param name="contrast">1 to 21.</param>
    public static string Ratio(double contrast)
    {
        var tenths = Math.Floor((contrast * 10) + 1e-9);
        return $"{(tenths / 10).ToString("0.#", CultureInfo.InvariantCulture)}:1";
    }

    private static string SentenceOf(ToneRemedy remedy) => remedy switch
    {
        ToneRemedy.OtherText other => $"In {other.Text} it would have {Ratio(other.Contrast)}.",
        ToneRemedy.OtherPlace place => $"At the {place.Anchor.Words()} of the picture it would have {Ratio(place.Contrast)}.",
        ToneRemedy.Overlay overlay => $"An overlay of {overlay.Opacity} % in {overlay.Colour} would give {Ratio(overlay.Contrast)}.",
        _ => throw new ArgumentOutOfRangeException(nameof(remedy)),
    };
}
