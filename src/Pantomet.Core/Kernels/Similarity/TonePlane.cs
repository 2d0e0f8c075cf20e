using System.Buffers;
using System.Runtime.InteropServices;

namespace Pantomet.Core.Kernels.Similarity;

/// <summary>One channel of a picture for comparing: lightness or a colour difference, 0 to 255, row by row.</summary>
/// <remarks>Its memory is borrowed: a run has a dozen planes of some megabytes for each file, and to collect them took a twentieth of its
/// time. Who does not dispose of a plane leaves it to that.</remarks>
public sealed class TonePlane : IDisposable
{
    // Few of each size: what more workers need at once is collected as before.
    private static readonly ArrayPool<float> Pool = ArrayPool<float>.Create(1 << 21, 3);

    private float[]? values;

    /// <summary>A plane whose values are still to be written.</summary>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    public TonePlane(int width, int height) => (Width, Height, values) = (width, height, Pool.Rent(width * height));

    /// <summary>Pixels across.</summary>
    public int Width { get; }

    /// <summary>Pixels down.</summary>
    public int Height { get; }

    /// <summary>Width × height of them.</summary>
    /// <exception cref="ObjectDisposedException">The plane was disposed of.</exception>
    public Span<float> Values => (values ?? throw new ObjectDisposedException(nameof(TonePlane))).AsSpan(0, Width * Height);

    /// <summary>Half as many pixels each way, each the mean of four; an odd last row or column is left out.</summary>
    public TonePlane Halved()
    {
        var half = new TonePlane(Width / 2, Height / 2);
        var from = Values;
        var into = half.Values;
        for (var y = 0; y < half.Height; y++)
            Halve(from.Slice(2 * y * Width, 2 * half.Width), from.Slice(((2 * y) + 1) * Width, 2 * half.Width),
                into.Slice(y * half.Width, half.Width));
        return half;
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        // At most once: what is given back twice would be lent to two.
        if (Interlocked.Exchange(ref values, null) is { } borrowed)
            Pool.Return(borrowed);
    }

    /// <summary>Two rows become one of half their length.</summary>
    internal static void Halve(ReadOnlySpan<float> upper, ReadOnlySpan<float> lower, Span<float> row)
    {
        // Pairs of neighbours are read at once, as one 64-bit value each.
        var above = MemoryMarshal.Cast<float, Pair>(upper);
        var below = MemoryMarshal.Cast<float, Pair>(lower);
        for (var x = 0; x < row.Length && x < above.Length && x < below.Length; x++)
            row[x] = (above[x].Left + above[x].Right + below[x].Left + below[x].Right) * 0.25f;
    }

    private readonly record struct Pair(float Left, float Right);
}
