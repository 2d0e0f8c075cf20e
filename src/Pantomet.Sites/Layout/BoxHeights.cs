using AngleSharp.Dom;
using Pantomet.Sites.Styles;

namespace Pantomet.Sites.Layout;

/// <summary>How high boxes are whose height their style says.</summary>
/// <remarks>CSS 2.2, §10.5 to §10.7 (https://www.w3.org/TR/CSS22/visudet.html).</remarks>
/// <param name="widths">Of the boxes.</param>
internal sealed class BoxHeights(BoxWidths widths)
{
    private BoxTree Tree => widths.Tree;

    /// <summary>What a style says of the height of a box, of its content.</summary>
    /// <param name="element">Of the page.</param>
    /// <param name="upright">Borders and padding above and below, CSS px.</param>
    /// <param name="property">Which height.</param>
    public Extent Said(IElement element, double upright, string property = "height")
    {
        var style = Tree.Style(element);
        var said = style.Of(property);
        if (!said.IsKnown || style.Word("box-sizing", "content-box") is not { } sizing)
            return Extent.Unknown;
        var length = style.IsShare(property) ? Share(element, style, property) : style.Length(property, null);
        return length.Kind == ExtentKind.Known && sizing == "border-box" ? Extent.Of(Math.Max(0, length.Px - upright)) : length;
    }

    /// <summary>The height of the content of a box, where its style says it; auto where it is as high as its content.</summary>
    /// <param name="element">Of the page.</param>
    public Extent Inside(IElement element)
    {
        var style = Tree.Style(element);
        if (Tree.Display(element) is null or "inline" ||
            BoxEdges.Inner(style, widths.Containing(element), "top", "bottom") is not { } upright)
            return Extent.Unknown;
        if (style.Length("min-height", null).Kind != ExtentKind.Auto || style.Length("max-height", null).Kind != ExtentKind.Auto)
            return Extent.Unknown;
        // What is stretched, held or shaped is as high as something else.
        var said = Said(element, upright);
        if (Tree.Parent(element) is { } parent && Tree.FormattingOf(parent) is not Formatting.Flow)
            return said.Kind == ExtentKind.Known && Tree.FormattingOf(parent) == Formatting.Grid ? said : Extent.Unknown;
        if (said.Kind != ExtentKind.Auto)
            return said;
        if (Tree.IsPlaced(element) != false)
            return Held(element, style, upright);
        return style.Of("aspect-ratio") switch
        {
            { IsKnown: true, Text: null or "auto" } => Extent.Auto,
            { Text: { } text } when CssRatio.Of(text) is { } ratio && upright == 0 && widths.Content(element) is { } width &&
                BoxEdges.Of(style, widths.Containing(element)) is { Inside: 0 } && HasNothingInFlow(element) => Extent.Of(width / ratio),
            _ => Extent.Unknown,
        };
    }

    private Extent Share(IElement element, ElementStyle style, string property)
    {
        // Old pages have shares of the window where newer ones have none.
        if (element.Owner is IDocument { } page && page.CompatMode != "CSS1Compat")
            return Extent.Unknown;
        var isPlaced = Tree.IsPlaced(element);
        var whole = isPlaced == false ? Around(element) : isPlaced == true ? PaddingBox(element) : Extent.Unknown;
        return whole.Kind switch
        {
            ExtentKind.Known => style.Length(property, whole.Px),
            ExtentKind.Auto => Extent.Auto,
            _ => Extent.Unknown,
        };
    }

    private Extent Around(IElement element)
    {
        var parent = Tree.Parent(element);
        while (parent is not null && Tree.Display(parent) == "inline")
            parent = Tree.Parent(parent);
        if (parent is null)
            return Extent.Of(Tree.Cascade.Viewport.HeightPx);
        return Tree.FormattingOf(parent) == Formatting.Flow ? Inside(parent) : Extent.Unknown;
    }

    private Extent PaddingBox(IElement element)
    {
        if (Tree.Style(element).Word("position", "static") == "fixed")
            return Extent.Of(Tree.Cascade.Viewport.HeightPx);
        for (var at = element.ParentElement; at is not null; at = at.ParentElement)
        {
            var style = Tree.Style(at);
            if (style.Word("position", "static") is not { } position)
                return Extent.Unknown;
            if (position == "static")
                continue;
            var containing = widths.Containing(at);
            var inside = Inside(at);
            var padding = style.Length("padding-top", containing).Or(0) + style.Length("padding-bottom", containing).Or(0);
            // A box in which nothing lies is as high as its padding: how shapes were kept before there was a property for it.
            if (inside.Kind == ExtentKind.Auto && HasNothingInFlow(at))
                inside = Extent.Of(0);
            return inside.Kind == ExtentKind.Known && padding is { } px ? Extent.Of(inside.Px + px) : Extent.Unknown;
        }

        return Extent.Of(Tree.Cascade.Viewport.HeightPx);
    }

    private Extent Held(IElement element, ElementStyle style, double upright)
    {
        var whole = PaddingBox(element);
        var (top, bottom) = (style.Length("top", whole.Px), style.Length("bottom", whole.Px));
        return whole.Kind == ExtentKind.Known && top.Kind == ExtentKind.Known && bottom.Kind == ExtentKind.Known &&
            style.Length("margin-top", null).Or(0) + style.Length("margin-bottom", null).Or(0) is { } margins
                ? Extent.Of(Math.Max(0, whole.Px - top.Px - bottom.Px - margins - upright))
                : Extent.Unknown;
    }

    private bool HasNothingInFlow(IElement element) => Tree.Items(element) is { Count: 0 };
}
