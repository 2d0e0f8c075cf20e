using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;

namespace Pantomet.Imaging.Encoders;

/// <summary>How a picture is encoded, whatever the quality.</summary>
/// <param name="WholeChroma">Whether colour keeps its full resolution, where the encoder has it.</param>
/// <param name="Effort">How much work is put in.</param>
/// <param name="Keep">Which blocks of metadata are written.</param>
/// <param name="Ppi">Pixels per inch that a JPEG states; PNG and TIFF take them from the picture.</param>
public readonly record struct EncoderSettings(bool WholeChroma, Effort Effort, Enums.ForeignKeep Keep, int? Ppi = null);

/// <summary>
/// Writes finished pixels. Efforts are those that were worth their time when measured; see <c>docs/decisions/encoders.md</c>.
/// </summary>
public static class Encoder
{
    private const int PngCompression = 9;

    /// <summary>Encodes as it is handed out.</summary>
    /// <param name="image">Finished pixels with the metadata that stays.</param>
    /// <param name="format">A format with a quality.</param>
    /// <param name="quality">On the encoder's own scale.</param>
    /// <param name="settings">What does not depend on the quality.</param>
    public static byte[] Lossy(Image image, PictureFormat format, int quality, EncoderSettings settings)
    {
        var isThorough = settings.Effort == Effort.Thorough;
        return format switch
        {
            PictureFormat.Jpeg => WithPpi(
                image.JpegsaveBuffer(
                    q: quality, optimizeCoding: true, interlace: true, subsampleMode: Chroma(settings.WholeChroma),
                    trellisQuant: isThorough, overshootDeringing: isThorough, keep: settings.Keep),
                settings.Ppi),
            PictureFormat.WebP => image.WebpsaveBuffer(
                q: quality, effort: isThorough ? 4 : 2, preset: isThorough
                    ? Enums.ForeignWebpPreset.Photo
                    : Enums.ForeignWebpPreset.Default, keep: settings.Keep),
            PictureFormat.Avif => image.HeifsaveBuffer(
                q: quality, effort: isThorough
                    ? 3
                    : 1, compression: Enums.ForeignHeifCompression.Av1, subsampleMode: Chroma(settings.WholeChroma), keep: settings.Keep),
            _ => throw new ArgumentOutOfRangeException(nameof(format), format, "A format without a quality."),
        };
    }

    /// <summary>A plain JPEG: a quarter of the time of the final one of quick effort, always heavier, and the same pixels.</summary>
    /// <param name="image">Finished pixels with the metadata that stays.</param>
    /// <param name="quality">1 to 100.</param>
    /// <param name="settings">As for the final encode.</param>
    public static byte[] PlainJpeg(Image image, int quality, EncoderSettings settings) =>
        image.JpegsaveBuffer(q: quality, subsampleMode: Chroma(settings.WholeChroma), keep: settings.Keep);

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

    /// <summary>Encodes as GIF: all frames by one way of dithering, each with a palette of its own where that pays.</summary>
    /// <param name="frames">One below the other, with what an encoder needs to know of them.</param>
    /// <param name="bits">Of a palette: 3 for 8 colours to 8 for 256.</param>
    /// <param name="effort">How long palettes are looked for.</param>
    public static byte[] Gif(Image frames, int bits, Effort effort) =>
        // What differs less than the eye sees between two frames is not written again; it would flicker.
        frames.GifsaveBuffer(
            bitdepth: bits, dither: 1, effort: effort == Effort.Thorough ? 10 : 7, interframeMaxerror: 3, keep: Enums.ForeignKeep.None);

    /// <summary>Encodes as WebP without loss.</summary>
    /// <param name="image">Finished pixels with the metadata that stays.</param>
    /// <param name="settings">What does not depend on the quality.</param>
    public static byte[] LosslessWebP(Image image, EncoderSettings settings) =>
        // Colour under full transparency is kept as well: without loss means every number.
        image.WebpsaveBuffer(lossless: true, exact: true, q: 75, effort: settings.Effort == Effort.Thorough ? 6 : 4, keep: settings.Keep);

    /// <summary>Encodes as TIFF without loss: deflate, with the difference to the left neighbour.</summary>
    /// <param name="image">Finished pixels with the metadata that stays.</param>
    /// <param name="keep">Which blocks are written.</param>
    public static byte[] Tiff(Image image, Enums.ForeignKeep keep) =>
        image.TiffsaveBuffer(
            compression: Enums.ForeignTiffCompression.Deflate, predictor: Enums.ForeignTiffPredictor.Horizontal,
            resunit: Enums.ForeignTiffResunit.Inch, keep: keep);

    private static byte[] WithPpi(byte[] file, int? ppi) => ppi is { } stated ? JfifDensity.Stated(file, stated) : file;

    private static Enums.ForeignSubsample Chroma(bool whole) => whole ? Enums.ForeignSubsample.Off : Enums.ForeignSubsample.On;
}
