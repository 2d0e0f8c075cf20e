using Pantomet.Core.Pictures;

namespace Pantomet.Core.Weight;

/// <summary>How the points of <see cref="VisualScore"/> usually rise with an encoder's quality.</summary>
/// <remarks>
/// Knots are means over seven demo photographs at 500 and 1,200 px with the encoders of <c>Pantomet.Imaging</c>. A picture
/// moves and bends the curve, so the search uses it only to step from what it has measured on that picture.
/// </remarks>
public static class ScoreCurve
{
    private static readonly Knots Jpeg = new(
        [(1, 2), (10, 20), (30, 47), (50, 60), (65, 67), (75, 72), (80, 74), (85, 78), (90, 82), (95, 86), (100, 91)]);
    private static readonly Knots WebP = new([(1, 16), (10, 33), (30, 50), (47, 57), (65, 63), (75, 66), (82, 71), (90, 78), (100, 85)]);
    private static readonly Knots Av1 = new(
        [(1, 15), (20, 36), (30, 47), (40, 58), (50, 68), (60, 75), (70, 79), (80, 83), (90, 86), (100, 94)]);

    /// <summary>The curve of an encoder.</summary>
    /// <param name="format">A format for which <see cref="PictureFormats.HasQuality"/> holds.</param>
    public static Knots Of(PictureFormat format) => format switch
    {
        PictureFormat.WebP => WebP,
        PictureFormat.Avif => Av1,
        _ => Jpeg,
    };
}
