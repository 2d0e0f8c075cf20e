using AngleSharp.Dom;
using Pantomet.Sites.Styles;

namespace Pantomet.Sites.Layout;

/// <summary>At which size a picture is shown.</summary>
/// <param name="IsShown">Whether it is shown at all; null where that is not known.</param>
/// <param name="WidthPx">CSS px of its content; null where it is not known.</param>
/// <param name="HeightPx">CSS px of its content; null where it is not known.</param>
public sealed record ShownSize(bool? IsShown, double? WidthPx, double? HeightPx)
{
    /// <summary>Nothing is known of it.</summary>
    public static readonly ShownSize Unknown = new(null, null, null);

    /// <summary>It is not shown.</summary>
    public static readonly ShownSize Hidden = new(false, null, null);
}

/// <summary>The natural size of a picture.</summary>
/// <param name="WidthPx">CSS px.</param>
/// <param name="HeightPx">CSS px.</param>
internal sealed record NaturalSize(double WidthPx, double HeightPx);

/// <summary>At which sizes the pictures of a page are shown in one window.</summary>
/// <remarks>CSS 2.2, §10.3.2, §10.4 and §10.6.2 (https://www.w3.org/TR/CSS22/visudet.html).</remarks>
/// <param name="widths">Of the boxes around them.</param>
/// <param name="heights">Of the boxes around them.</param>
internal sealed class PictureBoxes(BoxWidths widths, BoxHeights heights)
{
    private BoxTree Tree => widths.Tree;

    /// <summary>At which size a picture is shown.</summary>
    /// <param name="picture">An <c>img</c>, or a button with a picture.</param>
    /// <param name="natural">Of the file that is taken; null where it is not known.</param>
    public ShownSize Of(IElement picture, NaturalSize? natural)
    {
        var isHidden = Tree.IsHidden(picture);
        var style = Tree.Style(picture);
        if (isHidden == true)
            return ShownSize.Hidden;
        if (isHidden is null || Tree.Parent(picture) is not { } parent || Tree.IsPlaced(picture) is not { } isPlaced ||
            !IsPlainUpwards(picture) || IsPaddedInColumns(picture, parent))
            return ShownSize.Unknown;
        var containing = widths.Containing(picture);
        if (BoxEdges.Of(style, containing) is not { } edges || BoxEdges.Inner(style, containing, "top", "bottom") is not { } upright)
            return ShownSize.Unknown;
        var width = BoxWidths.Width(style, containing, edges.Inside);
        var height = heights.Said(picture, upright);
        var bounds = new Bounds(style, containing, edges.Inside, heights, picture, upright);
        if (!isPlaced && Tree.FormattingOf(parent) is Formatting.Flex)
            return InFlex(picture, parent, width, height, Ratio(style, natural), bounds);
        if (!isPlaced && Tree.FormattingOf(parent) is Formatting.Grid && IsStretched(picture, parent))
            return new ShownSize(true, width.Kind == ExtentKind.Known ? bounds.Width(width.Px) : null, null);
        if (!isPlaced && Tree.FormattingOf(parent) is Formatting.Other && width.Kind == ExtentKind.Auto && containing is null)
            return ShownSize.Unknown;
        return InFlow(width, height, Ratio(style, natural), natural, bounds);
    }

    private static ShownSize InFlow(Extent width, Extent height, double? ratio, NaturalSize? natural, Bounds bounds)
    {
        if (width.Kind == ExtentKind.Known)
        {
            var w = bounds.Width(width.Px);
            var h = height.Kind switch
            {
                ExtentKind.Known => bounds.Height(height.Px),
                ExtentKind.Auto when w is { } px && ratio is { } shape => bounds.Height(px / shape),
                _ => null,
            };
            return new ShownSize(true, w, h);
        }

        if (width.Kind == ExtentKind.Unknown || height.Kind == ExtentKind.Unknown)
            return new ShownSize(true, null, height.Kind == ExtentKind.Known ? bounds.Height(height.Px) : null);
        if (height.Kind == ExtentKind.Known)
        {
            var h = bounds.Height(height.Px);
            return new ShownSize(true, h is { } px && ratio is { } shape ? bounds.Width(px * shape) : null, h);
        }

        return natural is { WidthPx: > 0, HeightPx: > 0 } size && ratio is { } own &&
            Math.Abs((size.WidthPx / size.HeightPx) - own) < 1e-3 * own
            ? bounds.Both(size)
            : new ShownSize(true, null, null);
    }

    // Its width is shared out by the container; its height is its own unless it is stretched across.
    private ShownSize InFlex(IElement picture, IElement container, Extent width, Extent height, double? ratio, Bounds bounds)
    {
        var isRow = Tree.Style(container).Word("flex-direction", "row") is { } direction
            ? direction.StartsWith("row", StringComparison.Ordinal)
            : (bool?)null;
        if (isRow is null || widths.FlexWidth(picture) is not { } shared)
            return new ShownSize(true, null, null);
        if (height.Kind == ExtentKind.Known)
            return new ShownSize(true, shared, isRow.Value ? bounds.Height(height.Px) : null);
        var isAlone = Tree.Items(container) is { Count: 1 };
        var own = Said(picture, "align-self") ?? Said(container, "align-items") ?? "stretch";
        var isAsHighAsItsContent = heights.Inside(container).Kind == ExtentKind.Auto && HasNoMin(container);
        var isFree = isRow.Value
            ? own is not ("stretch" or "normal" or "auto") || (isAlone && isAsHighAsItsContent)
            : isAsHighAsItsContent;
        var isStretchedAcross = !isRow.Value && width.Kind == ExtentKind.Auto && own is not ("stretch" or "normal" or "auto");
        if (height.Kind == ExtentKind.Unknown || !isFree || ratio is not { } shape)
            return new ShownSize(true, shared, null);
        // Of a picture that keeps its own size across, a bound of its height moves its width.
        var h = bounds.Height(shared / shape);
        return isStretchedAcross && h is { } px && Math.Abs(px - (shared / shape)) > 0.01
            ? new ShownSize(true, null, null)
            : new ShownSize(true, shared, h);
    }

