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
        var half = new float[width * height];
        for (var y = 0; y < height; y++)
        {
            // Pairs of neighbours are read at once, as one 64-bit value each.
            var upper = MemoryMarshal.Cast<float, Pair>(Values.AsSpan(2 * y * Width, 2 * width));
            var lower = MemoryMarshal.Cast<float, Pair>(Values.AsSpan(((2 * y) + 1) * Width, 2 * width));
            var row = half.AsSpan(y * width, width);
            for (var x = 0; x < row.Length && x < upper.Length && x < lower.Length; x++)
                row[x] = (upper[x].Left + upper[x].Right + lower[x].Left + lower[x].Right) * 0.25f;
        }

        return new TonePlane(width, height, half);
    }

    private readonly record struct Pair(float Left, float Right);
}
