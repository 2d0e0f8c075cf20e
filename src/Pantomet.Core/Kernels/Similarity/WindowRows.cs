using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;

namespace Pantomet.Core.Kernels.Similarity;

/// <summary>
/// The last rows that a window reaches over, filtered along the row: local means of both planes, of their squares together, and of their
/// product.
/// </summary>
/// <remarks>The window is separable and symmetric, so each pass adds the two values at the same distance before it weighs them.</remarks>
internal sealed class WindowRows
{
    private const int Window = StructuralSimilarity.Window;
    private const int Half = Window / 2;
    private const float FlatMean = 0.01f * 255 * (0.01f * 255);
    private const float FlatContrast = 0.03f * 255 * (0.03f * 255);
    private static readonly float[] Taps = Gaussian();

    private readonly int width;

    // A row's length in memory, in whole vectors, so that a row needs no other treatment at its end.
    private readonly int line;
    private readonly float[] squaresNow;
    private readonly float[] productsNow;

    // Window rows of each of the four, one behind the other.
    private readonly float[] ones;
    private readonly float[] others;
    private readonly float[] squares;
    private readonly float[] products;

    /// <param name="width">Windows along a row.</param>
    public WindowRows(int width)
    {
        this.width = width;
        var step = Vector<float>.Count;
        line = (width + step - 1) / step * step;
        (squaresNow, productsNow) = (new float[width + Window - 1], new float[width + Window - 1]);
        (ones, others, squares, products) =
            (new float[Window * line], new float[Window * line], new float[Window * line], new float[Window * line]);
    }

    /// <summary>Takes a row of pixels in, over the one that no window reaches any more.</summary>
    public void Take(ReadOnlySpan<float> one, ReadOnlySpan<float> other, int into)
    {
        Multiply(one, other);
        Filter(one, ones.AsSpan(into * line, width));
        Filter(other, others.AsSpan(into * line, width));
        Filter(squaresNow, squares.AsSpan(into * line, width));
        Filter(productsNow, products.AsSpan(into * line, width));
    }

    /// <summary>
    /// The similarity of every window whose last row is the one taken in last: in whole, and of contrast and structure alone.
    /// </summary>
    /// <param name="last">Where that row was put.</param>
    /// <param name="whole">Room for whole vectors: <see cref="RoomFor"/>.</param>
    /// <param name="contrast">Likewise.</param>
    public void Judge(int last, Span<float> whole, Span<float> contrast)
    {
        var (rows, weights) = (Rows.After(last, line), Weights.Gaussian);
        for (var x = 0; x < line; x += Vector<float>.Count)
        {
            var (a, b) = (FilterDown(ones, rows, (nuint)x, weights), FilterDown(others, rows, (nuint)x, weights));
            var (squared, product) = (FilterDown(squares, rows, (nuint)x, weights), FilterDown(products, rows, (nuint)x, weights));
            var (ab, aabb) = (a * b, (a * a) + (b * b));
            var alike = ((2 * (product - ab)) + new Vector<float>(FlatContrast)) / (squared - aabb + new Vector<float>(FlatContrast));
            alike.CopyTo(contrast[x..]);
            (alike * ((2 * ab) + new Vector<float>(FlatMean)) / (aabb + new Vector<float>(FlatMean))).CopyTo(whole[x..]);
        }
    }

    /// <summary>Values of a judged row, of which the last may mean nothing.</summary>
    public float[] RoomFor() => new float[line];

    private void Multiply(ReadOnlySpan<float> one, ReadOnlySpan<float> other)
    {
        var step = Vector<float>.Count;
        var x = 0;
        for (; x + step <= one.Length; x += step)
        {
            var (a, b) = (new Vector<float>(one[x..]), new Vector<float>(other[x..]));
            ((a * a) + (b * b)).CopyTo(squaresNow, x);
            (a * b).CopyTo(productsNow, x);
        }

        for (; x < one.Length; x++)
            (squaresNow[x], productsNow[x]) = ((one[x] * one[x]) + (other[x] * other[x]), one[x] * other[x]);
    }

