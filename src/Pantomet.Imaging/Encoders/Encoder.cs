using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Sources;

namespace Pantomet.Imaging.Encoders;

/// <summary>Writes finished pixels. Efforts are those that were worth their time when measured; see <c>docs/decisions/encoders.md</c>.</summary>
public static class Encoder
{
    // At this quality somebody asked for the best: halved chroma would be the first thing to show.
    private const int WholeChromaFrom = 90;
    private const int WebpEffort = 2;
    private const int AvifEffort = 1;
    private const int PngCompression = 9;

    /// <summary>Encodes as it is handed out.</summary>
    /// <param name="image">Finished pixels with the metadata that stays.</param>
    /// <param name="format">A format with a quality.</param>
    /// <param name="quality">On the encoder's own scale.</param>
    /// <param name="wholeChroma">Whether colour keeps its full resolution.</param>
    /// <param name="keep">Which blocks are written.</param>
    public static byte[] Lossy(Image image, PictureFormat format, int quality, bool wholeChroma, Enums.ForeignKeep keep) => format switch
    {
        PictureFormat.Jpeg => image.JpegsaveBuffer(q: quality, optimizeCoding: true, interlace: true, subsampleMode: Chroma(wholeChroma), keep: keep),
        PictureFormat.WebP => image.WebpsaveBuffer(q: quality, effort: WebpEffort, keep: keep),
        PictureFormat.Avif => image.HeifsaveBuffer(q: quality, effort: AvifEffort, compression: Enums.ForeignHeifCompression.Av1, subsampleMode: Chroma(wholeChroma), keep: keep),
        _ => throw new ArgumentOutOfRangeException(nameof(format), format, "A format without a quality."),
    };

    /// <summary>Weight of a plain JPEG, in bytes: a quarter of the time of the final one, and always heavier.</summary>
    /// <param name="image">Finished pixels with the metadata that stays.</param>
    /// <param name="quality">1 to 100.</param>
    /// <param name="wholeChroma">As for the final encode.</param>
    /// <param name="keep">As for the final encode.</param>
    public static long PlainJpegBytes(Image image, int quality, bool wholeChroma, Enums.ForeignKeep keep) =>
        image.JpegsaveBuffer(q: quality, subsampleMode: Chroma(wholeChroma), keep: keep).LongLength;

    /// <summary>Encodes as PNG.</summary>
    /// <param name="image">Finished pixels with the metadata that stays.</param>
    /// <param name="colours">Colours of the palette, 2 to 256; null keeps every colour.</param>
    /// <param name="keep">Which blocks are written.</param>
    public static byte[] Png(Image image, int? colours, Enums.ForeignKeep keep)
    {
        if (colours is null)
            return image.PngsaveBuffer(compression: PngCompression, keep: keep);
        var bits = colours switch { <= 2 => 1, <= 4 => 2, <= 16 => 4, _ => 8 };
        return image.PngsaveBuffer(compression: PngCompression, palette: true, bitdepth: bits, q: 100, dither: 1, effort: 7, keep: keep);
    }

    /// <summary>Encodes as TIFF without loss: deflate, with the difference to the left neighbour.</summary>
    /// <param name="image">Finished pixels with the metadata that stays.</param>
    /// <param name="keep">Which blocks are written.</param>
    public static byte[] Tiff(Image image, Enums.ForeignKeep keep) =>
        image.TiffsaveBuffer(compression: Enums.ForeignTiffCompression.Deflate, predictor: Enums.ForeignTiffPredictor.Horizontal, keep: keep);

    /// <summary>Whether colour keeps its full resolution: for graphics, whose edges are colour edges, and at the highest qualities.</summary>
    /// <param name="kind">What the picture is.</param>
    /// <param name="quality">The slot's range on JPEG's scale.</param>
    public static bool WantsWholeChroma(ContentKind kind, QualityRange quality) =>
        kind == ContentKind.Graphic || quality.Floor >= WholeChromaFrom;

    private static Enums.ForeignSubsample Chroma(bool whole) => whole ? Enums.ForeignSubsample.Off : Enums.ForeignSubsample.On;
}
