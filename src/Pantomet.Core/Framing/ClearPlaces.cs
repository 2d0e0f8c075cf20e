using System.Numerics;
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
    /// <summary>How few pixels are covered at the best place, without finding all such places.</summary>
    /// <remarks>
    /// Along either axis the covered area is least where its slope rises or at an end, and it rises only where an edge of the subject
    /// begins
    /// or ceases to be covered by a part: half of the corners are enough.
    /// </remarks>
    /// <param name="across">Left edges that are allowed.</param>
    /// <param name="down">Top edges that are allowed.</param>
    /// <param name="subject">What should be clear.</param>
    /// <param name="parts">What is covered, measured from the crop's corner.</param>
    public static long Least(Span across, Span down, PixelRect subject, PixelRect[] parts)
    {
        // Asked for at hundreds of sizes while somebody drags: nothing is sorted, and the same place may be tried twice.
        var (xs, ys) = (new int[(2 * parts.Length) + 2], new int[(2 * parts.Length) + 2]);
        var (columns, rows) = (Ends(across, xs), Ends(down, ys));
        foreach (var part in parts)
        {
            columns = Add(xs, columns, across, subject.X - part.Right, subject.Right - part.X);
            rows = Add(ys, rows, down, subject.Y - part.Bottom, subject.Bottom - part.Y);
        }

        var beside = new double[columns * parts.Length];
        for (var column = 0; column < columns; column++)
        {
            for (var part = 0; part < parts.Length; part++)
                beside[(column * parts.Length) + part] = Shared(
                    subject.X, subject.Right, xs[column] + parts[part].X, xs[column] + parts[part].Right);
        }

        var above = new double[parts.Length];
        var least = double.MaxValue;
        for (var row = 0; row < rows; row++)
        {
            for (var part = 0; part < parts.Length; part++)
                above[part] = Shared(subject.Y, subject.Bottom, ys[row] + parts[part].Y, ys[row] + parts[part].Bottom);
            for (var column = 0; column < columns; column++)
                least = Math.Min(least, Product(beside.AsSpan(column * parts.Length, parts.Length), above));
            if (least == 0)
                return 0;
        }

        return (long)least;
    }

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
        var covered = Sums(xs, ys, subject, parts);
        var least = covered.Min(row => row.Min());
        return ((long)least, [.. Boxes(xs, ys, covered, least)]);
    }

    // Whole numbers below 2⁵³, so doubles hold them exactly, and several are added at a time.
    private static double[][] Sums(int[] xs, int[] ys, PixelRect subject, PixelRect[] parts)
    {
        var sums = Array.ConvertAll(ys, _ => new double[xs.Length]);
        var beside = new double[xs.Length];
        foreach (var part in parts)
        {
            for (var at = 0; at < xs.Length; at++)
                beside[at] = Shared(subject.X, subject.Right, xs[at] + part.X, xs[at] + part.Right);
            for (var row = 0; row < ys.Length; row++)
            {
                if (Shared(subject.Y, subject.Bottom, ys[row] + part.Y, ys[row] + part.Bottom) is > 0 and var rows)
                    AddScaled(sums[row], beside, rows);
            }
        }

        return sums;
    }

    // Where neighbouring corners are both least, so is all between them.
    private static IEnumerable<(Span Across, Span Down)> Boxes(int[] xs, int[] ys, double[][] covered, double least)
    {
        bool IsLeast(int row, int column) => row < ys.Length && column < xs.Length && covered[row][column] == least;
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

    private static int Ends(Span span, int[] places)
    {
        (places[0], places[1]) = (span.Least, span.Most);
        return 2;
    }

    private static int Add(int[] places, int count, Span span, long one, long other)
    {
        if (one > span.Least && one < span.Most)
            places[count++] = (int)one;
        if (other > span.Least && other < span.Most)
            places[count++] = (int)other;
        return count;
    }

    private static double Product(ReadOnlySpan<double> one, ReadOnlySpan<double> other)
    {
        var sums = Vector<double>.Zero;
        var at = 0;
        for (; at + Vector<double>.Count <= one.Length; at += Vector<double>.Count)
            sums += new Vector<double>(one[at..]) * new Vector<double>(other[at..]);
        var sum = Vector.Sum(sums);
        for (; at < one.Length; at++)
            sum += one[at] * other[at];
        return sum;
    }

    private static void AddScaled(double[] sums, double[] values, double scale)
    {
        var at = 0;
        for (; at + Vector<double>.Count <= sums.Length; at += Vector<double>.Count)
            (new Vector<double>(sums, at) + (new Vector<double>(values, at) * scale)).CopyTo(sums, at);
        for (; at < sums.Length; at++)
            sums[at] += values[at] * scale;
    }

    private static IEnumerable<long> Passing(long from, long to, long partFrom, long partTo) =>
        [from - partFrom, from - partTo, to - partFrom, to - partTo];

    private static long Shared(long from, long to, long otherFrom, long otherTo) =>
        Math.Max(0, Math.Min(to, otherTo) - Math.Max(from, otherFrom));
}
