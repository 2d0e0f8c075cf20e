using Pantomet.Core.Pictures;
using Pantomet.Core.Weight;

namespace Pantomet.Imaging.Scoring;

/// <summary>What a file weighs of what its sample foretells, by quality.</summary>
/// <remarks>
/// Means over seven demo photographs at 600 to 1,800 px. Edges between tiles cost bytes, most at low quality, and most where an
/// encoder looks far. Around these means the weight of a JPEG scatters by 2 % (standard deviation), of a WebP by 8 %, of an AVIF by 9 %.
/// </remarks>
public static class TileBias
{
    private static readonly Knots Jpeg = new([(1, 0.8), (20, 0.88), (45, 0.95), (70, 0.99), (85, 1.03), (100, 1.06)]);
    private static readonly Knots WebP = new([(1, 0.7), (30, 0.785), (60, 0.86), (80, 0.91), (100, 0.96)]);
    private static readonly Knots Av1 = new([(1, 0.5), (30, 0.645), (60, 0.89), (80, 0.945), (100, 0.98)]);

    /// <summary>A progressive JPEG with codes of its own against a plain one of the same picture; scatters by 5 %.</summary>
    public static Knots OfPlainJpeg { get; } = new([(1, 0.7), (20, 0.8), (45, 0.88), (70, 0.92), (85, 0.94), (100, 0.96)]);

    /// <summary>The whole picture against its tiles.</summary>
    /// <param name="format">A format for which <see cref="PictureFormats.HasQuality"/> holds.</param>
    public static Knots Of(PictureFormat format) => format switch
    {
        PictureFormat.WebP => WebP,
        PictureFormat.Avif => Av1,
        _ => Jpeg,
    };
}
