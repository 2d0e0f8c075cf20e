using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Destinations;

/// <summary>The pixel sizes that a slot makes of a crop. The side that follows from another is rounded half up.</summary>
public static class OutputSizes
{
    /// <summary>Every size, the largest first.</summary>
    /// <param name="slot">Says which sizes.</param>
    /// <param name="crop">The crop's size; decides the ratio where the shape leaves it open.</param>
    public static IReadOnlyList<OutputSize> For(Slot slot, PixelSize crop)
    {
        var own = AspectRatio.Of(crop);
        var ratio = slot.Shape.RatioFor(own);
        return [.. Boxes(slot, ratio, crop).Select(box => Fitted(slot.Fit, box.Size, own) with { Density = box.Density })];
    }

    /// <summary>How far a picture can be scaled down inside a box without changing its ratio: CSS <c>object-fit: contain</c>.</summary>
    /// <param name="box">The space there is.</param>
    /// <param name="ratio">The picture's proportions.</param>
    public static PixelSize ContainedIn(PixelSize box, AspectRatio ratio) => ratio.LargestIn(box);

    private static OutputSize Fitted(Fit fit, PixelSize box, AspectRatio picture) => fit switch
    {
        Fit.Contain => new OutputSize(ContainedIn(box, picture), ContainedIn(box, picture)),
        Fit.Pad => new OutputSize(box, ContainedIn(box, picture)),
        _ => new OutputSize(box, box),
    };

    private static IEnumerable<(PixelSize Size, Density? Density)> Boxes(Slot slot, AspectRatio ratio, PixelSize crop) => slot.Sizes switch
    {
        SizeRule.Multiples { Width: var width, Factors: var factors } => factors.Select(
            factor => (Multiple(slot.Shape, ratio, width, factor), (Density?)factor)),
        _ => Sizes(slot, ratio, crop).Select(size => (size, (Density?)null)),
    };

    private static IEnumerable<PixelSize> Sizes(Slot slot, AspectRatio ratio, PixelSize crop) => slot.Sizes switch
    {
        SizeRule.Widths widths => widths.Px.Select(width => new PixelSize(width, ratio.HeightFor(width))),
        SizeRule.FromLayout { Ladder.Widths: var widths } => widths.Reverse().Select(width => new PixelSize(width, ratio.HeightFor(width))),
        SizeRule.Heights heights => heights.Px.Select(height => new PixelSize(ratio.WidthFor(height), height)),
        SizeRule.Exact exact => [exact.Size],
        SizeRule.LongestSide { Px: var px } => [IsWide(ratio)
            ? new PixelSize(px, ratio.HeightFor(px))
            : new PixelSize(ratio.WidthFor(px), px)],
        SizeRule.ShortestSide { Px: var px } => [IsWide(ratio)
            ? new PixelSize(ratio.WidthFor(px), px)
            : new PixelSize(px, ratio.HeightFor(px))],
        SizeRule.Box { Size: var box } => [AtMost(ratio.LargestIn(box), Whole(slot.Fit, ratio, crop))],
        SizeRule.MostPixels { Pixels: var pixels } => [AtMost(LargestWithin(pixels, ratio), Whole(slot.Fit, ratio, crop))],
        SizeRule.FromShape when slot.Shape is Shape.Exact exact => [exact.Size],
        _ => [Whole(slot.Fit, ratio, crop)],
    };

    private static PixelSize Multiple(Shape shape, AspectRatio ratio, int width, Density factor)
    {
        static int Side(double px) => (int)Math.Max(1, Rounding.HalfUp(px));
        var across = Side(width * factor.Value);
        return new PixelSize(across, shape is Shape.Exact { Size.Height: var height }
            ? Side(height * factor.Value)
            : ratio.HeightFor(across));
    }

    private static PixelSize LargestWithin(long pixels, AspectRatio ratio)
    {
        var width = (int)Math.Max(1, Math.Min(pixels, Math.Floor(Math.Sqrt(pixels * ratio.Value))));
        // Rounding the height up may go over by less than one row.
        while (width > 1 && new PixelSize(width, ratio.HeightFor(width)).Count > pixels)
            width--;
        return new PixelSize(width, ratio.HeightFor(width));
    }

    private static PixelSize AtMost(PixelSize size, PixelSize whole) =>
        size.Width > whole.Width || size.Height > whole.Height ? whole : size;

    private static PixelSize Whole(Fit fit, AspectRatio ratio, PixelSize crop) => fit == Fit.Cover ? crop : SmallestAround(crop, ratio);

    private static bool IsWide(AspectRatio ratio) => ratio.Across >= ratio.Down;

    private static PixelSize SmallestAround(PixelSize picture, AspectRatio ratio) =>
        AspectRatio.Of(picture) > ratio
            ? new PixelSize(picture.Width, Math.Max(picture.Height, ratio.HeightFor(picture.Width)))
            : new PixelSize(Math.Max(picture.Width, ratio.WidthFor(picture.Height)), picture.Height);
}
