using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;

namespace Pantomet.Core.Kernels.Similarity;

/// <summary>
/// Splits pixels at half size at once: lightness and differences are linear in the colours, so those of a mean are the mean of theirs.
/// </summary>
internal static class Halves
{
    // Of a sum of four.
    private const float BlueShare = 0.25f / 1.772f;
    private const float RedShare = 0.25f / 1.402f;

    public static float Lightness(float red, float green, float blue) => (0.299f * red) + (0.587f * green) + (0.114f * blue);

    /// <summary>An odd last row or column is left out.</summary>
    public static TonePlane OfGrey(int width, int height, ReadOnlySpan<byte> pixels)
    {
        var (across, down) = (width / 2, height / 2);
        var plane = new TonePlane(across, down);
        var luma = plane.Values;
        for (var y = 0; y < down; y++)
        {
            var upper = pixels.Slice(2 * y * width, 2 * across);
            var lower = pixels.Slice(((2 * y) + 1) * width, 2 * across);
            for (var x = 0; x < across; x++)
                luma[(y * across) + x] = (upper[2 * x] + upper[(2 * x) + 1] + lower[2 * x] + lower[(2 * x) + 1]) * 0.25f;
        }

        return plane;
    }

    /// <summary>Lightness at half size, the differences at a quarter. An odd last row or column is left out.</summary>
    public static (TonePlane Luma, TonePlane Blue, TonePlane Red) OfColour(int width, int height, ReadOnlySpan<byte> pixels)
    {
        var (across, down) = (width / 2, height / 2);
        var acrossColour = across / 2;
        var (luma, blues, reds) =
            (new TonePlane(across, down), new TonePlane(acrossColour, down / 2), new TonePlane(acrossColour, down / 2));
        // One row of sums of four: of the two rows first, as they lie in memory, then of neighbours, channel by channel.
        var rows = new ushort[6 * across];
        var (red, green, blue) = (new float[across], new float[across], new float[across]);
        // Of the differences two rows at half size are held, no more: to fill all of them would take as long as to look at them.
        var (blueRows, redRows) = (new float[2 * across], new float[2 * across]);
        for (var y = 0; y < down; y++)
        {
            Add(pixels.Slice(6 * y * width, rows.Length), pixels.Slice(3 * ((2 * y) + 1) * width, rows.Length), rows);
            AddNeighbours(rows, red, green, blue);
            var into = y % 2 * across;
            Split(red, green, blue, luma.Values.Slice(y * across, across), blueRows.AsSpan(into, across), redRows.AsSpan(into, across));
            if (y % 2 == 0)
                continue;
            var half = y / 2 * acrossColour;
            TonePlane.Halve(blueRows.AsSpan(0, across), blueRows.AsSpan(across), blues.Values.Slice(half, acrossColour));
            TonePlane.Halve(redRows.AsSpan(0, across), redRows.AsSpan(across), reds.Values.Slice(half, acrossColour));
        }

        return (luma, blues, reds);
    }

    private static void Add(ReadOnlySpan<byte> upper, ReadOnlySpan<byte> lower, Span<ushort> sums)
    {
        var at = 0;
        for (; at + Vector<byte>.Count <= sums.Length; at += Vector<byte>.Count)
        {
            Vector.Widen(new Vector<byte>(upper[at..]), out var upperLow, out var upperHigh);
            Vector.Widen(new Vector<byte>(lower[at..]), out var lowerLow, out var lowerHigh);
            (upperLow + lowerLow).CopyTo(sums[at..]);
            (upperHigh + lowerHigh).CopyTo(sums[(at + Vector<ushort>.Count)..]);
        }

        for (; at < sums.Length; at++)
            sums[at] = (ushort)(upper[at] + lower[at]);
    }

    private static void AddNeighbours(ushort[] rows, float[] red, float[] green, float[] blue)
    {
        // Without bounds checks, which would take as long as the sums.
        ref var from = ref MemoryMarshal.GetArrayDataReference(rows);
        for (var x = 0; x < red.Length && x < green.Length && x < blue.Length; x++)
        {
            red[x] = from + Unsafe.Add(ref from, 3);
            green[x] = Unsafe.Add(ref from, 1) + Unsafe.Add(ref from, 4);
            blue[x] = Unsafe.Add(ref from, 2) + Unsafe.Add(ref from, 5);
            from = ref Unsafe.Add(ref from, 6);
        }
    }

    private static void Split(float[] red, float[] green, float[] blue, Span<float> luma, Span<float> blues, Span<float> reds)
    {
        var (middle, step) = (new Vector<float>(128), Vector<float>.Count);
        var x = 0;
        for (; x + step <= luma.Length; x += step)
        {
            var (r, g, b) = (new Vector<float>(red, x), new Vector<float>(green, x), new Vector<float>(blue, x));
            var light = (r * 0.299f) + (g * 0.587f) + (b * 0.114f);
            (light * 0.25f).CopyTo(luma[x..]);
            (middle + ((b - light) * BlueShare)).CopyTo(blues[x..]);
            (middle + ((r - light) * RedShare)).CopyTo(reds[x..]);
        }

        for (; x < luma.Length; x++)
        {
            var light = Lightness(red[x], green[x], blue[x]);
            luma[x] = light * 0.25f;
            blues[x] = 128 + ((blue[x] - light) * BlueShare);
            reds[x] = 128 + ((red[x] - light) * RedShare);
        }
    }
}
