using Pantomet.Core.Kernels.Colour;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Proof;

/// <summary>Whether text can be read on the picture beneath it.</summary>
/// <remarks>WCAG 2.2, and the least ratios of its success criterion 1.4.3.</remarks>
public static class TextContrast
{
    /// <summary>Ordinary text.</summary>
    public const double Least = 4.5;

    /// <summary>Text of 24 CSS px and more, or of 18.66 px and more in bold.</summary>
    public const double LeastOfLargeText = 3;

    private const double WorstShare = 0.1;

    /// <summary>The contrast over the worst tenth of what lies beneath: nine tenths of the pixels have more.</summary>
    /// <param name="srgb">Red, green, blue of each pixel beneath the text; at least one pixel.</param>
    /// <param name="text">The text's colour.</param>
    /// <param name="overlay">A colour that is laid over the picture.</param>
    /// <param name="opacity">Of the overlay, 0 to 1.</param>
    /// <returns>1 to 21.</returns>
    public static double Over(ReadOnlySpan<byte> srgb, SrgbColour text, SrgbColour overlay, double opacity)
    {
        var written = WcagContrast.Luminance(text.Red, text.Green, text.Blue);
        var ratios = new double[srgb.Length / 3];
        for (var at = 0; at < ratios.Length; at++)
        {
            // Browsers blend in sRGB's own values: Compositing and Blending 1, simple alpha compositing.
            var beneath = WcagContrast.Luminance(
                Laid(overlay.Red, srgb[3 * at], opacity), Laid(overlay.Green, srgb[(3 * at) + 1], opacity),
                Laid(overlay.Blue, srgb[(3 * at) + 2], opacity));
            ratios[at] = WcagContrast.Ratio(written, beneath);
        }

        Array.Sort(ratios);
        return ratios[(int)(ratios.Length * WorstShare)];
    }

    private static double Laid(byte over, byte under, double opacity) => (over * opacity) + (under * (1 - opacity));
}
