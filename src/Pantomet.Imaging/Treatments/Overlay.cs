using NetVips;

namespace Pantomet.Imaging.Treatments;

/// <summary>Lays one picture over a part of another.</summary>
internal static class Overlay
{
    /// <summary>The picture with what is laid over it; opaque where it was.</summary>
    /// <param name="picture">The lower.</param>
    /// <param name="over">sRGB with transparency, 8 bits; lies inside the lower.</param>
    /// <param name="x">Its left edge.</param>
    /// <param name="y">Its top edge.</param>
    public static Image On(PlainColours picture, Image over, int x, int y)
    {
        using var whole = picture.With(picture.Colour).Copy(interpretation: Enums.Interpretation.Srgb);
        using var part = whole.Crop(x, y, over.Width, over.Height);
        using var upper = over.Copy(interpretation: Enums.Interpretation.Srgb);
        using var both = part.Composite2(upper, Enums.BlendMode.Over);
        using var bytes = both.Cast(Enums.BandFormat.Uchar);
        using var kept = picture.Alpha is null ? bytes.ExtractBand(0, n: 3) : bytes.Copy();
        return whole.Insert(kept, x, y);
    }
}
