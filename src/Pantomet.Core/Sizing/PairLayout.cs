using Pantomet.Core.Measures;

namespace Pantomet.Core.Sizing;

/// <summary>How pictures lie beside each other in one.</summary>
public enum PairDirection
{
    /// <summary>Side by side, all of one height.</summary>
    Row,

    /// <summary>One above the other, all of one width.</summary>
    Column,
}

/// <summary>Several pictures as one.</summary>
/// <param name="Whole">Pixels of the one that they make.</param>
/// <param name="Places">Where each lies in it, in their order.</param>
public sealed record PairPlaces(PixelSize Whole, IReadOnlyList<PixelRect> Places);

/// <summary>Lays pictures beside each other: one height, the same gap between all, a margin round them, and in all exactly as wide as is
/// wanted. In a column all have one width instead.</summary>
/// <remarks>The pixels that proportions leave over go to those that lost most in rounding (largest remainder), so that no two heights
/// differ and no gap is wider than another.</remarks>
/// <param name="Direction">Side by side, or one above the other.</param>
/// <param name="Width">Pixels of the whole across.</param>
/// <param name="Gap">Pixels between two.</param>
/// <param name="Margin">Pixels round them.</param>
public sealed record PairLayout(PairDirection Direction, int Width, int Gap, int Margin)
{
    /// <summary>Fewer make no pair.</summary>
    public const int Least = 2;

    /// <summary>More are a gallery.</summary>
    public const int Most = 3;

    /// <summary>Lays them out.</summary>
    /// <param name="shapes">What each is to look like.</param>
    /// <returns>Null where gaps and margins leave no pixel for one of them.</returns>
    public PairPlaces? Of(IReadOnlyList<AspectRatio> shapes) =>
        Direction == PairDirection.Row ? RowOf(shapes) : ColumnOf(shapes);

    private PairPlaces? RowOf(IReadOnlyList<AspectRatio> shapes)
    {
        var ratios = shapes.Select(shape => shape.Value).ToList();
        var room = Width - (2 * Margin) - GapsOf(shapes);
        if (room < shapes.Count)
            return null;
        var height = AtLeast(1, room / ratios.Sum());
        return new PairPlaces(
            new PixelSize(Width, height + (2 * Margin)),
            [.. Spans(room, ratios).Select(span => new PixelRect(span.At, Margin, span.Length, height))]);
    }

    private PairPlaces? ColumnOf(IReadOnlyList<AspectRatio> shapes)
    {
        var ratios = shapes.Select(shape => 1 / shape.Value).ToList();
        var width = Width - (2 * Margin);
        if (width < 1)
            return null;
        var room = AtLeast(shapes.Count, width * ratios.Sum());
        return new PairPlaces(
            new PixelSize(Width, room + GapsOf(shapes) + (2 * Margin)),
            [.. Spans(room, ratios).Select(span => new PixelRect(Margin, span.At, width, span.Length))]);
    }

    private int GapsOf(IReadOnlyList<AspectRatio> shapes) => Gap * (shapes.Count - 1);

    private static int AtLeast(int least, double pixels) => (int)Math.Clamp(Rounding.HalfUp(pixels), least, int.MaxValue / 2);

    private IEnumerable<(int At, int Length)> Spans(int room, List<double> ratios)
    {
        var at = Margin;
        foreach (var length in Shared(room, ratios))
        {
            yield return (at, length);
            at += length + Gap;
        }
    }

    // Each at least one pixel; the rest by their proportions.
    private static int[] Shared(int room, List<double> ratios)
    {
        var (free, all) = (room - ratios.Count, ratios.Sum());
        var exact = ratios.Select(ratio => Math.Max(0, (room * ratio / all) - 1)).ToList();
        var scale = free / Math.Max(exact.Sum(), double.Epsilon);
        var shares = exact.Select(share => (int)(share * scale)).ToArray();
        var left = free - shares.Sum();
        foreach (var (_, index) in exact.Select((share, index) => ((share * scale) - shares[index], index))
            .OrderByDescending(one => one.Item1).ThenBy(one => one.index).Take(left))
            shares[index]++;
        return [.. shares.Select(share => share + 1)];
    }
}
