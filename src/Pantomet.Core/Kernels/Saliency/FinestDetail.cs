using System.Runtime.CompilerServices;

namespace Pantomet.Core.Kernels.Saliency;

/// <summary>How much of the finest detail of a picture lies at each pixel of a smaller copy.</summary>
/// <remarks>
/// The mean answer of a Laplacian over eight neighbours, by its size (after Nayar, Nakagawa: "Shape from Focus", IEEE Trans. PAMI 16,
/// 1994), to the luminance (IEC 61966-2-1).
/// </remarks>
public static class FinestDetail
{
    private const int Steps = 4096;

    private static readonly float[] Linear = [.. Enumerable.Range(0, 256).Select(value => (float)LabPlane.ToLinear(value))];

    // From linear light back to 8 bits.
    private static readonly byte[] Encoded = [.. Enumerable.Range(0, Steps + 1).Select(step => Encode((double)step / Steps))];

    /// <summary>Measures it.</summary>
    /// <param name="srgb">Red, green, blue of each pixel, row by row.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="across">Pixels across of the smaller copy.</param>
    /// <param name="down">Pixels down of the smaller copy.</param>
    /// <returns>Row by row of the copy, in steps of 8 bits.</returns>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static float[] Of(ReadOnlySpan<byte> srgb, int width, int height, int across, int down)
    {
        var light = Luminance(srgb);
        var columns = new int[width];
        for (var x = 0; x < width; x++)
            columns[x] = (int)((long)x * across / width);
        var (sums, counts) = (new int[across * down], new int[across * down]);
        for (var y = 1; y < height - 1; y++)
        {
            var row = (int)((long)y * down / height) * across;
            var above = light.AsSpan((y - 1) * width, width);
            var here = light.AsSpan(y * width, width);
            var below = light.AsSpan((y + 1) * width, width);
            for (var x = 1; x < width - 1; x++)
            {
                var around = above[x - 1] + above[x] + above[x + 1] + here[x - 1] + here[x + 1] + below[x - 1] + below[x] + below[x + 1];
                var at = row + columns[x];
                sums[at] += Math.Abs((8 * here[x]) - around);
                counts[at]++;
            }
        }

        var detail = new float[sums.Length];
        for (var at = 0; at < detail.Length; at++)
            detail[at] = counts[at] > 0 ? (float)sums[at] / counts[at] : 0;
        return detail;
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static byte[] Luminance(ReadOnlySpan<byte> srgb)
    {
        var light = new byte[srgb.Length / 3];
        for (var at = 0; at < light.Length; at++)
        {
            var linear = (0.2126f * Linear[srgb[3 * at]]) + (0.7152f * Linear[srgb[(3 * at) + 1]]) + (0.0722f * Linear[srgb[(3 * at) + 2]]);
            light[at] = Encoded[(int)((linear * Steps) + 0.5f)];
        }

        return light;
    }

    private static byte Encode(double linear) =>
        (byte)(255.5 * (linear <= 0.0031308 ? 12.92 * linear : (1.055 * Math.Pow(linear, 1 / 2.4)) - 0.055));
}
