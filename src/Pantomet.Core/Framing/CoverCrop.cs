using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>The largest crop of a ratio inside a picture, its centre as near to a point as the edges allow.</summary>
/// <remarks>With the middle as the point this is what CSS shows for <c>object-fit: cover</c> (CSS Images 3, §5.5).</remarks>
public static class CoverCrop
{
    /// <summary>Computes the crop.</summary>
    /// <param name="picture">Upright size in pixels; both sides at least 1.</param>
    /// <param name="ratio">Proportions of the crop.</param>
    /// <param name="focus">Wanted centre in upright pixels; may lie outside, the crop does not.</param>
    /// <returns>Whole pixels. One side is the picture's own, the other is within half a pixel of the ratio.</returns>
    public static PixelRect Largest(PixelSize picture, AspectRatio ratio, PixelPoint focus) =>
        PixelRect.Around(focus, ratio.LargestIn(picture)).PushedInto(picture);
}
