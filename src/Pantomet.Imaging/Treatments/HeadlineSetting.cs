using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;
using Pantomet.Imaging.Lettering;

namespace Pantomet.Imaging.Treatments;

/// <summary>How a headline stands on one crop: the same in all sizes and formats.</summary>
/// <param name="Headline">What is set.</param>
/// <param name="Typeface">Its letters.</param>
/// <param name="Words">Its words.</param>
/// <param name="Found">Where and how; null where it does not fit.</param>
/// <param name="Findings">What is to be said of it.</param>
internal sealed record HeadlineSetting(
    Headline Headline, Typeface Typeface, HeadlineWords Words, HeadlineFound? Found, IReadOnlyList<Finding> Findings)
{
    /// <summary>Finds it.</summary>
    /// <param name="headline">What is wanted.</param>
    /// <param name="typeface">Its letters.</param>
    /// <param name="look">A small copy of the picture.</param>
    /// <param name="ratio">Width of the file against its height.</param>
    public static HeadlineSetting Of(Headline headline, Typeface typeface, HeadlineLook look, double ratio)
    {
        var words = HeadlineWords.Of(headline.Text)!;
        if (typeface.Missing(words) is { Count: > 0 } missing)
            return new HeadlineSetting(headline, typeface, words, null, [HeadlineFindings.NoLetters(missing)]);
        var text = TextMeasures.Of(words, typeface);
        var found = HeadlineRule.Find(look, headline, text, ratio);
        return new HeadlineSetting(
            headline, typeface, words, found, found is null ? [HeadlineFindings.DoesNotFit(look, headline, text, ratio)] : []);
    }

    /// <summary>What may be laid beneath it so that it can be read.</summary>
    /// <param name="colour">Of its letters.</param>
    public ToneDemand DemandOf(SrgbColour colour) => new(colour, Headline.Style.Contrast)
    {
        Means = Headline.Style.Help == HeadlineHelp.None ? ToneMeans.None : ToneMeans.Overlay,
        MaxOpacity = HeadlineStyle.MaxOpacity,
    };

    /// <summary>Where its lines begin.</summary>
    public HeadlineAlign Align => (Headline.Style.Align, Anchors.Of(Found!.Place.Anchor).Left) switch
    {
        (HeadlineAlign.ByPlace, 0) => HeadlineAlign.Left,
        (HeadlineAlign.ByPlace, 1) => HeadlineAlign.Right,
        (HeadlineAlign.ByPlace, _) => HeadlineAlign.Centre,
        (var byHand, _) => byHand,
    };

    /// <summary>Its lines, ended by line feeds.</summary>
    public string Text
    {
        get
        {
            var (lines, first) = (new List<string>(), 0);
            foreach (var count in Found!.Place.Text.Lines)
            {
                lines.Add(Words.Line(first, count));
                first += count;
            }

            return string.Join('\n', lines);
        }
    }
}
