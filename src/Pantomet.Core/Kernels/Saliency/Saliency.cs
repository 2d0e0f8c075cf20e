namespace Pantomet.Core.Kernels.Saliency;

/// <summary>How much each pixel of a picture stands out, 0 to 1.</summary>
/// <remarks>
/// Three published cues, multiplied: the barrier distance from the border (see <see cref="BarrierDistance"/>); how far the colour is
/// from those along each side of the picture (the same paper, after Zhu, Liang, Wei, Sun: "Saliency Optimization from Robust Background
/// Detection", CVPR 2014); and sharpness, since what a photographer focused on has finer detail than what lies before or behind it
/// (local variation of lightness, after Itti, Koch, Niebur 1998, whose centre–surround differences it is the finest scale of).
/// A weak preference for the middle breaks ties (common practice, no source). The weights are our own, tried on the demo pictures.
/// </remarks>
internal static class Saliency
{
    private const int BorderShare = 12;

    /// <summary>Computes the map.</summary>
    /// <param name="plane">The picture, about 200 px on its longer side.</param>
    /// <returns>Row by row; all zero where nothing differs from anything.</returns>
    public static float[] Of(LabPlane plane)
    {
        var barrier = Summed(
            BarrierDistance.FromBorder(plane.Lightness, plane.Width, plane.Height),
            BarrierDistance.FromBorder(plane.RedGreen, plane.Width, plane.Height),
            BarrierDistance.FromBorder(plane.YellowBlue, plane.Width, plane.Height));
        var contrast = BorderContrast(plane);
        var detail = Detail(plane);
        var map = new float[plane.Count];
        var (mostBarrier, mostContrast, mostDetail) = (Peak(barrier), Peak(contrast), Peak(detail));
        for (var at = 0; at < map.Length; at++)
        {
            var (x, y) = ((((at % plane.Width) + 0.5) / plane.Width) - 0.5, (((at / plane.Width) + 0.5) / plane.Height) - 0.5);
            var middle = Math.Exp(-((x * x) + (y * y)) / 0.5);
            var stands = (0.65 * barrier[at] / mostBarrier) + (0.35 * contrast[at] / mostContrast);
            map[at] = (float)(stands * (0.45 + (0.55 * Math.Min(1, detail[at] / mostDetail))) * middle);
        }

        Blur(map, plane.Width, plane.Height, Math.Max(1, plane.Width / 100));
        var most = map.Max();
        for (var at = 0; at < map.Length; at++)
            map[at] = most > 0 ? map[at] / most : 0;
        return map;
    }

    /// <summary>The mean over a square around each pixel, in place; edges repeat.</summary>
    /// <param name="map">Row by row.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="reach">Pixels to each side.</param>
    public static void Blur(float[] map, int width, int height, int reach)
    {
        var line = new float[Math.Max(width, height)];
        for (var y = 0; y < height; y++)
            Mean(map, line, y * width, 1, width, reach);
        for (var x = 0; x < width; x++)
            Mean(map, line, x, width, height, reach);
    }

    private static void Mean(float[] map, float[] line, int start, int step, int count, int reach)
    {
        for (var at = 0; at < count; at++)
        {
            var sum = 0f;
            for (var by = -reach; by <= reach; by++)
                sum += map[start + (Math.Clamp(at + by, 0, count - 1) * step)];
            line[at] = sum / ((2 * reach) + 1);
        }

        for (var at = 0; at < count; at++)
            map[start + (at * step)] = line[at];
    }

    private static float[] Summed(params float[][] maps)
    {
        var sum = new float[maps[0].Length];
        foreach (var map in maps)
        {
            for (var at = 0; at < sum.Length; at++)
                sum[at] += map[at];
        }

        return sum;
    }

    // The distance to the mean colour of each of the four sides, the farthest left out: a subject may touch one side.
    private static float[] BorderContrast(LabPlane plane)
    {
        var (across, down) = (Math.Max(1, plane.Width / BorderShare), Math.Max(1, plane.Height / BorderShare));
        var sides = new[]
        {
            MeanOf(plane, 0, 0, across, plane.Height), MeanOf(plane, plane.Width - across, 0, across, plane.Height),
            MeanOf(plane, 0, 0, plane.Width, down), MeanOf(plane, 0, plane.Height - down, plane.Width, down),
        };
        var contrast = new float[plane.Count];
        var apart = new double[sides.Length];
        for (var at = 0; at < contrast.Length; at++)
        {
            for (var side = 0; side < sides.Length; side++)
            {
                var (light, red, yellow) =
                    (plane.Lightness[at] - sides[side].L, plane.RedGreen[at] - sides[side].A, plane.YellowBlue[at] - sides[side].B);
                apart[side] = Math.Sqrt((light * light) + (red * red) + (yellow * yellow));
            }

            contrast[at] = (float)(apart.Sum() - apart.Max());
        }

        return contrast;
    }

    private static (double L, double A, double B) MeanOf(LabPlane plane, int left, int top, int width, int height)
    {
        var (light, red, yellow) = (0.0, 0.0, 0.0);
        for (var y = top; y < top + height; y++)
        {
            for (var x = left; x < left + width; x++)
            {
                var at = (y * plane.Width) + x;
                light += plane.Lightness[at];
                red += plane.RedGreen[at];
                yellow += plane.YellowBlue[at];
            }
        }

        var count = (double)width * height;
        return (light / count, red / count, yellow / count);
    }

    private static float[] Detail(LabPlane plane)
    {
        var detail = new float[plane.Count];
        for (var y = 0; y < plane.Height - 1; y++)
        {
            for (var x = 0; x < plane.Width - 1; x++)
            {
                var at = (y * plane.Width) + x;
                detail[at] = Math.Abs(plane.Lightness[at] - plane.Lightness[at + 1]) +
                    Math.Abs(plane.Lightness[at] - plane.Lightness[at + plane.Width])
                    + Math.Abs(plane.RedGreen[at] - plane.RedGreen[at + 1]) +
                        Math.Abs(plane.RedGreen[at] - plane.RedGreen[at + plane.Width]);
            }
        }

        // Detail belongs to the thing whose outline it is, so it is spread over the neighbourhood.
        Blur(detail, plane.Width, plane.Height, Math.Max(1, plane.Width / 16));
        return detail;
    }

    private static float Peak(float[] map) => Math.Max(map.Max(), 1e-6f);
}
