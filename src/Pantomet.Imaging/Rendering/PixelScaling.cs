using NetVips;
using Pantomet.Core.Kernels.Resampling;
using Pantomet.Core.Measures;

namespace Pantomet.Imaging.Rendering;

/// <summary>
/// Resamples pictures by Lanczos-3: those of eight bits without transparency, which nearly all are, by Pantomet's own
/// <see cref="LanczosScaler"/>, others by libvips.
/// </summary>
public static class PixelScaling
{
    /// <summary>
    /// Scales both sides by the same factor. Transparency is premultiplied meanwhile, so that no colour bleeds out of what cannot be seen.
    /// </summary>
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
    /// <param name="part">Of the image: what is halved.</param>
    public static Image Halved(Image image, PixelRect part)
    {
        var half = new PixelSize((part.Width + 1) / 2, (part.Height + 1) / 2);
        var (across, down) = ((double)half.Width / part.Width, (double)half.Height / part.Height);
        if (IsOurs(image))
            return ByUs(image, part, half, across, down);
        using var cut = Cut(image, part);
        return Scaled(cut, across, down);
    }

    /// <summary>
    /// Scales to an exact size without stretching: by one factor for both sides, then the rounding pixel is trimmed evenly.
    /// </summary>
    /// <param name="image">Has the ratio of <paramref name="size"/> to within rounding.</param>
    /// <param name="size">Exactly what comes out.</param>
    public static Image ScaledTo(Image image, PixelSize size) =>
        ScaledTo(image, Whole(image), size, new PixelSize(image.Width, image.Height));

    /// <summary>
    /// The same from a part of a picture, or from a level of it: what comes out lies where it would had it been scaled from every pixel.
    /// </summary>
    /// <param name="level">Shows the picture, perhaps with fewer pixels.</param>
    /// <param name="part">Of the level: what is scaled.</param>
    /// <param name="size">Exactly what comes out.</param>
    /// <param name="of">Pixels that the part has in the picture.</param>
    public static Image ScaledTo(Image level, PixelRect part, PixelSize size, PixelSize of)
    {
        if (part.Size == size)
            return Cut(level, part);
        var scale = Math.Max((double)size.Width / of.Width, (double)size.Height / of.Height);
        var (across, down) = (scale * of.Width / part.Width, scale * of.Height / part.Height);
        if (IsOurs(level))
            return ByUs(level, part, size, across, down);
        using var cut = Cut(level, part);
        using var scaled = Scaled(cut, across, down);
        // libvips rounds the side that follows; a picture of the wanted ratio can come out a pixel too small on that side.
        if (scaled.Width < size.Width || scaled.Height < size.Height)
            return scaled.Embed(0, 0, size.Width, size.Height, extend: Enums.Extend.Copy);
        return scaled.Crop((scaled.Width - size.Width) / 2, (scaled.Height - size.Height) / 2, size.Width, size.Height);
    }

    /// <summary>All of an image.</summary>
    /// <param name="image">Any.</param>
    public static PixelRect Whole(Image image) => new(0, 0, image.Width, image.Height);

    private static Image Cut(Image image, PixelRect part) =>
        part == Whole(image) ? image.Copy() : image.Crop(part.X, part.Y, part.Width, part.Height);

    private static bool IsOurs(Image image) => image.Format == Enums.BandFormat.Uchar && !image.HasAlpha() && HeldPixels.Fit(image);

    private static Image ByUs(Image image, PixelRect part, PixelSize size, double across, double down)
    {
        using var pixels = new HeldPixels(image);
        var (stride, bands) = (image.Width * image.Bands, image.Bands);
        return pixels.Like(size, into =>
        {
            var rows = new PixelRows(pixels.Bytes[((part.Y * stride) + (part.X * bands))..], stride, part.Size, bands);
            LanczosScaler.Scale(rows, size, across, down, into);
        });
    }
}
