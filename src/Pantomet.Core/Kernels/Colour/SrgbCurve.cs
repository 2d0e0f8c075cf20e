using Pantomet.Core.Measures;

namespace Pantomet.Core.Kernels.Colour;

/// <summary>From linear light to sRGB (IEC 61966-2-1).</summary>
internal static class SrgbCurve
{
    /// <summary>A colour of linear light.</summary>
    /// <param name="red">0 to 1.</param>
    /// <param name="green">0 to 1.</param>
    /// <param name="blue">0 to 1.</param>
    public static SrgbColour Colour(double red, double green, double blue) => new(Value(red), Value(green), Value(blue));

    private static byte Value(double linear) =>
        (byte)((255 * (linear <= 0.0031308 ? 12.92 * linear : (1.055 * Math.Pow(linear, 1 / 2.4)) - 0.055)) + 0.5);
}
