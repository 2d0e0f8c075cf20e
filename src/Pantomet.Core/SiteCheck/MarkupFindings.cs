using Pantomet.Core.Findings;

namespace Pantomet.Core.SiteCheck;

/// <summary>What is to be said of a picture's markup, before any of its files was looked at.</summary>
public static class MarkupFindings
{
    /// <summary>The id of what is said of a picture with one file, which matters only if that is a heavy one.</summary>
    public const string OneFileId = "one-file-for-all";

    /// <summary>It has none.</summary>
    public static Finding NoAlternativeText { get; } = new(
        "no-alternative-text", Severity.Warn, "It has no alternative text: who cannot see it hears its file name, or nothing.",
        "Say what it shows in alt=\"…\"; alt=\"\" only where it is mere decoration.");

    /// <summary>All of it.</summary>
    /// <param name="picture">As the page has it.</param>
    public static IReadOnlyList<Finding> Of(MarkedPicture picture)
    {
        var found = new List<Finding>();
        if (picture.Alt is null)
            found.Add(NoAlternativeText);
        if ((picture.Width, picture.Height) is (null, _) or (_, null))
            found.Add(
                new Finding(
                    "no-size", Severity.Warn,
                    $"Its markup has no {MissingOf(picture)}: what stands below it moves when it arrives.",
                    "Write the pixels of the file as width and height; style sheets still decide how large it is shown."));
        var offers = picture.Sources.Append(picture.Image).ToList();
        if (picture.Src is { Length: > 0 } && offers.TrueForAll(offer => offer.Srcset.Candidates.Count == 0))
            found.Add(
                new Finding(
                    OneFileId, Severity.Note, "There is one file for every screen: no srcset.",
                    "Offer a ladder of widths, so that a phone need not load what a dense desktop needs."));
        if (offers.Exists(offer => offer.Sizes is null && offer.Srcset.Candidates.Any(one => one.WidthPx is not null)))
            found.Add(
                new Finding(
                    "sizes-missing", Severity.Warn,
                    "Its srcset has widths, and no sizes says how wide it is shown: browsers take it to be as wide as the window.",
                    "Write sizes as wide as the page shows it."));
        found.AddRange(offers.SelectMany(offer => offer.Srcset.Errors).Distinct().Select(sentence => new Finding(
            "srcset-wrong", Severity.Warn, $"Its srcset has a mistake. {sentence}", "Mend the srcset.")));
        found.AddRange(offers.SelectMany(SizesErrors).Distinct().Select(sentence => new Finding(
            "sizes-wrong", Severity.Warn, $"Its sizes has a mistake. {sentence}", "Mend the sizes.")));
        return found;
    }

    private static string MissingOf(MarkedPicture picture) => (picture.Width, picture.Height) switch
    {
        (null, null) => "width and height",
        (null, _) => "width",
        _ => "height",
    };

    // Whether something is a mistake does not depend on the window.
    private static IEnumerable<string> SizesErrors(ImageOffer offer) =>
        offer.Sizes is null ? [] : SourceSize.Of(offer.Sizes, new Viewport(1, 1, 1)).Errors;
}
