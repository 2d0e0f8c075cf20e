using Pantomet.Core.Kernels.Saliency;

namespace Pantomet.Core.Kernels.Colour;

/// <summary>The colour of which a picture has most.</summary>
public static class MainColour
{
    // In CIE L*a*b*: colours that lie closer are shades of one, common practice, no source.
    private const float Shade = 15;
    private const float Bin = 10;

    /// <summary>Finds it: the densest place of the colour space, and the mean light of what lies around it.</summary>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="srgb">Red, green, blue of each pixel, row by row; at least one pixel.</param>
    /// <returns>sRGB, <c>#rrggbb</c>.</returns>
    public static string Of(int width, int height, ReadOnlySpan<byte> srgb)
    {
        var lab = LabPlane.FromSrgb(width, height, srgb, []);
        var bins = new Dictionary<(int, int, int), List<int>>();
        for (var at = 0; at < lab.Count; at++)
        {
            var bin = (BinOf(lab.Lightness[at]), BinOf(lab.RedGreen[at]), BinOf(lab.YellowBlue[at]));
            if (!bins.TryGetValue(bin, out var pixels))
                bins[bin] = pixels = [];
            pixels.Add(at);
        }

        var densest = bins.Values.MaxBy(pixels => pixels.Count)!;
        var (l, a, b) = (densest.Average(at => lab.Lightness[at]), densest.Average(at => lab.RedGreen[at]),
            densest.Average(at => lab.YellowBlue[at]));
        var (red, green, blue, shades) = (0.0, 0.0, 0.0, 0);
        for (var at = 0; at < lab.Count; at++)
        {
            var (dl, da, db) = (lab.Lightness[at] - l, lab.RedGreen[at] - a, lab.YellowBlue[at] - b);
            if ((dl * dl) + (da * da) + (db * db) > Shade * Shade)
                continue;
            red += LabPlane.ToLinear(srgb[3 * at]);
            green += LabPlane.ToLinear(srgb[(3 * at) + 1]);
            blue += LabPlane.ToLinear(srgb[(3 * at) + 2]);
            shades++;
        }

        return SrgbCurve.Colour(red / shades, green / shades, blue / shades).ToString();
    }

    private static int BinOf(float value) => (int)MathF.Floor(value / Bin);
}
