namespace Pantomet.Sites.Layout;

/// <summary>An item of a row of flexible boxes. All sizes in CSS px, of its content.</summary>
/// <param name="Base">From which it grows or shrinks.</param>
/// <param name="Grow">Its share of what is left over.</param>
/// <param name="Shrink">Its share, for its size, of what is missing.</param>
/// <param name="Min">At least.</param>
/// <param name="Max">At most.</param>
/// <param name="Around">Margins, borders and padding of both sides.</param>
internal sealed record FlexItem(double Base, double Grow, double Shrink, double Min, double Max, double Around)
{
    /// <summary>From which it starts, within its bounds.</summary>
    public double Hypothetical => Math.Max(Min, Math.Min(Base, Max));
}

/// <summary>Shares a row among flexible boxes.</summary>
/// <remarks>CSS Flexible Box Layout 1, §9.7 (https://www.w3.org/TR/css-flexbox-1/#resolve-flexible-lengths).</remarks>
internal static class FlexLine
{
    /// <summary>Parts items into lines (§9.3).</summary>
    /// <param name="items">In the order in which they are laid out.</param>
    /// <param name="roomPx">Of a line, CSS px.</param>
    /// <param name="gapPx">Between two items.</param>
    /// <returns>How many items each line has.</returns>
    public static IReadOnlyList<int> Lines(IReadOnlyList<FlexItem> items, double roomPx, double gapPx)
    {
        var (lines, count, used) = (new List<int>(), 0, 0.0);
        foreach (var item in items)
        {
            var outer = item.Hypothetical + item.Around;
            if (count > 0 && used + gapPx + outer > roomPx + 0.01)
            {
                lines.Add(count);
                (count, used) = (0, 0);
            }

            used += outer + (count > 0 ? gapPx : 0);
            count++;
        }

        if (count > 0)
            lines.Add(count);
        return lines;
    }

    /// <summary>How wide each item of a line becomes.</summary>
    /// <param name="items">Of the line.</param>
    /// <param name="roomPx">Of the line, CSS px.</param>
    /// <param name="gapPx">Between two items.</param>
    /// <returns>CSS px of the content of each.</returns>
    public static IReadOnlyList<double> Share(IReadOnlyList<FlexItem> items, double roomPx, double gapPx)
    {
        var room = roomPx - (gapPx * (items.Count - 1));
        var grows = items.Sum(item => item.Hypothetical + item.Around) < room;
        var sizes = items.Select(item => item.Base).ToArray();
        var isFrozen = new bool[items.Count];
        for (var at = 0; at < items.Count; at++)
        {
            var item = items[at];
            var factor = grows ? item.Grow : item.Shrink;
            if (factor <= 0 || (grows ? item.Base > item.Hypothetical : item.Base < item.Hypothetical))
                (sizes[at], isFrozen[at]) = (item.Hypothetical, true);
        }

        double Free() => room - items.Select((item, at) => item.Around + (isFrozen[at] ? sizes[at] : item.Base)).Sum();
        var initial = Free();
        while (isFrozen.Contains(false))
        {
            var open = Enumerable.Range(0, items.Count).Where(at => !isFrozen[at]).ToList();
            var factors = open.Sum(at => grows ? items[at].Grow : items[at].Shrink);
            var free = Free();
            if (factors < 1 && Math.Abs(initial * factors) < Math.Abs(free))
                free = initial * factors;
            var weights = open.Sum(at => items[at].Shrink * items[at].Base);
            foreach (var at in open)
            {
                var share = grows ? items[at].Grow / factors : weights > 0 ? items[at].Shrink * items[at].Base / weights : 0;
                sizes[at] = items[at].Base + (free * share);
            }

            Freeze(items, open, sizes, isFrozen);
        }

        return sizes;
    }

    // Those that break their bounds in the direction that weighs more.
    private static void Freeze(IReadOnlyList<FlexItem> items, List<int> open, double[] sizes, bool[] isFrozen)
    {
        var wanted = open.ConvertAll(at => sizes[at]);
        foreach (var at in open)
            sizes[at] = Math.Max(0, Math.Max(items[at].Min, Math.Min(sizes[at], items[at].Max)));
        var violation = open.Select((at, index) => sizes[at] - wanted[index]).Sum();
        foreach (var (index, at) in open.Index())
        {
            var own = sizes[at] - wanted[index];
            isFrozen[at] = Math.Abs(violation) < 1e-9 || (violation > 0 ? own > 0 : own < 0);
        }
    }
}
