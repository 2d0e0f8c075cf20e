using AngleSharp.Dom;
using Pantomet.Sites.Styles;

namespace Pantomet.Sites.Layout;

/// <summary>How wide flexible boxes are.</summary>
/// <remarks>CSS Flexible Box Layout 1 (https://www.w3.org/TR/css-flexbox-1/).</remarks>
internal sealed class FlexRows(BoxWidths widths)
{
    private readonly Dictionary<IElement, Dictionary<IElement, double>> containers = [];

    private BoxTree Tree => widths.Tree;

    /// <summary>The width of the content of an item.</summary>
    /// <param name="item">A child of a flexible container.</param>
    /// <returns>CSS px; null where it is not known.</returns>
    public double? Of(IElement item)
    {
        if (Tree.Parent(item) is not { } container)
            return null;
        if (Tree.Style(container).Word("flex-direction", "row") is not { } direction || widths.Content(container) is not { } room)
            return null;
        if (!direction.StartsWith("row", StringComparison.Ordinal))
            return Across(container, item, room);
        if (!containers.TryGetValue(container, out var row))
        {
            // While it is looked for it is not known.
            containers[container] = [];
            containers[container] = row = Row(container, room) ?? [];
        }

        return row.TryGetValue(item, out var px) ? px : null;
    }

    // In a column each item is as wide as the column, or as its content.
    private double? Across(IElement container, IElement item, double room)
    {
        var style = Tree.Style(item);
        if (Tree.Style(container).Word("flex-wrap", "nowrap") != "nowrap" || BoxEdges.Of(style, room) is not { } edges)
            return null;
        var width = BoxWidths.Width(style, room, edges.Inside);
        return width.Kind switch
        {
            ExtentKind.Known => BoxWidths.Bounded(style, width.Px, room, edges.Inside),
            ExtentKind.Auto when Stretches(container, item) == true && !edges.HasAutoMargin =>
                BoxWidths.Bounded(style, Math.Max(0, room - edges.Around), room, edges.Inside),
            ExtentKind.Auto when BoxTree.IsPicture(item) && Stretches(container, item) is not null && OwnWidth(item) is { } natural =>
                BoxWidths.Bounded(style, natural, room, edges.Inside),
            _ => null,
        };
    }

    // Whether an item takes all the room across; null where it is not known.
    private bool? Stretches(IElement container, IElement item)
    {
        var own = Tree.Style(item).Word("align-self", "auto");
        var all = Tree.Style(container).Word("align-items", "normal");
        return own is null || all is null ? null : (own == "auto" ? all : own) is "stretch" or "normal";
    }

    private Dictionary<IElement, double>? Row(IElement container, double room)
    {
        var style = Tree.Style(container);
        if (Tree.Items(container) is not { Count: > 0 } items || style.Word("flex-wrap", "nowrap") is not { } wraps ||
            style.Length("column-gap", room).Or(0) is not { } gap || items.Any(item => !BoxWidths.IsPlain(Tree.Style(item))))
            return null;
        if (items.Any(item => Tree.Style(item).Of("order").Text is not null) && wraps != "nowrap")
            return null;
        var boxes = items.Select(item => Item(item, room)).ToList();
        if (boxes.Count(box => box is null) == 1 && wraps == "nowrap")
            return WithOneByContent(items, boxes, room, gap);
        if (boxes.Contains(null))
            return null;
        var known = boxes.ConvertAll(box => box!.Value);
        var lines = wraps == "nowrap" ? [known.Count] : FlexLine.Lines(known.ConvertAll(box => box.Box), room, gap);
        var (sizes, start) = (new Dictionary<IElement, double>(), 0);
        foreach (var count in lines)
        {
            var line = known.GetRange(start, count);
            foreach (var (index, px) in FlexLine.Share(line.ConvertAll(box => box.Box), room, gap).Index())
            {
                // What its content wants at least is no more than it has, or nobody knows how wide all are.
                if (line[index].HasContentMin && !(widths.Least.Inside(items[start + index]) <= px + 0.01))
                    return null;
                sizes[items[start + index]] = px;
            }

            start += count;
        }

        return sizes;
    }

