using System.Globalization;
using AngleSharp.Dom;
using Pantomet.Sites.Styles;

namespace Pantomet.Sites.Layout;

/// <summary>How wide the areas of grids are.</summary>
/// <remarks>CSS Grid Layout 1 (https://www.w3.org/TR/css-grid-1/).</remarks>
internal sealed class GridAreas(BoxWidths widths)
{
    private readonly Dictionary<IElement, Dictionary<IElement, double>> grids = [];

    private BoxTree Tree => widths.Tree;

    /// <summary>The width of the area that an item is in.</summary>
    /// <param name="item">A child of a grid.</param>
    /// <returns>CSS px; null where it is not known.</returns>
    public double? Of(IElement item)
    {
        if (Tree.Parent(item) is not { } grid)
            return null;
        if (!grids.TryGetValue(grid, out var areas))
        {
            grids[grid] = [];
            grids[grid] = areas = Areas(grid) ?? [];
        }

        return areas.TryGetValue(item, out var px) ? px : null;
    }

    /// <summary>Whether an item without a width of its own is as wide as its area.</summary>
    /// <param name="item">A child of a grid, no picture.</param>
    public bool Fills(IElement item)
    {
        var own = Tree.Style(item).Word("justify-self", "auto");
        var all = Tree.Style(Tree.Parent(item)!).Word("justify-items", "normal");
        return own is not null && all is not null && (own == "auto" ? all : own) is "stretch" or "normal" or "legacy" &&
            BoxEdges.Of(Tree.Style(item), 0) is { HasAutoMargin: false };
    }

    private Dictionary<IElement, double>? Areas(IElement grid)
    {
        var style = Tree.Style(grid);
        if (widths.Content(grid) is not { } room || Tree.Items(grid) is not { } items ||
            style.Length("column-gap", room).Or(0) is not { } gap ||
            style.Word("grid-auto-flow", "row") is not ("row" or "row dense" or "dense") || Columns(style, room, gap) is not { } columns)
            return null;
        var spans = items.Select(item => Span(Tree.Style(item), columns, style)).ToList();
        if (spans.Exists(span => span is null || Math.Max(1, span.Value.Start) + span.Value.Count - 1 > columns.Tracks.Count))
            return null;
        var placed = Placed(items, spans.ConvertAll(span => span!.Value), columns.Tracks.Count);
        // Columns that fit what there is are left out where nothing is in them.
        var tracks = columns.Tracks;
        if (columns.FitsFrom >= 0 && placed is null)
            return null;
        if (columns.FitsFrom >= 0)
        {
            var used = placed!.Select(place => place.Start + place.Count - 1).DefaultIfEmpty(0).Max();
            tracks = [.. tracks.Take(Math.Max(Math.Max(used, columns.FitsFrom), 1))];
        }

        var stretches = style.Word("justify-content", "normal") is "normal" or "stretch";
        if (GridTracks.Size(tracks, room, gap, stretches) is not { } sizes)
            return null;
        var isEven = sizes.All(size => Math.Abs(size - sizes[0]) < 0.001);
        if (placed is null && !isEven)
            return null;
        var areas = new Dictionary<IElement, double>();
        foreach (var (index, item) in items.Index())
        {
            var (start, count) = placed?[index] ?? (1, spans[index]!.Value.Count);
            var width = sizes.Skip(start - 1).Take(count).Sum() + (gap * (count - 1));
            var isByContent = tracks.Skip(start - 1).Take(count).Any(track => !track.HasOwnMin);
            var least = IsClipped(item) ? BoxEdges.Of(Tree.Style(item), 0)?.Around : widths.Least.Outer(item);
            if (isByContent && !(least <= width + 0.01))
                return null;
            areas[item] = width;
        }

        return areas;
    }

