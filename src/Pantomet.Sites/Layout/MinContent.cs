using System.Text;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using Pantomet.Sites.Styles;

namespace Pantomet.Sites.Layout;

/// <summary>How wide a box has to be at most so that nothing in it is wider than it.</summary>
/// <remarks>An upper bound of the min-content size (CSS Sizing 3, §5.1): where it is no more than what a box has, what is in the box does
/// not move it. Letters are taken to be as wide as their font is high, which few are (from memory).</remarks>
internal sealed class MinContent(BoxWidths widths)
{
    // What these have where nothing is said (from memory; an iframe is 300 px by CSS 2.2, §10.3.2).
    private const double ControlPx = 300;
    private readonly Dictionary<IElement, double?> outer = [];

    private BoxTree Tree => widths.Tree;

    /// <summary>Of the content of a box.</summary>
    /// <param name="element">Of the page.</param>
    /// <returns>CSS px; null where it cannot be said.</returns>
    public double? Inside(IElement element)
    {
        double? widest = Tree.Cascade.HasGenerated(element) ? null : LongestWord(element);
        var isRow = Tree.FormattingOf(element) is Formatting.Flex or Formatting.Grid;
        var sum = 0.0;
        foreach (var child in element.Children)
        {
            if (Tree.IsPlaced(child) == true || Tree.Display(child) == "none")
                continue;
            if (widest is null || Outer(child) is not { } px)
                return null;
            widest = Math.Max(widest.Value, px);
            sum += px;
        }

        // Beside each other at worst.
        if (isRow && widest is not null && Tree.Style(element).Length("column-gap", 0).Or(0) is { } gap)
            return Math.Max(widest.Value, sum + (gap * Math.Max(0, element.ChildElementCount - 1)));
        return isRow || widest is null ? null : InColumns(Tree.Style(element), widest.Value);
    }

    // Each column is as wide as the widest.
    private static double? InColumns(ElementStyle style, double widest)
    {
        var (count, width) = (style.Word("column-count", "auto"), style.Length("column-width", null));
        if (count is null || width.Kind == ExtentKind.Unknown)
            return null;
        var number = int.TryParse(count, out var columns) ? columns : 1;
        var gap = style.Length("column-gap", 0) is { Kind: ExtentKind.Auto } ? style.FontPx : style.Length("column-gap", 0).Or(0);
        return (number * Math.Max(widest, width.Or(0) ?? 0)) + ((number - 1) * gap);
    }

    /// <summary>Of a box with its margins, borders and padding.</summary>
    /// <param name="element">Of the page.</param>
    /// <returns>CSS px; null where it cannot be said.</returns>
    public double? Outer(IElement element)
    {
        if (outer.TryGetValue(element, out var known))
            return known;
        outer[element] = null;
        return outer[element] = Find(element);
    }

    private double? Find(IElement element)
    {
        var style = Tree.Style(element);
        // Percentages are of nothing here (CSS Sizing 3, §5.2.1).
        if (BoxEdges.Of(style, 0) is not { } edges || !BoxWidths.IsPlain(style))
            return null;
        var inside = OfContent(element, style, edges.Inside);
        return inside is { } px ? px + edges.Around : null;
    }

    private double? OfContent(IElement element, ElementStyle style, double inside)
    {
        var isPicture = BoxTree.IsPicture(element);
        if (isPicture && (style.IsShare("width") || style.IsShare("max-width")))
            return BoxWidths.Bounded(style, 0, 0, inside);
        var width = style.IsShare("width") ? Extent.Auto : BoxWidths.Width(style, null, inside);
        var min = style.Length("min-width", 0).Or(0);
        double? content = width.Kind switch
        {
            ExtentKind.Known => width.Px,
            ExtentKind.Unknown => null,
            _ when isPicture => widths.OwnWidth(element),
            _ when IsControl(element) => ControlPx,
            _ when Tree.Display(element)?.StartsWith("table", StringComparison.Ordinal) == true => null,
            _ => Inside(element),
        };
        return content is { } px && min is { } least ? Math.Max(px, least) : null;
    }

    private static bool IsControl(IElement element) => element is IHtmlInputElement or IHtmlSelectElement or IHtmlTextAreaElement or
        IHtmlInlineFrameElement or IHtmlCanvasElement or IHtmlMediaElement or IHtmlObjectElement || element.LocalName is "svg" or "meter" or
        "progress";

    // Of the text that stands in the box itself and in its lines.
    private double? LongestWord(IElement element)
    {
        var style = Tree.Style(element);
        var space = style.Inherited("white-space");
        if (!space.IsKnown || style.Inherited("letter-spacing") is not { IsKnown: true, Text: null or "normal" } ||
            style.FontPx is not { } font)
            return null;
        var text = new StringBuilder();
        foreach (var node in element.ChildNodes)
            text.Append(node is IText own ? own.Data : node is IElement child && Tree.Display(child) == "inline" ? child.TextContent : " ");
        var isWhole = space.Text is "nowrap" or "pre";
        var words = text.ToString().Split(
            (char[]?)(isWhole ? ['\n'] : null), StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        return words.Length == 0 ? 0 : words.Max(word => word.Length) * font;
    }
}
