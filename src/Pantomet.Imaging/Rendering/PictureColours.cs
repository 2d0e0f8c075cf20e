using NetVips;
using Pantomet.Core.Kernels.Colour;
using Pantomet.Core.Measures;
using Pantomet.Imaging.Treatments;

namespace Pantomet.Imaging.Rendering;

/// <summary>Colours that go with a picture.</summary>
public static class PictureColours
{
    // Enough for colours that can be seen, and few enough to be counted at once.
    private const int Side = 160;

    /// <summary>Those of a file.</summary>
    /// <param name="path">A preview.</param>
    /// <param name="page">The page's colour; null where it is not known.</param>
    public static PageColours Of(string path, SrgbColour? page)
    {
        using var small = Image.Thumbnail(path, Side, height: Side, size: Enums.Size.Down);
        return OfSmall(small, page);
    }

    /// <summary>Those of finished pixels.</summary>
    /// <param name="picture">sRGB or grey, 8 bits.</param>
    /// <param name="page">The page's colour; null where it is not known.</param>
    public static PageColours Of(Image picture, SrgbColour? page)
    {
        using var small = picture.ThumbnailImage(Side, height: Side, size: Enums.Size.Down);
        return OfSmall(small, page);
    }

    private static PageColours OfSmall(Image small, SrgbColour? page)
    {
        using var srgb = ColourConversion.ToSrgb(small);
        using var plain = PlainColours.Of(srgb);
        return PageColours.Of(
            plain.Colour.Width, plain.Colour.Height, plain.Colour.WriteToMemory<byte>(), plain.Alpha?.WriteToMemory<byte>() ?? [], page);
    }
}
