using System.Runtime.CompilerServices;

namespace Pantomet.Core.Kernels.Saliency;

/// <summary>How much the lightness or a colour must change on the way from the border of the picture to each pixel.</summary>
/// <remarks>
/// The minimum barrier distance (Strand, Ciesielski, Malmberg, Saha 2013) in the raster-scan form of Zhang, Sclaroff, Lin, Shen, Price,
/// Měch:
/// "Minimum Barrier Salient Object Detection at 80 FPS", ICCV 2015. Of all ways from the border the one counts whose highest and lowest
/// value lie nearest together. A sky that fades is near everywhere; what is closed in by an edge is far.
/// </remarks>
internal static class BarrierDistance
{
    private const int Passes = 4;

    /// <summary>Distances, row by row.</summary>
    /// <param name="values">One channel, row by row.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static float[] FromBorder(float[] values, int width, int height)
    {
        var distance = new float[values.Length];
        var highest = (float[])values.Clone();
        var lowest = (float[])values.Clone();
        for (var at = 0; at < values.Length; at++)
        {
            var (x, y) = (at % width, at / width);
            distance[at] = x == 0 || y == 0 || x == width - 1 || y == height - 1 ? 0 : float.PositiveInfinity;
        }

        for (var pass = 0; pass < Passes; pass++)
        {
            // Down and to the right, then up and to the left.
            var by = pass % 2 == 0 ? 1 : -1;
            for (var row = 1; row < height - 1; row++)
            {
                var at = ((by > 0 ? row : height - 1 - row) * width) + (by > 0 ? 1 : width - 2);
                for (var column = 1; column < width - 1; column++, at += by)
                {
                    Reach(values, distance, highest, lowest, at, at - (by * width));
                    Reach(values, distance, highest, lowest, at, at - by);
                }
            }
        }

        return distance;
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static void Reach(float[] values, float[] distance, float[] highest, float[] lowest, int at, int from)
    {
        var (high, low) = (Math.Max(highest[from], values[at]), Math.Min(lowest[from], values[at]));
        if (high - low >= distance[at])
            return;
        (distance[at], highest[at], lowest[at]) = (high - low, high, low);
    }
}
