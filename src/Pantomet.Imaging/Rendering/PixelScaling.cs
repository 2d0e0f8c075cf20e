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
    public static Image Scaled(Image image, double scale)
    {
        if (scale == 1)
            return image.Copy();
        if (!image.HasAlpha())
            return image.Resize(scale, kernel: Enums.Kernel.Lanczos3);
        using var premultiplied = image.Premultiply();
        using var resized = premultiplied.Resize(scale, kernel: Enums.Kernel.Lanczos3);
        using var straight = resized.Unpremultiply();
        return straight.Cast(image.Format);
    }

    /// <summary>Scales to an exact size without stretching: by one factor for both sides, then the rounding pixel is trimmed evenly.</summary>
    /// <param name="image">Has the ratio of <paramref name="size"/> to within rounding.</param>
    /// <param name="size">Exactly what comes out.</param>
    public static Image ScaledTo(Image image, PixelSize size)
    {
        if (image.Width == size.Width && image.Height == size.Height)
            return image.Copy();
        var scale = Math.Max((double)size.Width / image.Width, (double)size.Height / image.Height);
        using var scaled = Scaled(image, scale);
        // libvips rounds the side that follows; a picture of the wanted ratio can come out a pixel too small on that side.
        if (scaled.Width < size.Width || scaled.Height < size.Height)
            return scaled.Embed(0, 0, size.Width, size.Height, extend: Enums.Extend.Copy);
        return scaled.Crop((scaled.Width - size.Width) / 2, (scaled.Height - size.Height) / 2, size.Width, size.Height);
    }
}
