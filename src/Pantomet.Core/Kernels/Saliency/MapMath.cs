using System.Runtime.CompilerServices;

namespace Pantomet.Core.Kernels.Saliency;

/// <summary>What is done to maps of values, row by row, in place.</summary>
internal static class MapMath
{
    /// <summary>Stretches the values to 0 to 1; all 0 where they are all alike.</summary>
    /// <param name="map">Any values.</param>
    public static void Normalise(float[] map)
    {
        var (least, most) = (map.Min(), map.Max());
        var by = most > least ? 1 / (most - least) : 0;
        for (var at = 0; at < map.Length; at++)
            map[at] = (map[at] - least) * by;
    }

    /// <summary>The mean over a square around each pixel.</summary>
    /// <param name="map">Row by row.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="reach">Pixels to each side.</param>
    /// <param name="isEmptyBeyond">Beyond the edges lies nothing; else they repeat.</param>
    public static void Blur(float[] map, int width, int height, int reach, bool isEmptyBeyond = false)
    {
        var line = new float[Math.Max(width, height)];
        for (var y = 0; y < height; y++)
            Mean(map, line, y * width, 1, width, reach, isEmptyBeyond);
        for (var x = 0; x < width; x++)
            Mean(map, line, x, width, height, reach, isEmptyBeyond);
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static void Mean(float[] map, float[] line, int start, int step, int count, int reach, bool isEmptyBeyond)
    {
        float At(int at) => isEmptyBeyond && (at < 0 || at >= count) ? 0 : map[start + (Math.Clamp(at, 0, count - 1) * step)];
        var sum = 0f;
        for (var at = -reach; at <= reach; at++)
            sum += At(at);
        for (var at = 0; at < count; at++)
        {
            line[at] = sum / ((2 * reach) + 1);
            sum += At(at + reach + 1) - At(at - reach);
        }

        for (var at = 0; at < count; at++)
            map[start + (at * step)] = line[at];
    }
}
