using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Kernels.Colour;

/// <summary>A colour in CIE L*a*b* (CIE 15:2004) with the D65 white of sRGB.</summary>
/// <param name="L">Lightness, 0 to 100.</param>
/// <param name="A">From green to red.</param>
/// <param name="B">From blue to yellow.</param>
internal readonly record struct LabColour(double L, double A, double B)
{
    // Where the cube root goes over into a line, from the side of the root: 6/29.
    private const double LineBelow = 6.0 / 29;

    /// <summary>The same as sRGB says it.</summary>
    /// <param name="colour">Any.</param>
    public static LabColour Of(SrgbColour colour)
    {
        var plane = LabPlane.FromSrgb(1, 1, [colour.Red, colour.Green, colour.Blue], []);
        return new LabColour(plane.Lightness[0], plane.RedGreen[0], plane.YellowBlue[0]);
    }

    /// <summary>How far it is from grey (CIE 15:2004, C*ab).</summary>
    public double Chroma => Math.Sqrt((A * A) + (B * B));

    /// <summary>The square of the difference (CIE 1976 ΔE).</summary>
    public double SquareTo(LabColour other) =>
        ((L - other.L) * (L - other.L)) + ((A - other.A) * (A - other.A)) + ((B - other.B) * (B - other.B));

    /// <summary>The same in sRGB (IEC 61966-2-1); what is outside is clipped.</summary>
    public SrgbColour ToSrgb()
    {
        var middle = (L + 16) / 116;
        var (x, y, z) = (0.9505 * Cube(middle + (A / 500)), Cube(middle), 1.089 * Cube(middle - (B / 200)));
        return SrgbCurve.Colour(
            Math.Clamp((3.2406 * x) - (1.5372 * y) - (0.4986 * z), 0, 1), Math.Clamp((-0.9689 * x) + (1.8758 * y) + (0.0415 * z), 0, 1),
            Math.Clamp((0.0557 * x) - (0.204 * y) + (1.057 * z), 0, 1));
    }

    private static double Cube(double root) =>
        root > LineBelow ? root * root * root : 3 * LineBelow * LineBelow * (root - (4.0 / 29));
}