    // One alone that takes all that is left over, and gives way where there is too little, is as wide as what the others leave.
    private Dictionary<IElement, double>? WithOneByContent(
        IReadOnlyList<IElement> items, List<(FlexItem Box, bool HasContentMin)?> boxes, double room, double gap)
    {
        var at = boxes.IndexOf(null);
        var style = Tree.Style(items[at]);
        var others = boxes.OfType<(FlexItem Box, bool HasContentMin)>().ToList();
        if (Factor(style, "flex-grow", 0) is not > 0 || Factor(style, "flex-shrink", 1) is not > 0 ||
            others.Exists(other => other.Box.Grow > 0 || other.Box.Shrink > 0) ||
            BoxEdges.Of(style, room) is not { } edges || style.Length("width", room).Kind != ExtentKind.Auto)
            return null;
        var left = room - (gap * (items.Count - 1)) - others.Sum(other => other.Box.Hypothetical + other.Box.Around) - edges.Around;
        if (BoxWidths.Bounded(style, Math.Max(0, left), room, edges.Inside) is not { } px || !(px >= left - 0.01 && px <= left + 0.01) ||
            (!style.IsClipped && style.Length("min-width", room).Kind == ExtentKind.Auto && !(widths.Least.Inside(items[at]) <= px)))
            return null;
        var sizes = new Dictionary<IElement, double> { [items[at]] = px };
        foreach (var (index, box) in boxes.Index())
        {
            if (box is { } other)
                sizes[items[index]] = other.Box.Hypothetical;
        }

        return sizes;
    }

    private (FlexItem Box, bool HasContentMin)? Item(IElement item, double room)
    {
        var style = Tree.Style(item);
        if (BoxEdges.Of(style, room) is not { } edges || Factor(style, "flex-grow", 0) is not { } grow ||
            Factor(style, "flex-shrink", 1) is not { } shrink || style.Word("box-sizing", "content-box") is not { } sizing)
            return null;
        double Own(double px) => sizing == "border-box" ? Math.Max(0, px - edges.Inside) : px;
        var width = BoxWidths.Width(style, room, edges.Inside);
        var basis = style.Word("flex-basis", "auto") switch
        {
            "auto" => width,
            "content" => Extent.Auto,
            _ when style.Length("flex-basis", room) is { Kind: ExtentKind.Known } length => Extent.Of(Own(length.Px)),
            _ => Extent.Unknown,
        };
        if (basis.Kind == ExtentKind.Auto)
            basis = BoxTree.IsPicture(item) ? Extent.Of(OwnWidth(item)) : Extent.Unknown;
        var (max, min) = (style.Length("max-width", room), style.Length("min-width", room));
        if (basis.Kind != ExtentKind.Known || max.Kind == ExtentKind.Unknown || min.Kind == ExtentKind.Unknown)
            return null;
        var most = max.Kind == ExtentKind.Known ? Own(max.Px) : double.PositiveInfinity;
        if (min.Kind == ExtentKind.Known)
            return (new FlexItem(basis.Px, grow, shrink, Own(min.Px), Math.Max(most, Own(min.Px)), edges.Around), false);
        if (style.IsClipped)
            return (new FlexItem(basis.Px, grow, shrink, 0, most, edges.Around), false);
        // §4.5: no narrower than its content wants, or than it says itself.
        if (!BoxTree.IsPicture(item))
            return (new FlexItem(basis.Px, grow, shrink, 0, most, edges.Around), !(width.Kind == ExtentKind.Known && shrink == 0));
        var least = OwnWidth(item) is { } own && width.Kind == ExtentKind.Known ? Math.Min(width.Px, own) : OwnWidth(item);
        return least is { } px ? (new FlexItem(basis.Px, grow, shrink, Math.Min(px, most), most, edges.Around), false) : null;
    }

    private double? OwnWidth(IElement item) =>
        Tree.Style(item).Of("max-height") is { IsKnown: true, Text: null } ? widths.OwnWidth(item) : null;

    private static double? Factor(ElementStyle style, string property, double initial) =>
        style.Word(property, "") is not { } text ? null
        : text.Length == 0 ? initial
        : double.TryParse(text, System.Globalization.CultureInfo.InvariantCulture, out var factor) && factor >= 0 ? factor : null;
}
