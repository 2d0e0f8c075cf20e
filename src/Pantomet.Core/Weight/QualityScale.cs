using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Weight;

/// <summary>What a quality means to each encoder. Slots state quality on JPEG's scale, since that is the one people know.</summary>
/// <remarks>
/// The numbers of different encoders are not the same measure. The straight lines here are from memory of how the encoders
/// compare by eye; <c>docs/decisions/quality-scales.md</c> says how they were looked at.
/// </remarks>
public static class QualityScale
{
    /// <summary>The encoder's own number for a quality on JPEG's scale.</summary>
    /// <param name="jpegQuality">1 to 100.</param>
    /// <param name="format">A format for which <see cref="PictureFormats.HasQuality"/> holds.</param>
    public static int For(int jpegQuality, PictureFormat format)
    {
        var own = format switch
        {
            PictureFormat.WebP => jpegQuality - 3,
            PictureFormat.Avif => (int)Math.Round((0.8 * jpegQuality) - 8),
            _ => jpegQuality,
        };
        // The top is the top on every scale: it is asked for where a destination wants weight.
        return jpegQuality == 100 ? 100 : Math.Clamp(own, 1, 100);
    }

    /// <summary>A slot's range on an encoder's own scale.</summary>
    /// <param name="range">On JPEG's scale.</param>
    /// <param name="format">A format for which <see cref="PictureFormats.HasQuality"/> holds.</param>
    public static QualityRange For(QualityRange range, PictureFormat format) => new(For(range.Min, format), For(range.Max, format));
}
