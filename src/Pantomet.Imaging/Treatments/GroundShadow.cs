using NetVips;

namespace Pantomet.Imaging.Treatments;

/// <summary>A soft shadow on the ground beneath a cut-out: its outline, laid flat and blurred.</summary>
internal static class GroundShadow
{
    // How flat the ground is seen, and how soft the shadow is against the height of what throws it. Common practice, no source.
    private const double Flat = 0.12;
    private const double Soft = 0.025;

    /// <summary>The cut-out with its shadow; transparent where neither is.</summary>
    /// <param name="cutout">sRGB or grey with transparency, 8 bits.</param>
    /// <param name="opacity">Of the shadow where it is deepest, 0 to 1.</param>
    public static Image Apply(Image cutout, double opacity)
    {
        using var plain = PlainColours.Of(cutout);
        if (plain.Alpha is not { } alpha)
            return cutout.Copy();
        var (left, top, width, height) = Outline(alpha);
        if (width == 0 || height == 0)
            return cutout.Copy();
        using var outline = alpha.Crop(left, top, width, height);
        var flat = Math.Max(1, (int)Math.Round(height * Flat));
        using var laid = outline.Resize(1, vscale: (double)flat / height);
        // Its middle lies where the cut-out stands.
        using var placed = Placed(laid, left, top + height - (laid.Height / 2), alpha);
        using var soft = placed.Gaussblur(Math.Max(0.5, Soft * height));
        using var thin = soft * opacity;
        using var shade = thin.Cast(Enums.BandFormat.Uchar);
        using var black = shade.NewFromImage(0, 0, 0);
        using var shadow = black.Copy(interpretation: Enums.Interpretation.Srgb).Bandjoin(shade);
        using var picture = plain.With(plain.Colour).Copy(interpretation: Enums.Interpretation.Srgb);
        using var both = shadow.Composite2(picture, Enums.BlendMode.Over);
        return both.Cast(Enums.BandFormat.Uchar);
    }

    // What falls outside the picture is not seen.
    private static Image Placed(Image laid, int left, int top, Image alpha)
    {
        using var whole = laid.Embed(left, 0, alpha.Width, laid.Height);
        using var tall = whole.Embed(0, top, alpha.Width, Math.Max(alpha.Height, top + laid.Height));
        return tall.Crop(0, 0, alpha.Width, alpha.Height);
    }

    private static (int Left, int Top, int Width, int Height) Outline(Image alpha)
    {
        using var seen = alpha > 127;
        var box = seen.FindTrim(threshold: 0, background: [0]);
        return ((int)box[0], (int)box[1], (int)box[2], (int)box[3]);
    }
}
