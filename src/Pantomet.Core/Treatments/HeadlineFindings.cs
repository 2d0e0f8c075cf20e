using Pantomet.Core.Findings;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>What is to be said of a headline that cannot be set.</summary>
public static class HeadlineFindings
{
    private const int MostNamed = 8;

    /// <summary>It does not fit; with what would let it fit, each tried.</summary>
    /// <param name="look">The picture.</param>
    /// <param name="headline">What does not fit.</param>
    /// <param name="text">Its words, measured.</param>
    /// <param name="ratio">Width of the file against its height.</param>
    public static Finding DoesNotFit(HeadlineLook look, Headline headline, MeasuredText text, double ratio)
    {
        var style = headline.Style;
        var remedies = new[] { Elsewhere(), Smaller(), Shorter() }.OfType<string>().ToList();
        return new Finding(
            "headline-does-not-fit", Severity.Warn,
            $"The headline does not fit at {Share(style.MinSize)} of the height or more in {Lines(style.MaxLines)} without covering the " +
            "subject, a face or what must stay clear. The picture was made without it.",
            remedies.Count == 0 ? "Take another crop that leaves more room, or another picture." : string.Join(" ", remedies));

        string? Elsewhere()
        {
            if (style.Anchor is null && style.Area is null)
                return null;
            var other = Places(style with { Anchor = null, Area = null }, text);
            return other.Count > 0 ? $"At the {other[0].Anchor.Words()} it would fit." : null;
        }

        string? Smaller()
        {
            var any = Places(style with { MinSize = 0, MaxLines = int.MaxValue }, text);
            // Nobody reads less. Common practice, no source.
            return any.Count > 0 && any[0].Text.Size >= 0.02
                ? $"At {Share(Math.Floor(any[0].Text.Size * 1000) / 1000)} of the height it would fit at the {any[0].Anchor.Words()}, " +
                    $"in {Lines(any[0].Text.Lines.Count)}."
                : null;
        }

        string? Shorter()
        {
            for (var words = text.Words.Count - 1; words > 0; words--)
            {
                var first = text with { Words = [.. text.Words.Take(words)], Breaks = [.. text.Breaks.Where(at => at < words)] };
                if (Places(style, first).Count > 0)
                    return words == 1 ? "Its first word alone would fit." : $"Its first {words} words would fit.";
            }

            return null;
        }

        IReadOnlyList<HeadlinePlace> Places(HeadlineStyle tried, MeasuredText words) =>
            HeadlineRule.Places(look, headline with { Style = tried }, words, ratio);
    }

    /// <summary>It has letters that no font has here.</summary>
    /// <param name="letters">Those; at least one.</param>
    public static Finding NoLetters(IReadOnlyList<string> letters) => new(
        "letters-missing", Severity.Warn,
        $"Neither the headline's font nor one that ships has {(letters.Count == 1 ? "the character" : "the characters")} " +
        $"{string.Join(", ", letters.Take(MostNamed))}{(letters.Count > MostNamed ? " and others" : "")}: boxes would stand in " +
        "their place. The picture was made without the headline.",
        "Add a font that has them and choose it for the headline, or take them out of its words.");

    private static string Share(double size) => FormattableString.Invariant($"{100 * size:0.#} %");

    private static string Lines(int count) => count == 1 ? "one line" : $"{count} lines";
}
