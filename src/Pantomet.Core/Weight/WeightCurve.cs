using Pantomet.Core.Sources;

namespace Pantomet.Core.Weight;

/// <summary>How a file's weight usually grows with an encoder's quality: the natural logarithm of bytes, up to a constant.</summary>
/// <remarks>
/// Knots measured on the demo photographs at 1,500 px with the encoders of <c>Pantomet.Imaging</c>. A picture bends the
/// curve, so the search trusts it only between points that it has measured on that picture.
/// </remarks>
public sealed class WeightCurve
{
    private static readonly WeightCurve Photographic = new([(1, -2.6), (10, -1.3), (30, -0.45), (50, 0), (65, 0.24), (80, 0.55), (90, 1.02), (95, 1.45), (100, 2.3)]);
    private static readonly WeightCurve Av1 = new([(1, -1.4), (30, 0), (60, 1.14), (70, 1.47), (85, 2.2), (100, 3.6)]);

    private readonly (int Quality, double Logarithm)[] knots;

    private WeightCurve((int Quality, double Logarithm)[] knots) => this.knots = knots;

    /// <summary>The curve of an encoder.</summary>
    /// <param name="format">A format for which <see cref="PictureFormats.HasQuality"/> holds.</param>
    public static WeightCurve Of(PictureFormat format) => format == PictureFormat.Avif ? Av1 : Photographic;

    /// <summary>The logarithm at a quality.</summary>
    /// <param name="quality">1 to 100.</param>
    public double At(int quality)
    {
        var above = Array.FindIndex(knots, knot => knot.Quality >= quality);
        if (above <= 0)
            return knots[above < 0 ? ^1 : 0].Logarithm;
        var (left, right) = (knots[above - 1], knots[above]);
        return left.Logarithm + ((right.Logarithm - left.Logarithm) * (quality - left.Quality) / (right.Quality - left.Quality));
    }
}
