using NetVips;

namespace Pantomet.Imaging.Treatments;

/// <summary>A picture as red, green, blue of 8 bits each, and its transparency apart.</summary>
internal sealed class PlainColours : IDisposable
{
    private const int Colours = 3;

    private PlainColours(Image colours, Image? alpha) => (Colour, Alpha) = (colours, alpha);

    /// <summary>Three bands, sRGB.</summary>
    public Image Colour { get; }

    /// <summary>One band, 0 to 255; null for an opaque picture.</summary>
    public Image? Alpha { get; }

    /// <summary>Splits a picture.</summary>
    /// <param name="picture">sRGB or grey, 8 bits.</param>
    public static PlainColours Of(Image picture)
    {
        // Most pictures: taking all of three bands out of three would copy every pixel.
        if (picture.Bands == Colours)
            return new PlainColours(picture.Copy(), null);
        using var coloured = picture.Bands < Colours ? picture.Colourspace(Enums.Interpretation.Srgb) : picture.Copy();
        return new PlainColours(coloured.ExtractBand(0, n: Colours), coloured.HasAlpha() ? coloured[Colours] : null);
    }

    /// <summary>Other colours with the transparency of this picture.</summary>
    /// <param name="colours">Three bands.</param>
    public Image With(Image colours) => Alpha is null ? colours.Copy() : colours.Bandjoin(Alpha);

    public void Dispose()
    {
        Colour.Dispose();
        Alpha?.Dispose();
    }
}
