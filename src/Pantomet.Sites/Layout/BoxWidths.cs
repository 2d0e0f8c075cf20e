using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using Pantomet.Sites.Styles;

namespace Pantomet.Sites.Layout;

/// <summary>How wide the boxes of a page are in one window, as far as that follows from its style alone.</summary>
/// <remarks>
/// CSS 2.2, §10.2 to §10.4 (https://www.w3.org/TR/CSS22/visudet.html). Whatever is as wide as its text is not known, for that depends on
/// fonts. Scroll bars take no room, as on phones.
/// </remarks>
internal sealed class BoxWidths
{
    // Their style moves what is in them, or what is seen of it, in a way that is not looked at.
    private static readonly (string Property, string Initial)[] Plain =
        [("zoom", "1"), ("transform", "none"), ("scale", "none"), ("rotate", "none")];

    private readonly Dictionary<IElement, double?> contents = [];
    private readonly Dictionary<IElement, Dictionary<IElement, bool?>> floatsBefore = [];
    private readonly Dictionary<IElement, bool> floating = [];
    private readonly FlexRows rows;
    private readonly GridAreas areas;

    /// <param name="tree">The boxes.</param>
    /// <param name="natural">The natural size of a picture; null where it is not known.</param>
    public BoxWidths(BoxTree tree, Func<IElement, NaturalSize?> natural)
    {
        (Tree, Natural) = (tree, natural);
        Least = new MinContent(this);
        rows = new FlexRows(this);
        areas = new GridAreas(this);
    }

    /// <summary>The boxes.</summary>
    public BoxTree Tree { get; }

    /// <summary>The natural size of a picture; null where it is not known.</summary>
    public Func<IElement, NaturalSize?> Natural { get; }

    /// <summary>How narrow boxes can become.</summary>
    public MinContent Least { get; }

    /// <summary>The width of the content of a box, CSS px; of a line of text, that of the box it is in.</summary>
    /// <param name="element">Of the page, no picture.</param>
    /// <returns>Null where it is not known.</returns>
    public double? Content(IElement element)
    {
        if (contents.TryGetValue(element, out var known))
            return known;
        // While it is looked for it is not known.
        contents[element] = null;
        return contents[element] = Find(element);
    }

    /// <summary>The width of what a box is in: what percentages are shares of.</summary>
    /// <param name="element">Of the page.</param>
    /// <returns>CSS px; null where it is not known.</returns>
    public double? Containing(IElement element)
    {
        if (Tree.Parent(element) is not { } parent)
            return Tree.Cascade.Viewport.WidthPx;
        if (Tree.IsPlaced(element) is not { } isPlaced)
            return null;
        if (isPlaced)
            return PlacedIn(element);
        var content = Content(parent);
        return Tree.Display(parent) == "inline" ? content : Tree.FormattingOf(parent) switch
        {
            Formatting.Grid => areas.Of(element),
            Formatting.Flex => content,
            Formatting.Flow => Column(parent, element, content),
            _ => null,
        };
    }

    /// <summary>The main size of a flexible box of a row, CSS px of its content; null where it is not known.</summary>
    /// <param name="element">An item.</param>
    public double? FlexWidth(IElement element) => rows.Of(element);

    /// <summary>The width of a picture of which nothing says one: its natural one, or what its height makes of it. A most of its height
    /// is left out.</summary>
    /// <param name="picture">Of the page.</param>
    /// <returns>CSS px; null where it is not known.</returns>
    public double? OwnWidth(IElement picture)
    {
        var style = Tree.Style(picture);
        if (Natural(picture) is not { WidthPx: > 0, HeightPx: > 0 } natural || !style.Of("aspect-ratio").IsKnown ||
            style.Of("min-height") is not { IsKnown: true, Text: null })
            return null;
        var ratio = style.Of("aspect-ratio").Text is { } text && !text.Contains("auto", StringComparison.Ordinal)
            ? CssRatio.Of(text)
            : natural.WidthPx / natural.HeightPx;
        var height = style.Length("height", null);
        return height.Kind switch
        {
            ExtentKind.Auto => natural.WidthPx,
            ExtentKind.Known when style.Word("box-sizing", "content-box") == "content-box" ||
                BoxEdges.Inner(style, null, "top", "bottom") == 0 => height.Px * ratio,
            _ => null,
        };
    }

