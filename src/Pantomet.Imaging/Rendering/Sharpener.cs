using NetVips;
using Pantomet.Core.Destinations;

namespace Pantomet.Imaging.Rendering;

/// <summary>Gives edges back what a reduction has softened, and no more.</summary>
public static class Sharpener
{
    // A reduction to a quarter and beyond softens as much as it ever will.
    private const double MaxReduction = 4;

    // Of the slope at an edge.
    private const double NormalGain = 2.6;

    // How far an edge may overshoot on its light and on its dark side, in CIE lightness, 0 to 100: more shows as a halo.
    private const double MaxLighter = 4;
    private const double MaxDarker = 5;

    // Flat areas keep their grain: only steps above this are edges.
    private const double MinStep = 1;
    private const double Radius = 0.5;

    /// <summary>Whether there is anything to sharpen.</summary>
    /// <param name="image">Reduced pixels.</param>
    /// <param name="reduction">Source pixels for each of its pixels, along a side.</param>
    /// <param name="amount">How much is wanted.</param>
    public static bool Changes(Image image, double reduction, Sharpening amount) =>
        amount != Sharpening.Off && reduction > 1.02 && Math.Min(image.Width, image.Height) >= 3 &&
        image.Interpretation is Enums.Interpretation.Srgb or Enums.Interpretation.Bw or Enums.Interpretation.Rgb16 or
            Enums.Interpretation.Grey16;

    /// <summary>Sharpens; a picture that was not reduced stays as it is.</summary>
    /// <param name="image">Reduced pixels in RGB or grey.</param>
    /// <param name="reduction">Source pixels for each of its pixels, along a side.</param>
    /// <param name="amount">How much is wanted.</param>
    public static Image Sharpened(Image image, double reduction, Sharpening amount)
    {
        if (!Changes(image, reduction, amount))
            return image.Copy();
        var share = Math.Log(Math.Min(reduction, MaxReduction)) / Math.Log(MaxReduction);
        var gain = NormalGain * (0.4 + (0.6 * share)) * (amount == Sharpening.Light ? 0.5 : 1);
        return image.Sharpen(sigma: Radius, x1: MinStep, y2: MaxLighter, y3: MaxDarker, m1: 0, m2: gain);
    }
}
