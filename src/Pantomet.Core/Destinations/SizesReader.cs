using System.Globalization;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Destinations;

/// <summary>Reads which sizes a slot or tier makes.</summary>
internal static class SizesReader
{
    public const string SideSentence = "A side has 1 to 16,383 px.";
    private const int MaxSizes = 40;
    private const long MaxPixelsInAll = 268_000_000;

    public static SizeRule Read(SizesDocument? sizes, Shape shape, IReadOnlyList<Device> devices, Func<int, double> bytes, ProblemList list)
    {
        if (shape is Shape.Exact exact && sizes?.Multiples is null)
        {
            list.Check(
                sizes is null ||
                    (sizes.Said == 1 && sizes.Exact == $"{shape}"), "sizes",
                        "The shape already says the size in pixels. Leave the sizes out, make multiples of it, or give the shape as a " +
                        "ratio.");
            return new SizeRule.FromShape();
        }

        var at = list.In("sizes");
        if (!at.Check(
            sizes?.Said == 1, "",
            "Say exactly one of widths, heights, exact, longestSide, shortestSide, box, mostPixels, multiples, layout, or " +
            "allPixels: true."))
            return new SizeRule.AllPixels();
        return sizes switch
        {
            { Widths: { } widths } => new SizeRule.Widths(Sides(widths, "widths", "width", at)),
            { Heights: { } heights } => new SizeRule.Heights(Sides(heights, "heights", "height", at)),
            { Exact: { } size } => ReadExact(size, shape, at),
            { LongestSide: { } longest } => new SizeRule.LongestSide(Side(longest, "longestSide", at)),
            { ShortestSide: { } shortest } => new SizeRule.ShortestSide(Side(shortest, "shortestSide", at)),
            { Box: { } box } => new SizeRule.Box(ReadSize(box, "box", at)),
            { MostPixels: { } pixels } => at.Check(
                pixels is >= 1 and <= MaxPixelsInAll, "mostPixels", $"A file has 1 to {MaxPixelsInAll:#,0} px in all.")
                    ? new SizeRule.MostPixels(pixels)
                    : new SizeRule.AllPixels(),
            { Multiples: { } multiples } => ReadMultiples(multiples, shape, at.In("multiples")),
            { Layout: { } layout } => LayoutReader.Read(layout, devices, bytes, at.In("layout")) is { } ladder
                ? new SizeRule.FromLayout(ladder)
                : new SizeRule.AllPixels(),
            _ => ReadAllPixels(sizes!.AllPixels, at),
        };
    }

    internal static bool IsSide(int px) => px is >= 1 and <= SizeRule.MaxPixelsPerSide;

    internal static IReadOnlyList<int> Sides(IReadOnlyList<int> px, string field, string what, ProblemList list)
    {
        list.Check(px.Count is >= 1 and <= MaxSizes, field, $"Say 1 to {MaxSizes} {what}s.");
        list.Check(px.All(IsSide), field, SideSentence);
        list.Check(px.Distinct().Count() == px.Count, field, $"A {what} is listed twice.");
        return [.. px.OrderDescending()];
    }

    private static SizeRule.AllPixels ReadAllPixels(bool? said, ProblemList list)
    {
        list.Check(said == true, "allPixels", "Say allPixels: true, or leave it out.");
        return new SizeRule.AllPixels();
    }

    private static int Side(int px, string field, ProblemList list) => list.Check(IsSide(px), field, SideSentence) ? px : 1;

    private static PixelSize ReadSize(string text, string field, ProblemList list)
    {
        var isSize = Shape.TryParse(text, out var shape) && shape is Shape.Exact;
        return list.Check(isSize, field, "Say a size in pixels, such as 1200x900; a side has 1 to 16,383 px.")
            ? ((Shape.Exact)shape).Size
            : new PixelSize(1, 1);
    }

    private static SizeRule.Exact ReadExact(string text, Shape shape, ProblemList list)
    {
        var size = ReadSize(text, "exact", list);
        list.Check(
            shape is Shape.Ratio, "exact",
            "An exact size has one ratio; the shape leaves the ratio open. Give the shape as a ratio or as this size.");
        if (shape is Shape.Ratio { Value: var ratio } && ratio.HeightFor(size.Width) != size.Height &&
            ratio.WidthFor(size.Height) != size.Width)
            list.Check(
                false, "exact",
                $"{size} px is {AspectRatio.Of(size)}, the shape is {ratio}. {size.Width} px wide would be {ratio.HeightFor(size.Width)} " +
                $"px high.");
        return new SizeRule.Exact(size);
    }

    private static SizeRule.Multiples ReadMultiples(MultiplesDocument multiples, Shape shape, ProblemList list)
    {
        list.Check(multiples.Factors.Count is >= 1 and <= MaxSizes, "factors", $"Say 1 to {MaxSizes} factors.");
        list.Check(
            multiples.Factors.All(Density.IsValid), "factors",
            string.Create(CultureInfo.InvariantCulture, $"A factor is above 0 and at most {Density.Most}."));
        list.Check(multiples.Factors.Distinct().Count() == multiples.Factors.Count, "factors", "A factor is listed twice.");
        list.Check(
            multiples.Width is null ||
                shape is not Shape.Exact, "width", "The shape already says the size of factor 1. Leave the width out.");
        list.Check(multiples.Width is not null || shape is Shape.Exact, "width", "Say the width of factor 1 in px.");
        var width = multiples.Width ?? (shape as Shape.Exact)?.Size.Width ?? 1;
        list.Check(IsSide(width), "width", SideSentence);
        list.Check(
            multiples.Factors.All(factor => width * factor is >= 1 and <= SizeRule.MaxPixelsPerSide), "factors",
            "Every multiple must have 1 to 16,383 px.");
        return new SizeRule.Multiples(width, [.. multiples.Factors.OrderDescending().Select(factor => new Density(factor))]);
    }
}