    private bool IsStretched(IElement picture, IElement grid) =>
        (Said(picture, "align-self") ?? Said(grid, "align-items")) is "stretch" ||
        (Said(picture, "justify-self") ?? Said(grid, "justify-items")) is "stretch";

    private bool HasNoMin(IElement container) => Tree.Style(container).Length("min-height", null).Kind == ExtentKind.Auto &&
        Tree.Style(container).Of("aspect-ratio") is { IsKnown: true, Text: null or "auto" };

    private string? Said(IElement element, string property) => Tree.Style(element).Word(property, "auto") is { } said
        ? said is "auto" or "normal" or "legacy" ? null : said
        : "stretch";

    private bool IsPlainUpwards(IElement element)
    {
        for (var at = element; at is not null; at = at.ParentElement!)
        {
            if (!BoxWidths.IsPlain(Tree.Style(at)))
                return false;
        }

        return true;
    }

    // Chromium has shares of the whole box for the padding, and narrower pictures than the columns (seen, not understood).
    private bool IsPaddedInColumns(IElement picture, IElement parent) =>
        (Tree.Style(picture).IsShare("padding-left") || Tree.Style(picture).IsShare("padding-right")) &&
        (Tree.Style(parent).Of("column-count").Text is not null || Tree.Style(parent).Of("column-width").Text is not null);

    // CSS Sizing 4, §6: the picture's own comes before one that is only said for want of it.
    private static double? Ratio(ElementStyle style, NaturalSize? natural)
    {
        var own = natural is { WidthPx: > 0, HeightPx: > 0 } ? natural.WidthPx / natural.HeightPx : (double?)null;
        return style.Of("aspect-ratio") switch
        {
            { IsKnown: false } => null,
            { Text: null or "auto" } => own,
            { Text: { } text } when text.Contains("auto", StringComparison.Ordinal) => own ?? CssRatio.Of(text),
            // Of the box with its padding and borders, where it is measured so.
            { Text: { } text } => style.Word("box-sizing", "content-box") == "content-box" ||
                (BoxEdges.Of(style, 0) is { Inside: 0 } && BoxEdges.Inner(style, 0, "top", "bottom") is 0) ? CssRatio.Of(text) : null,
        };
    }

    // The least and the most that a picture may have.
    private sealed class Bounds(ElementStyle style, double? containing, double inside, BoxHeights heights, IElement picture, double upright)
    {
        public double? Width(double px) => BoxWidths.Bounded(style, px, containing, inside);

        public double? Height(double px)
        {
            var (max, min) = (heights.Said(picture, upright, "max-height"), heights.Said(picture, upright, "min-height"));
            if (max.Kind == ExtentKind.Unknown || min.Kind == ExtentKind.Unknown)
                return null;
            if (max.Kind == ExtentKind.Known)
                px = Math.Min(px, max.Px);
            return min.Kind == ExtentKind.Known ? Math.Max(px, min.Px) : px;
        }

        // The table of CSS 2.2, §10.4: bounds of one side move the other, as long as that breaks no bound of its own.
        public ShownSize Both(NaturalSize natural)
        {
            var (w, h) = (natural.WidthPx, natural.HeightPx);
            if (Width(w) is not { } boundW || Height(h) is not { } boundH || Width(0) is not { } minW || Height(0) is not { } minH ||
                Width(double.MaxValue) is not { } maxW || Height(double.MaxValue) is not { } maxH)
                return new ShownSize(true, null, null);
            var (tooWide, tooNarrow) = (w > boundW, w < boundW);
            var (tooTall, tooLow) = (h > boundH, h < boundH);
            var (outW, outH) = (tooWide, tooNarrow, tooTall, tooLow) switch
            {
                (false, false, false, false) => (w, h),
                (true, _, true, _) => maxW / w <= maxH / h ? (maxW, Math.Max(minH, maxW * h / w)) : (Math.Max(minW, maxH * w / h), maxH),
                (_, true, _, true) => minW / w <= minH / h ? (Math.Min(maxW, minH * w / h), minH) : (minW, Math.Min(maxH, minW * h / w)),
                (_, true, true, _) => (minW, maxH),
                (true, _, _, true) => (maxW, minH),
                (true, _, _, _) => (maxW, Math.Max(maxW * h / w, minH)),
                (_, true, _, _) => (minW, Math.Min(minW * h / w, maxH)),
                (_, _, true, _) => (Math.Max(maxH * w / h, minW), maxH),
                _ => (Math.Min(minH * w / h, maxW), minH),
            };
            return new ShownSize(true, outW, outH);
        }
    }
}
