using System.Runtime.InteropServices;

namespace Pantomet.Core.Weight.Scoring;

/// <summary>One channel of a picture for comparing: lightness or a colour difference, 0 to 255, row by row.</summary>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="Values">Width × height of them.</param>
public sealed record TonePlane(int Width, int Height, float[] Values)
{
    /// <summary>Half as many pixels each way, each the mean of four; an odd last row or column is left out.</summary>
    public TonePlane Halved()
    {
        var (width, height) = (Width / 2, Height / 2);
        var half = GC.AllocateUninitializedArray<float>(width * height);
        for (var y = 0; y < height; y++)
            Halve(Values.AsSpan(2 * y * Width, 2 * width), Values.AsSpan(((2 * y) + 1) * Width, 2 * width), half.AsSpan(y * width, width));
        return new TonePlane(width, height, half);
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
