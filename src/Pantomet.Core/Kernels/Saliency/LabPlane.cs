namespace Pantomet.Core.Kernels.Saliency;

/// <summary>
/// A small copy of a picture in CIE L*a*b* (D65), where distances are about as large as people see them, and how opaque it is.
/// </summary>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="Lightness">L*, 0 to 100, row by row.</param>
/// <param name="RedGreen">a*.</param>
/// <param name="YellowBlue">b*.</param>
/// <param name="Opacity">0 to 1; empty for an opaque picture.</param>
public sealed record LabPlane(int Width, int Height, float[] Lightness, float[] RedGreen, float[] YellowBlue, float[] Opacity)
{
    // Half of a cube-root curve and half of a line: CIE 15:2004, 8.2.1.
    private const double LineBelow = 216.0 / 24389;
    private const double LineSlope = 24389.0 / 27;

    /// <summary>
    /// The <see cref="FinestDetail"/> of a larger copy, row by row; empty where there is none.
    /// </summary>
    public float[] Detail { get; init; } = [];

    /// <summary>How many pixels there are.</summary>
    public int Count => Width * Height;

    /// <summary>Converts from sRGB (IEC 61966-2-1) through CIE XYZ to CIE L*a*b* (CIE 15:2004) with the D65 white of sRGB.</summary>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="srgb">Red, green, blue of each pixel, row by row.</param>
    /// <param name="opacity">0 to 255 for each pixel; empty for an opaque picture.</param>
    public static LabPlane FromSrgb(int width, int height, ReadOnlySpan<byte> srgb, ReadOnlySpan<byte> opacity)
    {
        var count = width * height;
        var plane = new LabPlane(width, height, new float[count], new float[count], new float[count], new float[opacity.Length]);
        var linear = new double[256];
        for (var value = 0; value < 256; value++)
            linear[value] = ToLinear(value);
        for (var at = 0; at < count; at++)
        {
            var (red, green, blue) = (linear[srgb[3 * at]], linear[srgb[(3 * at) + 1]], linear[srgb[(3 * at) + 2]]);
            var x = Curve(((0.4124 * red) + (0.3576 * green) + (0.1805 * blue)) / 0.9505);
            var y = Curve((0.2126 * red) + (0.7152 * green) + (0.0722 * blue));
            var z = Curve(((0.0193 * red) + (0.1192 * green) + (0.9505 * blue)) / 1.089);
            plane.Lightness[at] = (float)((116 * y) - 16);
            plane.RedGreen[at] = (float)(500 * (x - y));
            plane.YellowBlue[at] = (float)(200 * (y - z));
        }

        for (var at = 0; at < opacity.Length; at++)
            plane.Opacity[at] = opacity[at] / 255f;
        return plane;
    }

    /// <summary>Linear light of an 8-bit sRGB value, 0 to 1 (IEC 61966-2-1).</summary>
    /// <param name="value">0 to 255.</param>
    internal static double ToLinear(int value) =>
        value <= 10 ? value / 255.0 / 12.92 : Math.Pow(((value / 255.0) + 0.055) / 1.055, 2.4);

    private static double Curve(double share) => share > LineBelow ? Math.Cbrt(share) : ((LineSlope * share) + 16) / 116;
}