    private static void Filter(ReadOnlySpan<float> row, Span<float> into)
    {
        ref var from = ref MemoryMarshal.GetReference(row);
        ref var to = ref MemoryMarshal.GetReference(into);
        var (step, windows) = ((nuint)Vector<float>.Count, (nuint)into.Length);
        var weights = Weights.Gaussian;
        nuint x = 0;
        for (; x + step <= windows; x += step)
        {
            var sum = Vector.LoadUnsafe(ref from, x + 5) * weights.Middle;
            sum = Vector.FusedMultiplyAdd(Vector.LoadUnsafe(ref from, x) + Vector.LoadUnsafe(ref from, x + 10), weights.Fifth, sum);
            sum = Vector.FusedMultiplyAdd(Vector.LoadUnsafe(ref from, x + 1) + Vector.LoadUnsafe(ref from, x + 9), weights.Fourth, sum);
            sum = Vector.FusedMultiplyAdd(Vector.LoadUnsafe(ref from, x + 2) + Vector.LoadUnsafe(ref from, x + 8), weights.Third, sum);
            sum = Vector.FusedMultiplyAdd(Vector.LoadUnsafe(ref from, x + 3) + Vector.LoadUnsafe(ref from, x + 7), weights.Second, sum);
            sum = Vector.FusedMultiplyAdd(Vector.LoadUnsafe(ref from, x + 4) + Vector.LoadUnsafe(ref from, x + 6), weights.First, sum);
            sum.StoreUnsafe(ref to, x);
        }

        for (; x < windows; x++)
        {
            var sum = row[(int)x + Half] * Taps[Half];
            for (var at = 0; at < Half; at++)
                sum += (row[(int)x + at] + row[(int)x + Window - 1 - at]) * Taps[at];
            into[(int)x] = sum;
        }
    }

    // The rows of a window, from the first.
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector<float> FilterDown(float[] values, in Rows at, nuint x, in Weights weights)
    {
        ref var from = ref MemoryMarshal.GetArrayDataReference(values);
        var sum = Vector.LoadUnsafe(ref from, at.R5 + x) * weights.Middle;
        sum = Vector.FusedMultiplyAdd(Vector.LoadUnsafe(ref from, at.R4 + x) + Vector.LoadUnsafe(ref from, at.R6 + x), weights.First, sum);
        sum = Vector.FusedMultiplyAdd(Vector.LoadUnsafe(ref from, at.R3 + x) + Vector.LoadUnsafe(ref from, at.R7 + x), weights.Second, sum);
        sum = Vector.FusedMultiplyAdd(Vector.LoadUnsafe(ref from, at.R2 + x) + Vector.LoadUnsafe(ref from, at.R8 + x), weights.Third, sum);
        sum = Vector.FusedMultiplyAdd(Vector.LoadUnsafe(ref from, at.R1 + x) + Vector.LoadUnsafe(ref from, at.R9 + x), weights.Fourth, sum);
        return Vector.FusedMultiplyAdd(
            Vector.LoadUnsafe(ref from, at.R0 + x) + Vector.LoadUnsafe(ref from, at.R10 + x), weights.Fifth, sum);
    }

    private static float[] Gaussian()
    {
        var taps = Enumerable.Range(-Half, Window).Select(at => Math.Exp(-(at * at) / (2 * 1.5 * 1.5))).ToArray();
        var sum = taps.Sum();
        return [.. taps.Select(tap => (float)(tap / sum))];
    }

    // Written out rather than in arrays: a loop over the taps takes twice the time.
    private readonly record struct Weights(
        Vector<float> Middle, Vector<float> First, Vector<float> Second, Vector<float> Third, Vector<float> Fourth, Vector<float> Fifth)
    {
        public static Weights Gaussian => new(new(Taps[5]), new(Taps[4]), new(Taps[3]), new(Taps[2]), new(Taps[1]), new(Taps[0]));
    }

    private readonly record struct Rows(
        nuint R0, nuint R1, nuint R2, nuint R3, nuint R4, nuint R5, nuint R6, nuint R7, nuint R8, nuint R9, nuint R10)
    {
        public static Rows After(int last, int line)
        {
            nuint At(int row) => (nuint)((last + 1 + row) % Window * line);
            return new Rows(At(0), At(1), At(2), At(3), At(4), At(5), At(6), At(7), At(8), At(9), At(10));
        }
    }
}