    private static GridColumns? Columns(ElementStyle style, double room, double gap)
    {
        var (said, areas) = (style.Of("grid-template-columns"), style.Of("grid-template-areas"));
        if (!said.IsKnown || !areas.IsKnown || style.Of("grid-auto-columns") is not { IsKnown: true, Text: null or "auto" })
            return null;
        var text = said.Text is null or "none" ? "auto" : said.Text;
        if (GridColumns.Read(text, style, room, gap) is not { } columns)
            return null;
        return areas.Text is null or "none" ? columns : WithAreas(columns, areas.Text);
    }

    // §7.3: an area names the lines around it.
    private static GridColumns? WithAreas(GridColumns columns, string text)
    {
        var lines = new Dictionary<string, int>(columns.Lines);
        foreach (var row in text.Split('"', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            var names = row.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries);
            if (names.Length > columns.Tracks.Count)
                return null;
            foreach (var (index, name) in names.Index())
            {
                lines.TryAdd($"{name}-start", index + 1);
                lines[$"{name}-end"] = Math.Max(lines.GetValueOrDefault($"{name}-end"), index + 2);
            }
        }

        return columns with { Lines = lines };
    }

    // Where an item begins, 0 for wherever there is room, and over how many columns it goes.
    private static (int Start, int Count)? Span(ElementStyle style, GridColumns columns, ElementStyle grid)
    {
        if (style.Word("grid-column-start", "auto") is not { } start || style.Word("grid-column-end", "auto") is not { } end ||
            grid.Word("display", "") is null)
            return null;
        var (first, last) = (Line(start, columns, "-start"), Line(end, columns, "-end"));
        if (first is null || last is null)
            return null;
        var (a, b) = (first.Value, last.Value);
        if (a.IsSpan)
            return b.IsSpan ? (0, a.Number) : b.Number > a.Number ? (b.Number - a.Number, a.Number) : null;
        if (b.IsSpan)
            return (a.Number, b.Number);
        // Lines the wrong way round are turned; of one line alone, the column behind it is meant.
        return (Math.Min(a.Number, b.Number), Math.Max(1, Math.Abs(b.Number - a.Number)));
    }

    private static (int Number, bool IsSpan)? Line(string text, GridColumns columns, string side)
    {
        var words = text.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries);
        if (words is ["auto"] or [])
            return (1, true);
        if (words is ["span", var count])
            return int.TryParse(count, CultureInfo.InvariantCulture, out var span) && span > 0 ? (span, true) : null;
        if (words is not [var only])
            return null;
        if (!int.TryParse(only, CultureInfo.InvariantCulture, out var line))
            return columns.Lines.TryGetValue($"{only}{side}", out var named) || columns.Lines.TryGetValue(only, out named)
                ? (named, false)
                : null;
        var number = line < 0 ? columns.Tracks.Count + 2 + line : line;
        return number >= 1 && number <= columns.Tracks.Count + 1 ? (number, false) : null;
    }

    // §8.5, as long as nobody says a row: along the rows, wherever there is room. Null where a row is said.
    private List<(int Start, int Count)>? Placed(IReadOnlyList<IElement> items, List<(int Start, int Count)> spans, int columns)
    {
        if (spans.TrueForAll(span => span.Start > 0))
            return spans;
        var saysRow = items.Any(item => Tree.Style(item).Word("grid-row-start", "auto") != "auto" ||
            Tree.Style(item).Word("grid-row-end", "auto") != "auto" || Tree.Style(item).Of("order").Text is not null);
        if (saysRow)
            return null;
        var (places, column) = (new List<(int Start, int Count)>(), 1);
        foreach (var (start, count) in spans)
        {
            if (start == 0 && column + count - 1 > columns)
                column = 1;
            var at = start == 0 ? column : start;
            places.Add((at, count));
            column = at + count;
        }

        return places;
    }

    private bool IsClipped(IElement item) =>
        Tree.Style(item).IsClipped || Tree.Style(item).Length("min-width", 0).Kind == ExtentKind.Known;
}
