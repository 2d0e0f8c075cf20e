namespace Pantomet.Core.Kernels.Saliency;

/// <summary>How much each pixel of a picture stands out, 0 to 1.</summary>
/// <remarks>
/// Published cues: how far a region's colour is from that of the background (<see cref="BackgroundConnectivity"/>); how much must be
/// crossed on the way from the border (<see cref="BarrierDistance"/>); where the picture is sharp, since what a photographer focused on
/// has finer detail than what lies before or behind it (<see cref="Sharpness"/>); and a preference for the middle (Tatler: "The central
/// fixation bias in scene viewing", Journal of Vision 7, 2007). The weights are our own, tuned on the photographs of
/// tests/photographs.
/// </remarks>
internal static class Saliency
{
    private const int Regions = 260;

    private const float ConnectivityWeight = 0.617f;
    private const float BarrierWeight = 0.934f;

    // What is sharp stands out by itself where little of the picture is.
    private const float ShallowWeight = 0.413f;

    // How much less stands out what is blurred: in any picture, and more in one with little depth of field.
    private const float Pull = 0.778f;
    private const float ShallowPull = 0.293f;
    private const float SharpnessExponent = 0.715f;

    // Twice the variance of the preference for the middle, in shares of the picture's sides.
    private const float MiddleSpread = 0.241f;

    /// <summary>Computes the map.</summary>
    /// <param name="plane">The picture, about 200 px on its longer side.</param>
    /// <returns>Row by row; all zero where nothing differs from anything.</returns>
    public static float[] Of(LabPlane plane)
    {
        var regions = ColourRegions.In(plane, Regions);
        var contrast = BackgroundConnectivity.Contrast(regions, plane.Width, plane.Height);
        float[] connected = [.. regions.Of.Select(region => contrast[region])];
        var barrier = Summed(
            BarrierDistance.FromBorder(plane.Lightness, plane.Width, plane.Height),
            BarrierDistance.FromBorder(plane.RedGreen, plane.Width, plane.Height),
            BarrierDistance.FromBorder(plane.YellowBlue, plane.Width, plane.Height));
        MapMath.Normalise(connected);
        MapMath.Normalise(barrier);
        var sharpness = Sharpness.Of(plane);
        var map = Combined(plane, connected, barrier, sharpness);
        MapMath.Blur(map, plane.Width, plane.Height, 1);
        MapMath.Normalise(map);
        return map;
    }

    private static float[] Combined(LabPlane plane, float[] connected, float[] barrier, Sharpness sharpness)
    {
        var map = new float[plane.Count];
        var pull = Math.Min(1, Pull + (ShallowPull * sharpness.Shallowness));
        for (var at = 0; at < map.Length; at++)
        {
            var (x, y) = ((((at % plane.Width) + 0.5f) / plane.Width) - 0.5f, (((at / plane.Width) + 0.5f) / plane.Height) - 0.5f);
            var middle = MathF.Exp(-((x * x) + (y * y)) / MiddleSpread);
            var sharp = sharpness.Map[at];
            var stands = (ConnectivityWeight * connected[at]) + (BarrierWeight * barrier[at]) +
                (ShallowWeight * sharpness.Shallowness * sharp);
            map[at] = stands * (1 - pull + (pull * MathF.Pow(sharp, SharpnessExponent))) * middle;
        }

        return map;
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
}