    /// <summary>A width within its bounds.</summary>
    /// <param name="style">Of the box.</param>
    /// <param name="content">CSS px of the content.</param>
    /// <param name="containing">CSS px of what it is in; null where it is not known.</param>
    /// <param name="inside">CSS px of borders and padding.</param>
    /// <returns>Null where it is not known.</returns>
    public static double? Bounded(ElementStyle style, double content, double? containing, double inside)
    {
        var (max, min) = (style.Length("max-width", containing), style.Length("min-width", containing));
        if (max.Kind == ExtentKind.Auto && min.Kind == ExtentKind.Auto)
            return content;
        if (max.Kind == ExtentKind.Unknown || min.Kind == ExtentKind.Unknown ||
            style.Word("box-sizing", "content-box") is not { } sizing)
            return null;
        double Own(double px) => Math.Max(0, sizing == "border-box" ? px - inside : px);
        if (max.Kind == ExtentKind.Known)
            content = Math.Min(content, Own(max.Px));
        return min.Kind == ExtentKind.Known ? Math.Max(content, Own(min.Px)) : content;
    }

    /// <summary>The width that a style says, of the content.</summary>
    /// <param name="style">Of the box.</param>
    /// <param name="containing">CSS px of what it is in; null where it is not known.</param>
    /// <param name="inside">CSS px of borders and padding.</param>
    public static Extent Width(ElementStyle style, double? containing, double inside)
    {
        if (style.Word("box-sizing", "content-box") is not { } sizing)
            return Extent.Unknown;
        var said = style.Length("width", containing);
        return said.Kind == ExtentKind.Known ? Extent.Of(Math.Max(0, sizing == "border-box" ? said.Px - inside : said.Px)) : said;
    }

    /// <summary>Whether nothing turns or scales what is in a box.</summary>
    /// <param name="style">Of the box.</param>
    public static bool IsPlain(ElementStyle style) =>
        Array.TrueForAll(Plain, one => style.Word(one.Property, one.Initial) is { } said && IsHarmless(one.Property, said)) &&
        style.Inherited("writing-mode") is { IsKnown: true, Text: null or "horizontal-tb" };

