using Pantomet.Core.Sources;

namespace Pantomet.Core.Weight;

/// <summary>How a file's weight usually grows with an encoder's quality: the natural logarithm of bytes, up to a constant.</summary>
/// <remarks>
/// Knots measured on the demo photographs at 1,500 px with the encoders of <c>Pantomet.Imaging</c>. A picture bends the
/// curve, so the search trusts it only between points that it has measured on that picture.
/// </remarks>
public static class WeightCurve
{
    private static readonly Knots Photographic = new([(1, -2.6), (10, -1.3), (30, -0.45), (50, 0), (65, 0.24), (80, 0.55), (90, 1.02), (95, 1.45), (100, 2.3)]);
    private static readonly Knots Av1 = new([(1, -1.4), (30, 0), (60, 1.14), (70, 1.47), (85, 2.2), (100, 3.6)]);

    /// <summary>The curve of an encoder.</summary>
    /// <param name="format">A format for which <see cref="PictureFormats.HasQuality"/> holds.</param>
    public static Knots Of(PictureFormat format) => format == PictureFormat.Avif ? Av1 : Photographic;
}
