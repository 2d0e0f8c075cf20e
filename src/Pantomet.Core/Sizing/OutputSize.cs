using Pantomet.Core.Measures;

namespace Pantomet.Core.Sizing;

/// <summary>The size of a file, and of the picture in it.</summary>
/// <param name="File">Pixels of the file.</param>
/// <param name="Picture">Pixels that the crop is scaled to; smaller than the file only where it is padded.</param>
/// <param name="Density">The density that the file is made for; null when it is not made for one.</param>
public readonly record struct OutputSize(PixelSize File, PixelSize Picture, Density? Density = null)
{
    /// <summary>Left and top edge of the picture in the file; the odd pixel of padding goes to the right and the bottom.</summary>
    public (int X, int Y) Offset => ((File.Width - Picture.Width) / 2, (File.Height - Picture.Height) / 2);

    /// <summary>How many pixels a crop is short of on its longer side; 0 when it has enough.</summary>
    /// <remarks>
    /// Crop and picture have the same ratio but for rounding, so one side may be a single pixel short
    /// without anything being enlarged: only a crop that is smaller on both sides is too small.
    /// </remarks>
    /// <param name="crop">Pixels that the source has to give.</param>
    public int ShortBy(PixelSize crop) =>
        Picture.Width > crop.Width && Picture.Height > crop.Height
            ? Math.Max(Picture.Width - crop.Width, Picture.Height - crop.Height)
            : 0;
}
