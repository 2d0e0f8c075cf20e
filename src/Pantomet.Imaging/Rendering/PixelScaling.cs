using NetVips;
using Pantomet.Core.Measures;

namespace Pantomet.Imaging.Rendering;

/// <summary>Resamples pictures: box reduction by whole factors while far from the size, then Lanczos-3.</summary>
public static class PixelScaling
{
    /// <summary>Scales both sides by the same factor. Transparency is premultiplied meanwhile, so that no colour bleeds out of what cannot be seen.</summary>
    /// <param name="image">Any number of bands and bits.</param>
    /// <param name="scale">Above 0.</param>
    /// <returns>The same number of bands and bits.</returns>
    public static Image Scaled(Image image, double scale) => scale == 1 ? image.Copy() : Scaled(image, scale, scale);

    private static Image Scaled(Image image, double across, double down)
    {
        if (!image.HasAlpha())
            return image.Resize(across, vscale: down, kernel: Enums.Kernel.Lanczos3);
        using var premultiplied = image.Premultiply();
        using var resized = premultiplied.Resize(across, vscale: down, kernel: Enums.Kernel.Lanczos3);
        using var straight = resized.Unpremultiply();
        return straight.Cast(image.Format);
    }

    /// <summary>Halves both sides, rounded up; what the picture shows reaches exactly from edge to edge.</summary>
    /// <param name="image">Any number of bands and bits.</param>
    public static Image Halved(Image image)
    {
        var (across, down) = ((image.Width + 1) / 2, (image.Height + 1) / 2);
        return Scaled(image, (double)across / image.Width, (double)down / image.Height);
    }

    /// <summary>Scales to an exact size without stretching: by one factor for both sides, then the rounding pixel is trimmed evenly.</summary>
    /// <param name="image">Has the ratio of <paramref name="size"/> to within rounding.</param>
    /// <param name="size">Exactly what comes out.</param>
    public static Image ScaledTo(Image image, PixelSize size) => ScaledTo(image, size, new PixelSize(image.Width, image.Height));

    /// <summary>The same from a level of a picture: what comes out lies where it would had it been scaled from every pixel.</summary>
    /// <param name="level">Shows the whole picture with fewer pixels.</param>
    /// <param name="size">Exactly what comes out.</param>
    /// <param name="of">Pixels of the picture.</param>
    public static Image ScaledTo(Image level, PixelSize size, PixelSize of)
    {
        if (level.Width == size.Width && level.Height == size.Height)
            return level.Copy();
        var scale = Math.Max((double)size.Width / of.Width, (double)size.Height / of.Height);
        using var scaled = Scaled(level, scale * of.Width / level.Width, scale * of.Height / level.Height);
        // libvips rounds the side that follows; a picture of the wanted ratio can come out a pixel too small on that side.
        if (scaled.Width < size.Width || scaled.Height < size.Height)
            return scaled.Embed(0, 0, size.Width, size.Height, extend: Enums.Extend.Copy);
        return scaled.Crop((scaled.Width - size.Width) / 2, (scaled.Height - size.Height) / 2, size.Width, size.Height);
    }
}
