using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Sizing;

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
        return [.. Boxes(slot, ratio, crop).Select(box => Fitted(slot.Fit, box, own))];
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

    private static IEnumerable<PixelSize> Boxes(Slot slot, AspectRatio ratio, PixelSize crop) => slot.Sizes switch
    {
        SizeRule.Widths widths => widths.Px.Select(width => new PixelSize(width, ratio.HeightFor(width))),
        SizeRule.LongestSide { Px: var px } => [IsWide(ratio) ? new PixelSize(px, ratio.HeightFor(px)) : new PixelSize(ratio.WidthFor(px), px)],
        SizeRule.ShortestSide { Px: var px } => [IsWide(ratio) ? new PixelSize(ratio.WidthFor(px), px) : new PixelSize(px, ratio.HeightFor(px))],
        SizeRule.FromShape when slot.Shape is Shape.Exact exact => [exact.Size],
        _ => [slot.Fit == Fit.Cover ? crop : SmallestAround(crop, ratio)],
    };

    private static bool IsWide(AspectRatio ratio) => ratio.Across >= ratio.Down;

    private static PixelSize SmallestAround(PixelSize picture, AspectRatio ratio) =>
        AspectRatio.Of(picture) > ratio
            ? new PixelSize(picture.Width, Math.Max(picture.Height, ratio.HeightFor(picture.Width)))
            : new PixelSize(Math.Max(picture.Width, ratio.WidthFor(picture.Height)), picture.Height);
}
