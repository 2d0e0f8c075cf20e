using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>The places of a crop at which keep-clear zones cover the least of the subject.</summary>
/// <remarks>
/// What two rectangles share is the product of what they share across and down, each linear between the places where their edges
/// pass one another. Between those places the covered area is therefore bilinear, and a bilinear function is least at a corner:
/// trying the corners finds the optimum over all places, not only over those tried.
/// </remarks>
internal static class ClearPlaces
{
    /// <summary>Finds them.</summary>
    /// <param name="across">Left edges that are allowed.</param>
    /// <param name="down">Top edges that are allowed.</param>
    /// <param name="subject">What should be clear.</param>
    /// <param name="parts">What is covered, measured from the crop's corner.</param>
    /// <returns>The covered pixels, and boxes of places that together are all at which so few are covered.</returns>
    public static (long Least, List<(Span Across, Span Down)> Boxes) In(Span across, Span down, PixelRect subject, PixelRect[] parts)
    {
        var xs = across.With(parts.SelectMany(part => Passing(subject.X, subject.Right, part.X, part.Right)));
        var ys = down.With(parts.SelectMany(part => Passing(subject.Y, subject.Bottom, part.Y, part.Bottom)));
        var covered = new long[ys.Length, xs.Length];
        var least = long.MaxValue;
        var beside = Table(xs, parts, (x, part) => Shared(subject.X, subject.Right, x + part.X, x + part.Right));
        var above = Table(ys, parts, (y, part) => Shared(subject.Y, subject.Bottom, y + part.Y, y + part.Bottom));
        for (var row = 0; row < ys.Length; row++)
        {
            for (var column = 0; column < xs.Length; column++)
            {
                long sum = 0;
                for (var part = 0; part < parts.Length; part++)
                    sum += beside[column, part] * above[row, part];
                covered[row, column] = sum;
                least = Math.Min(least, sum);
            }
        }

        return (least, [.. Boxes(xs, ys, covered, least)]);
    }

    // Where neighbouring corners are both least, so is all between them.
    private static IEnumerable<(Span Across, Span Down)> Boxes(int[] xs, int[] ys, long[,] covered, long least)
    {
        bool IsLeast(int row, int column) => row < ys.Length && column < xs.Length && covered[row, column] == least;
        for (var row = 0; row < ys.Length; row++)
        {
            for (var column = 0; column < xs.Length; column++)
            {
                if (!IsLeast(row, column))
                    continue;
                var right = IsLeast(row, column + 1);
                var below = IsLeast(row + 1, column);
                yield return (new Span(xs[column], xs[column]), new Span(ys[row], ys[row]));
                if (right)
                    yield return (new Span(xs[column], xs[column + 1]), new Span(ys[row], ys[row]));
                if (below)
                    yield return (new Span(xs[column], xs[column]), new Span(ys[row], ys[row + 1]));
                if (right && below && IsLeast(row + 1, column + 1))
                    yield return (new Span(xs[column], xs[column + 1]), new Span(ys[row], ys[row + 1]));
            }
        }
    }

    private static long[,] Table(int[] places, PixelRect[] parts, Func<int, PixelRect, long> shared)
    {
        var table = new long[places.Length, parts.Length];
        for (var place = 0; place < places.Length; place++)
        {
            for (var part = 0; part < parts.Length; part++)
                table[place, part] = shared(places[place], parts[part]);
        }

        return table;
    }

    private static IEnumerable<long> Passing(long from, long to, long partFrom, long partTo) => [from - partFrom, from - partTo, to - partFrom, to - partTo];

    private static long Shared(long from, long to, long otherFrom, long otherTo) => Math.Max(0, Math.Min(to, otherTo) - Math.Max(from, otherFrom));
}
