using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using AngleSharp.Svg.Dom;
using Pantomet.Sites.Styles;

namespace Pantomet.Sites.Layout;

/// <summary>How the children of a box are laid out.</summary>
internal enum Formatting
{
    /// <summary>As text and blocks.</summary>
    Flow,

    /// <summary>As flexible boxes.</summary>
    Flex,

    /// <summary>In a grid.</summary>
    Grid,

    /// <summary>In a way that is not looked at: tables, ruby, old flexible boxes.</summary>
    Other,
}

/// <summary>Which boxes the elements of a page become in one window.</summary>
/// <remarks>CSS Display 3 (https://www.w3.org/TR/css-display-3/).</remarks>
internal sealed class BoxTree(Cascade cascade)
{
    private readonly Dictionary<IElement, string?> displays = [];

    /// <summary>What styles come from.</summary>
    public Cascade Cascade { get; } = cascade;

    /// <summary>The style of an element.</summary>
    public ElementStyle Style(IElement element) => Cascade.Of(element);

    /// <summary>Whether it is a picture.</summary>
    public static bool IsPicture(IElement element) => element is IHtmlImageElement or IHtmlInputElement { Type: "image" };

    /// <summary>What kind of box it is.</summary>
    /// <param name="element">Of the page.</param>
    /// <returns>The word of CSS, after blocks were made of what has to be one; null where it is not known.</returns>
    public string? Display(IElement element)
    {
        if (!displays.TryGetValue(element, out var display))
            displays[element] = display = FindDisplay(element);
        return display;
    }

    /// <summary>Whether it, or something around it, is not shown at all.</summary>
    /// <param name="element">Of the page.</param>
    /// <returns>Null where that is not known.</returns>
    public bool? IsHidden(IElement element)
    {
        bool? isHidden = false;
        for (var at = element; at is not null; at = at.ParentElement!)
        {
            var display = Display(at);
            // What stands in these is for browsers that cannot show them.
            var isFallback = at != element && (at is IHtmlMediaElement or IHtmlCanvasElement or IHtmlObjectElement or
                IHtmlInlineFrameElement or ISvgElement || IsFolded(at, element));
            if (display == "none" || isFallback)
                return true;
            if (display is null)
                isHidden = null;
        }

        return isHidden;
    }

    /// <summary>The box around it.</summary>
    /// <param name="element">Of the page.</param>
    /// <returns>Null for the root.</returns>
    public IElement? Parent(IElement element)
    {
        var parent = element.ParentElement;
        while (parent is not null && Display(parent) == "contents")
            parent = parent.ParentElement;
        return parent;
    }

    /// <summary>Whether it is taken out and placed by itself.</summary>
    public bool? IsPlaced(IElement element) => Style(element).Word("position", "static") is { } position
        ? position is "absolute" or "fixed"
        : null;

    /// <summary>How its children are laid out.</summary>
    /// <param name="element">A box that is no line of text.</param>
    public Formatting FormattingOf(IElement element) => Display(element) switch
    {
        "block" or "inline-block" or "list-item" or "flow-root" or "table-cell" or "table-caption" or "inline" => Formatting.Flow,
        "flex" or "inline-flex" => Formatting.Flex,
        "grid" or "inline-grid" => Formatting.Grid,
        _ => Formatting.Other,
    };

    /// <summary>The boxes in a box, those left out that are placed by themselves.</summary>
    /// <param name="element">A box.</param>
    /// <returns>Null where it is not known which there are; text between them counts as that.</returns>
    public IReadOnlyList<IElement>? Items(IElement element)
    {
        var items = new List<IElement>();
        return !Cascade.HasGenerated(element) && Collect(element, items) ? items : null;
    }

    private bool Collect(IElement element, List<IElement> items)
    {
        foreach (var node in element.ChildNodes)
        {
            if (node is IText text && !string.IsNullOrWhiteSpace(text.Data))
                return false;
            if (node is not IElement child || Display(child) == "none")
                continue;
            if (Display(child) is null || IsPlaced(child) is not { } isPlaced)
                return false;
            if (Display(child) == "contents")
            {
                if (!Collect(child, items))
                    return false;
            }
            else if (!isPlaced)
            {
                items.Add(child);
            }
        }

        return true;
    }

    private string? FindDisplay(IElement element)
    {
        var style = Style(element);
        if (style.Word("display", "inline") is not { } display || style.Word("position", "static") is not { } position ||
            style.Word("float", "none") is not { } floats)
            return null;
        if (display is "none" or "contents")
            return display;
        var isItem = Parent(element) is not { } parent || FormattingOf(parent) is Formatting.Flex or Formatting.Grid;
        var isBlock = isItem || position is "absolute" or "fixed" || floats != "none";
        return !isBlock ? display : display switch
        {
            "inline" or "inline-block" => "block",
            "inline-flex" => "flex",
            "inline-grid" => "grid",
            "inline-table" => "table",
            _ => display,
        };
    }

    private static bool IsFolded(IElement around, IElement element) =>
        around is IHtmlDetailsElement { IsOpen: false } details &&
        details.Children.FirstOrDefault(child => child.LocalName == "summary")?.Contains(element) != true;
}
