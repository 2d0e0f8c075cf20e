using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>Where a crop may lie so that its edges run through as few heads as possible.</summary>
internal static class UncutHeads
{
    // In a crowd there is always one at an edge: the largest are looked after.
    private const int MaxHeads = 12;

    /// <summary>The best of some places.</summary>
    /// <param name="heads">In the picture.</param>
    /// <param name="places">Those that are left to choose from.</param>
    /// <param name="size">Of the crop.</param>
    /// <returns>At least one part of the places; in all of them equally few heads are cut.</returns>
    public static IEnumerable<((Span Across, Span Down) Places, int Cut)> Best(
        IReadOnlyList<HeadArea> heads, (Span Across, Span Down) places, PixelSize size)
    {
        var open = heads.Where(head => IsOpen(head, places, size)).OrderByDescending(head => head.Head.Size.Count).Take(MaxHeads).ToList();
        if (open.Count == 0)
            return [(places, 0)];
        // What is cut changes only where a head comes into the crop, lies in it whole, or leaves it.
        var acrosses = Pieces(
            places.Across, open.SelectMany(head => Edges(head.Head.X, head.Head.Right, head.Head.Right, size.Width)));
        var downs = Pieces(places.Down, open.SelectMany(head => Edges(head.Head.Y, head.Head.Bottom, head.Shoulders, size.Height)));
        var pieces = (from across in acrosses
                      from down in downs
                      let crop = new PixelRect(across.Least, down.Least, size.Width, size.Height)
                      select (Places: (across, down), Cut: open.Count(head => head.IsCutBy(crop)))).ToList();
        var least = pieces.Min(piece => piece.Cut);
        return pieces.Where(piece => piece.Cut == least);
    }

    // One that lies whole in the crop wherever that is, or never, makes no difference.
    private static bool IsOpen(HeadArea head, (Span Across, Span Down) places, PixelSize size)
    {
        var area = head.Head;
        var isNever = area.Right <= places.Across.Least || area.X >= (long)places.Across.Most + size.Width ||
            area.Bottom <= places.Down.Least || area.Y >= (long)places.Down.Most + size.Height;
        var isAlways = area.X >= places.Across.Most && area.Right <= (long)places.Across.Least + size.Width &&
            area.Y >= places.Down.Most && head.Shoulders <= (long)places.Down.Least + size.Height;
        return !isNever && !isAlways;
    }

    private static long[] Edges(long from, long to, long whole, int length) =>
        [from + 1, to, from - length + 1, to - length, whole - length];

    private static List<Span> Pieces(Span places, IEnumerable<long> edges)
    {
        var starts = edges.Append(places.Least).Where(at => at >= places.Least && at <= places.Most).Distinct().Order()
            .Select(at => (int)at).ToList();
        return [.. starts.Select((from, at) => new Span(from, at + 1 < starts.Count ? starts[at + 1] - 1 : places.Most))];
    }
}