    // What only moves a box leaves its width alone.
    private static bool IsHarmless(string property, string said) => said is "none" or "1" or "normal" or "100%" ||
        (property == "transform" && said.Split(')', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .All(one => one.StartsWith("translate", StringComparison.Ordinal)));

    private double? Find(IElement element)
    {
        var style = Tree.Style(element);
        if (Tree.Display(element) is not { } display || display == "none" || !IsPlain(style))
            return null;
        if (Tree.Parent(element) is not { } parent)
            return Filled(style, Tree.Cascade.Viewport.WidthPx);
        if (display == "inline")
            return Column(parent, element, Content(parent));
        if (Tree.IsPlaced(element) is not { } isPlaced || style.Word("float", "none") is not { } floats)
            return null;
        var containing = Containing(element);
        if (isPlaced)
            return Placed(style, containing);
        if (Tree.FormattingOf(parent) == Formatting.Flex)
            return rows.Of(element);
        if (Tree.FormattingOf(parent) == Formatting.Grid)
            return areas.Fills(element) ? Filled(style, containing) : Said(style, containing);
        // A column of a table is as wide as all of its cells want.
        if (display.StartsWith("table", StringComparison.Ordinal))
            return null;
        if (floats != "none" || display.StartsWith("inline", StringComparison.Ordinal) || IsAsWideAsItsContent(element))
            return Said(style, containing);
        if (Tree.FormattingOf(parent) != Formatting.Flow || IsBesideFloat(element))
            return null;
        return Checked(element, Filled(style, containing));
    }

    // A block without a width of its own is as wide as what it is in.
    private static double? Filled(ElementStyle style, double? containing)
    {
        if (BoxEdges.Of(style, containing) is not { } edges)
            return null;
        var width = Width(style, containing, edges.Inside);
        var content = width.Kind switch
        {
            ExtentKind.Auto => containing - edges.Around,
            ExtentKind.Known => width.Px,
            _ => null,
        };
        return content is { } px ? Bounded(style, Math.Max(0, px), containing, edges.Inside) : null;
    }

    private static double? Said(ElementStyle style, double? containing) =>
        BoxEdges.Of(style, containing) is { } edges && Width(style, containing, edges.Inside) is { Kind: ExtentKind.Known } width
            ? Bounded(style, width.Px, containing, edges.Inside)
            : null;

    // CSS Positioned Layout 3, §4.1: held at both sides, it fills what is between.
    private static double? Placed(ElementStyle style, double? containing)
    {
        if (Said(style, containing) is { } said)
            return said;
        var (left, right) = (style.Length("left", containing), style.Length("right", containing));
        return style.Length("width", containing).Kind == ExtentKind.Auto && left.Kind == ExtentKind.Known &&
            right.Kind == ExtentKind.Known && containing is { } room && BoxEdges.Of(style, room) is { } edges
                ? Bounded(style, Math.Max(0, room - left.Px - right.Px - edges.Around), room, edges.Inside)
                : null;
    }

    // What a placed box is placed in: the padding box of the nearest one that is placed or moved itself.
    private double? PlacedIn(IElement element)
    {
        if (Tree.Style(element).Word("position", "static") == "fixed")
            return Tree.Cascade.Viewport.WidthPx;
        for (var at = element.ParentElement; at is not null; at = at.ParentElement)
        {
            var style = Tree.Style(at);
            if (style.Word("position", "static") is not { } position || !IsPlain(style))
                return null;
            if (position == "static" && style.Word("transform", "none") == "none")
                continue;
            return Tree.Display(at) == "inline" ? null : Content(at) + Padding(style, Containing(at));
        }

        return Tree.Cascade.Viewport.WidthPx;
    }

    private static double? Padding(ElementStyle style, double? containing) =>
        style.Length("padding-left", containing).Or(0) + style.Length("padding-right", containing).Or(0);

    // CSS Multi-column Layout 1, §3.4.
    private double? Column(IElement parent, IElement element, double? content)
    {
        var style = Tree.Style(parent);
        var (count, width) = (style.Of("column-count"), style.Length("column-width", null));
        if (!count.IsKnown || width.Kind == ExtentKind.Unknown)
            return null;
        var number = count.Text is null or "auto" ? 0 : int.TryParse(count.Text, out var columns) ? columns : 0;
        if ((number == 0 && width.Kind == ExtentKind.Auto) || content is not { } room)
            return content;
        if (Tree.Style(element).Word("column-span", "none") is not { } span)
            return null;
        // The gap of columns is one em unless something else is said.
        var gap = style.Length("column-gap", room).Kind == ExtentKind.Auto ? style.FontPx : style.Length("column-gap", room).Or(0);
        if (span == "all" || gap is not { } between)
            return span == "all" ? room : null;
        if (width.Kind == ExtentKind.Known)
        {
            var fitting = Math.Max(1, (int)Math.Floor((room + between) / (width.Px + between)));
            number = number == 0 ? fitting : Math.Min(number, fitting);
        }

        return Math.Max(0, (room - ((number - 1) * between)) / number);
    }

    private static bool IsAsWideAsItsContent(IElement element) =>
        element is IHtmlButtonElement or IHtmlInputElement or IHtmlSelectElement or
            IHtmlTextAreaElement or IHtmlInlineFrameElement or IHtmlCanvasElement or IHtmlMediaElement or IHtmlObjectElement ||
        element.LocalName is "legend" or "svg" or "marquee";

    // Some boxes are at least as wide as their content wants.
    private double? Checked(IElement element, double? content) => element is not IHtmlFieldSetElement ? content
        : Least.Inside(element) is { } least && least <= content ? content : null;

    // What lays out its content for itself keeps clear of what floats beside it (CSS 2.2, §9.5).
    private bool IsBesideFloat(IElement element)
    {
        var style = Tree.Style(element);
        if (!IsForItself(element) || style.Word("clear", "none") == "both" || style.Length("width", 0).Kind == ExtentKind.Known)
            return false;
        for (var at = element; at is not null; at = at.ParentElement)
        {
            if (FloatsBefore(at) is { } floats)
                return floats;
            if (at.ParentElement is { } parent && IsForItself(parent))
                return false;
        }

        return false;
    }

    // Whether something floats that comes before a box in the same parent; null where nothing there says so or clears it. Found once
    // for all children, since each step from one to the one before costs as much as there are.
    private bool? FloatsBefore(IElement child)
    {
        if (child.ParentElement is not { } parent)
            return null;
        if (!floatsBefore.TryGetValue(parent, out var children))
        {
            floatsBefore[parent] = children = [];
            bool? floats = null;
            foreach (var one in parent.Children)
            {
                children[one] = floats;
                if (Floats(one))
                    floats = true;
                else if (Tree.Style(one).Word("clear", "none") == "both")
                    floats = false;
            }
        }

        return children[child];
    }

    private bool IsForItself(IElement element)
    {
        var style = Tree.Style(element);
        return Tree.Display(element) is not ("block" or "list-item" or "inline") || element is IHtmlFieldSetElement ||
            Tree.IsPlaced(element) != false || style.Word("float", "none") != "none" ||
            style.IsClipped || style.Word("column-count", "auto") != "auto" || style.Word("column-width", "auto") != "auto" ||
            (Tree.Parent(element) is { } parent && Tree.FormattingOf(parent) is Formatting.Flex or Formatting.Grid);
    }

    // Whether something floats out of it.
    private bool Floats(IElement element)
    {
        if (!floating.TryGetValue(element, out var floats))
            floating[element] = floats = FindFloats(element);
        return floats;
    }

    private bool FindFloats(IElement element)
    {
        if (Tree.Display(element) == "none" || Tree.IsPlaced(element) == true)
            return false;
        return Tree.Style(element).Word("float", "none") != "none" ||
            (!IsForItself(element) && element.Children.Any(child => Floats(child)));
    }
}
