using System.Text.RegularExpressions;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Destinations;

/// <summary>Reads the headline of a slot.</summary>
public static partial class HeadlineReader
{
    /// <summary>What is said of something else.</summary>
    public const string NoLanguage = "A language is written as its tag: de, en-GB, ar.";

    private const double LeastSize = 0.02;
    private const int MostLines = 10;
    private const string OwnFont = "sha256:";

    private static readonly Dictionary<string, HeadlineAlign> Aligns = new()
    {
        ["left"] = HeadlineAlign.Left,
        ["centre"] = HeadlineAlign.Centre,
        ["right"] = HeadlineAlign.Right,
    };

    private static readonly Dictionary<string, HeadlineHelp> Helps = new()
    {
        ["none"] = HeadlineHelp.None,
        ["shadow"] = HeadlineHelp.Shadow,
        ["band"] = HeadlineHelp.Band,
    };

    /// <summary>Reads it, adding to a list of problems.</summary>
    /// <param name="headline">As it is written.</param>
    /// <param name="list">What is wrong.</param>
    internal static SlotHeadline Read(HeadlineDocument headline, ProblemList list)
    {
        var usual = HeadlineStyle.Usual;
        var text = headline.Text ?? "";
        list.Check(HeadlineWords.LengthOf(text) <= HeadlineWords.MaxLength, "text", HeadlineWords.TooLong);
        list.Check(
            headline.Language is null || IsLanguage(headline.Language), "language", NoLanguage);
        var size = headline.Size ?? usual.MaxSize;
        list.Check(size is >= LeastSize and <= 1, "size", "The size of a headline goes from 0.02 to 1 of the picture's height.");
        var least = headline.MinSize ?? Math.Min(size, usual.MinSize);
        list.Check(least >= LeastSize && least <= size, "minSize", "The smallest size goes from 0.02 to the largest.");
        var lines = headline.Lines ?? usual.MaxLines;
        list.Check(lines is >= 1 and <= MostLines, "lines", "A headline has 1 to 10 lines.");
        return new SlotHeadline(text, headline.Language ?? "", new HeadlineStyle(
            ReadFont(headline, list), size, least, lines, Named(headline.Align, HeadlineAlign.ByPlace, "align", Aligns, list),
            headline.Colour is null or "picked" ? null : TreatmentsReader.ReadText(headline.Colour, "colour", list),
            TreatmentsReader.ReadContrast(headline.Contrast, list),
            Named(headline.Help, usual.Help, "help", Helps, list), TreatmentsReader.ReadAnchor(headline.Anchor, list),
            TreatmentsReader.ReadPart(headline.Area, "area", list)));
    }

    /// <summary>Whether something is a language tag.</summary>
    /// <param name="tag">Any text.</param>
    public static bool IsLanguage(string tag) => LanguageTag().IsMatch(tag);

    private static HeadlineFont ReadFont(HeadlineDocument headline, ProblemList list)
    {
        var isBold = headline.Weight is null or "bold";
        list.Check(isBold || headline.Weight == "regular", "weight", "A weight is regular or bold.");
        var font = headline.Font ?? ShippedFonts.First;
        if (font.StartsWith(OwnFont, StringComparison.Ordinal))
        {
            var digits = font[OwnFont.Length..];
            list.Check(
                MarkReader.IsSourceId(digits), "font", $"An own font is written {OwnFont} and the 64 digits of its file, 0 to f.");
            return HeadlineFont.Own(digits);
        }

        list.Check(
            ShippedFonts.Families.Contains(font), "font",
            $"\"{font}\" does not ship. Use {string.Join(", ", ShippedFonts.Families)}, or {OwnFont} and the digits of an own font.");
        return new HeadlineFont(font, isBold);
    }

    private static T Named<T>(string? name, T otherwise, string member, Dictionary<string, T> known, ProblemList list)
    {
        if (name is null)
            return otherwise;
        if (known.TryGetValue(name, out var found))
            return found;
        list.Check(false, member, $"\"{name}\" is none. Use {string.Join(", ", known.Keys)}.");
        return otherwise;
    }

    // The common part of BCP 47 (RFC 5646, 2.1): a language, then script, region and variants.
    [GeneratedRegex("^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$")]
    private static partial Regex LanguageTag();
}
