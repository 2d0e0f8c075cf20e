using Pantomet.Core.Kernels.Colour;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Destinations;

/// <summary>Reads what is done to the pictures of a slot.</summary>
public static class TreatmentsReader
{
    private const double UsualContrast = 4.5;
    private const double MaxBlur = 0.05;
    private const string ColourSentence = "A colour is written such as #1b3a5c.";

    private static readonly SrgbColour Black = new(0, 0, 0);

    /// <summary>Reads it by itself.</summary>
    /// <param name="treatments">Null for none.</param>
    public static (SlotTreatments Treatments, IReadOnlyList<DocumentProblem> Problems) Read(TreatmentsDocument? treatments)
    {
        var found = new List<DocumentProblem>();
        return (Read(treatments, new ProblemList(found, "treatments")), found);
    }

    /// <summary>Reads it, adding to a list of problems.</summary>
    /// <param name="treatments">Null for none.</param>
    /// <param name="list">What is wrong.</param>
    internal static SlotTreatments Read(TreatmentsDocument? treatments, ProblemList list) => treatments is null
        ? SlotTreatments.None
        : new SlotTreatments(
            treatments.Tone is { } tone ? ReadTone(tone, list.In("tone")) : null,
            treatments.Headline is { } headline ? HeadlineReader.Read(headline, list.In("headline")) : null,
            treatments.Mark is { } mark ? MarkReader.Read(mark, list.In("mark")) : null,
            treatments.Edges is { } edges ? ReadEdges(edges, list.In("edges")) : null);

    private static Tone ReadTone(ToneDocument tone, ProblemList list)
    {
        var text = ReadText(tone.Text, "text", list);
        var under = ReadPart(tone.Under, "under", list) ?? PicturePart.Whole;
        var contrast = ReadContrast(tone.Contrast, list);
        return new Tone(
            new ToneDemand(text, contrast) { Means = ReadMeans(tone.By, list) }, under, ReadByHand(tone.ByHand, text, list.In("byHand")));
    }

    private static ToneMeans ReadMeans(IReadOnlyList<string>? by, ProblemList list)
    {
        if (by is null)
            return ToneDemand.UsualMeans;
        var means = ToneMeans.None;
        foreach (var name in by)
        {
            var known = Enum.TryParse<ToneMeans>(name, ignoreCase: true, out var one) && !int.TryParse(name, out _);
            list.Check(known && one != ToneMeans.None, "by", $"\"{name}\" is no means of toning. Use levels, colour, blur or overlay.");
            means |= one;
        }

        list.Check(by.Count > 0, "by", "Say by what the picture may be changed: levels, colour, blur or overlay.");
        return means;
    }

    private static ToneChange? ReadByHand(ToneByHandDocument? byHand, SrgbColour text, ProblemList list)
    {
        if (byHand is null)
            return null;
        var isDarkText = WcagContrast.Luminance(text.Red, text.Green, text.Blue) < 0.18;
        var (darks, lights) = (byHand.Darks ?? 0, byHand.Lights ?? 1);
        list.Check(
            darks is >= 0 and <= 1 && lights is >= 0 and <= 1 && darks <= lights, "darks",
            "Darks and lights go from 0 to 1, and the darks are not above the lights.");
        return new ToneChange(
            (byte)Math.Round(255 * Math.Clamp(darks, 0, 1)), (byte)Math.Round(255 * Math.Clamp(lights, 0, 1)),
            Share(byHand.Colour ?? 1, "colour", 1, 100, list), Share(byHand.Blur ?? 0, "blur", MaxBlur, 1000, list),
            byHand.Overlay is { } overlay ? ReadColour(overlay, Black, "overlay", list) : isDarkText ? SrgbColour.White : Black,
            Share(byHand.Opacity ?? 0, "opacity", 1, 100, list));
    }

    private static Edges ReadEdges(EdgesDocument edges, ProblemList list) => new(
        Fraction(edges.Line ?? 0, "line", Edges.MaxLine, list), ReadColour(edges.LineColour ?? "#000000", Black, "lineColour", list),
        Fraction(edges.Corners ?? 0, "corners", Edges.MaxCorners, list), Fraction(edges.Shadow ?? 0, "shadow", 1, list));

    /// <summary>Reads one of nine anchors; null where it does not say, or says auto.</summary>
    internal static Anchor? ReadAnchor(string? anchor, ProblemList list)
    {
        if (anchor is null or "auto")
            return null;
        if (Enum.GetValues<Anchor>().Where(one => one.Id() == anchor).ToList() is [var known])
            return known;
        list.Check(
            false, "anchor",
            $"\"{anchor}\" is no anchor. Use auto or {string.Join(", ", Enum.GetValues<Anchor>().Select(one => one.Id()))}.");
        return null;
    }

    /// <summary>Reads the colour of a text: dark, light or its own.</summary>
    internal static SrgbColour ReadText(string text, string member, ProblemList list) => text switch
    {
        "dark" => TextColours.Dark,
        "light" => SrgbColour.White,
        _ => ReadColour(text, TextColours.Dark, member, list),
    };

    /// <summary>Reads where something stands; null where it does not say.</summary>
    internal static PicturePart? ReadPart(PartDocument? part, string member, ProblemList list)
    {
        if (part is null)
            return null;
        var read = new PicturePart(part.X, part.Y, part.Width, part.Height);
        return list.Check(read.IsInside, member, "Where the text stands must lie inside the picture: fractions from 0 to 1.") ? read : null;
    }

    /// <summary>Reads what contrast a text needs.</summary>
    internal static double ReadContrast(double? contrast, ProblemList list)
    {
        var read = contrast ?? UsualContrast;
        list.Check(read is >= 1 and <= 21, "contrast", "A contrast goes from 1 to 21. Text needs 4.5, large text 3.");
        return read;
    }

    private static SrgbColour ReadColour(string text, SrgbColour otherwise, string member, ProblemList list) =>
        list.Check(SrgbColour.TryParse(text, out var colour), member, ColourSentence) ? colour : otherwise;

    private static int Share(double value, string member, double most, int of, ProblemList list) =>
        (int)Math.Round(of * Fraction(value, member, most, list));

    private static double Fraction(double value, string member, double most, ProblemList list) =>
        list.Check(value >= 0 && value <= most, member, FormattableString.Invariant($"\"{member}\" goes from 0 to {most}.")) ? value : 0;
}
