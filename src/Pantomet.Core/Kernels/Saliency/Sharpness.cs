namespace Pantomet.Core.Kernels.Saliency;

/// <summary>Where a picture is sharp, and whether only a part of it is.</summary>
/// <remarks>
/// The energy of the finest detail (the focus measure of Nayar, Nakagawa: "Shape from Focus", IEEE Trans. PAMI 16, 1994), spread over
/// the neighbourhood, since detail belongs to the thing whose outline it is.
/// </remarks>
/// <param name="Map">0 to 1, row by row.</param>
/// <param name="Shallowness">How much of the detail lies in little of the picture: 0 where it is all over, 1 where one thing is in
/// focus.</param>
internal sealed record Sharpness(float[] Map, float Shallowness)
{
    // A share of the longer side, to each side.
    private const int Neighbourhood = 24;

    // The strongest hundredths are single glints.
    private const double Strongest = 0.98;

    // The share of the detail that lies in the sharpest part of the picture, as large as this: where it begins to tell, and by how much.
    private const double SharpestPart = 0.15;
    private const float LeastShare = 0.164f;
    private const float ShareRange = 0.3f;

    /// <summary>Measures it.</summary>
    /// <param name="plane">The picture; where it has no detail of its own, that of the small copy stands in.</param>
    public static Sharpness Of(LabPlane plane)
    {
        var map = plane.Detail.Length > 0 ? (float[])plane.Detail.Clone() : Gradient(plane);
        MapMath.Blur(map, plane.Width, plane.Height, Math.Max(1, Math.Max(plane.Width, plane.Height) / Neighbourhood));
        var sorted = (float[])map.Clone();
        Array.Sort(sorted);
        var strongest = Math.Max(sorted[(int)(Strongest * (sorted.Length - 1))], 1e-3f);
        for (var at = 0; at < map.Length; at++)
            map[at] = Math.Clamp(map[at] / strongest, 0, 1);
        var (all, sharpest) = (0f, 0f);
        for (var at = 0; at < sorted.Length; at++)
        {
            var value = Math.Min(strongest, sorted[at]);
            all += value;
            sharpest += at >= (1 - SharpestPart) * sorted.Length ? value : 0;
        }

        Enclose(map, plane.Width, plane.Height);
        return new Sharpness(map, all > 0 ? Math.Clamp(((sharpest / all) - LeastShare) / ShareRange, 0, 1) : 0);
    }

    // Of the sharpness of the edges, what their inside has.
    private const float InsideShare = 0.3f;


    // What lies between sharp edges on at least three sides is the inside of a thing, however plain it is: it may touch one side of the
    // picture.
    private static void Enclose(float[] map, int width, int height)
    {
        var (left, right, up, down) = (new float[map.Length], new float[map.Length], new float[map.Length], new float[map.Length]);
        for (var at = 0; at < map.Length; at++)
        {
            left[at] = Math.Max(map[at], at % width > 0 ? left[at - 1] : 0);
            up[at] = Math.Max(map[at], at >= width ? up[at - width] : 0);
        }

        for (var at = map.Length - 1; at >= 0; at--)
        {
            right[at] = Math.Max(map[at], at % width < width - 1 ? right[at + 1] : 0);
            down[at] = Math.Max(map[at], at < map.Length - width ? down[at + width] : 0);
        }

        Span<float> sides = stackalloc float[4];
        for (var at = 0; at < map.Length; at++)
        {
            (sides[0], sides[1], sides[2], sides[3]) = (left[at], right[at], up[at], down[at]);
            sides.Sort();
            map[at] = Math.Max(map[at], InsideShare * sides[1]);
        }
    }

    private static float[] Gradient(LabPlane plane)
    {
        var detail = new float[plane.Count];
        for (var y = 0; y < plane.Height - 1; y++)
        {
            for (var x = 0; x < plane.Width - 1; x++)
            {
                var at = (y * plane.Width) + x;
                detail[at] = Math.Abs(plane.Lightness[at] - plane.Lightness[at + 1]) +
                    Math.Abs(plane.Lightness[at] - plane.Lightness[at + plane.Width]);
            }
        }

        return detail;
    }
}
