using Pantomet.Core.Pictures;

namespace Pantomet.Core.Weight;

/// <summary>How a file's weight usually grows with an encoder's quality: the natural logarithm of bytes, up to a constant.</summary>
/// <remarks>
/// Knots are means over seven demo photographs at 400 and 1,000 px with the encoders of <c>Pantomet.Imaging</c>, from that of quality 50
/// on.
/// WebP's encoder rises three times as fast from 75 on (libwebp, <c>QualityToCompression</c>). A picture bends the curve, so the search
/// trusts it only between points that it has measured on that picture.
/// </remarks>
public static class WeightCurve
{
    private static readonly Knots Jpeg = new(
        [(1, -1.77), (5, -1.45), (10, -1.03), (20, -0.58), (30, -0.32), (40, -0.14), (50, 0), (60, 0.13), (70, 0.31), (80, 0.54), (85, 0.7),
            (90, 0.94), (95, 1.34), (100, 2.13)]);
    private static readonly Knots WebP = new(
        [(1, -0.69), (10, -0.47), (20, -0.32), (30, -0.2), (40, -0.09), (50, 0), (60, 0.08), (75, 0.21), (80, 0.35), (85, 0.51), (90, 0.72),
            (95, 1.07), (100, 1.68)]);
    private static readonly Knots Av1 = new(
        [(1, -2.06), (10, -1.64), (30, -0.82), (50, 0), (60, 0.4), (70, 0.64), (80, 0.89), (85, 1.12), (90, 1.37), (95, 1.79),
            (100, 2.61)]);

    /// <summary>The curve of an encoder.</summary>
    /// <param name="format">A format for which <see cref="PictureFormats.HasQuality"/> holds.</param>
    public static Knots Of(PictureFormat format) => format switch
    {
        PictureFormat.WebP => WebP,
        PictureFormat.Avif => Av1,
        _ => Jpeg,
    };
}
