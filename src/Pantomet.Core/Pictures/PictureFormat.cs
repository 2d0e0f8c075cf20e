namespace Pantomet.Core.Pictures;

/// <summary>The file formats that Pantomet reads. What it writes is a subset: see <see cref="PictureFormats.IsWritten"/>.</summary>
public enum PictureFormat
{
    /// <summary>ITU-T T.81 in a JFIF or Exif file.</summary>
    Jpeg,

    /// <summary>ISO/IEC 15948.</summary>
    Png,

    /// <summary>RFC 9649.</summary>
    WebP,

    /// <summary>AV1 Image File Format 1.1.</summary>
    Avif,

    /// <summary>GIF87a and GIF89a.</summary>
    Gif,

    /// <summary>TIFF 6.0 and BigTIFF.</summary>
    Tiff,

    /// <summary>Scalable Vector Graphics; drawn at whatever size is needed.</summary>
    Svg,

    /// <summary>HEVC pictures in a HEIF container (ISO/IEC 23008-12), as phones write them.</summary>
    Heic,

    /// <summary>Layered documents of studios; the merged picture is read.</summary>
    Psd,

    /// <summary>Windows bitmaps.</summary>
    Bmp,

    /// <summary>ISO/IEC 18181.</summary>
    JpegXl,
}

/// <summary>What is fixed about each format.</summary>
public static class PictureFormats
{
    /// <summary>
    /// Pixels per inch that are written for nothing in particular, since most formats have no way to say nothing (common practice, no
    /// source).
    /// </summary>
    public const int UnstatedPpi = 72;

    /// <summary>The file-name ending that Pantomet writes, without the dot.</summary>
    /// <param name="format">Any format.</param>
    public static string Extension(this PictureFormat format) => format switch
    {
        PictureFormat.Jpeg => "jpg",
        PictureFormat.Png => "png",
        PictureFormat.WebP => "webp",
        PictureFormat.Avif => "avif",
        PictureFormat.Gif => "gif",
        PictureFormat.Tiff => "tif",
        PictureFormat.Heic => "heic",
        PictureFormat.Psd => "psd",
        PictureFormat.Bmp => "bmp",
        PictureFormat.JpegXl => "jxl",
        _ => "svg",
    };

    /// <summary>The registered media type (IANA).</summary>
    /// <param name="format">Any format.</param>
    public static string MediaType(this PictureFormat format) => format switch
    {
        PictureFormat.Jpeg => "image/jpeg",
        PictureFormat.Png => "image/png",
        PictureFormat.WebP => "image/webp",
        PictureFormat.Avif => "image/avif",
        PictureFormat.Gif => "image/gif",
        PictureFormat.Tiff => "image/tiff",
        PictureFormat.Heic => "image/heic",
        PictureFormat.Psd => "image/vnd.adobe.photoshop",
        PictureFormat.Bmp => "image/bmp",
        PictureFormat.JpegXl => "image/jxl",
        _ => "image/svg+xml",
    };

    /// <summary>The name that people use.</summary>
    /// <param name="format">Any format.</param>
    public static string DisplayName(this PictureFormat format) => format switch
    {
        PictureFormat.WebP => "WebP",
        PictureFormat.JpegXl => "JPEG XL",
        _ => format.ToString().ToUpperInvariant(),
    };

    /// <summary>Whether files can be made in this format.</summary>
    /// <param name="format">Any format.</param>
    public static bool IsWritten(this PictureFormat format) => format is not PictureFormat.Svg && !format.NeedsWorkingPicture();

    /// <summary>Whether the usual decoder does not read it, so that files are made from a working picture.</summary>
    /// <param name="format">Any format.</param>
    public static bool NeedsWorkingPicture(this PictureFormat format) =>
        format is PictureFormat.Heic or PictureFormat.Psd or PictureFormat.Bmp or PictureFormat.JpegXl;

    /// <summary>Whether files in this format are kept animated.</summary>
    /// <param name="format">Any format.</param>
    public static bool HoldsAnimation(this PictureFormat format) => format is PictureFormat.Gif or PictureFormat.WebP;

    /// <summary>Whether a picture in this format can be transparent.</summary>
    /// <param name="format">Any format.</param>
    public static bool HoldsTransparency(this PictureFormat format) => format is not PictureFormat.Jpeg;

    /// <summary>Whether pixels per inch are written into it.</summary>
    /// <param name="format">Any format.</param>
    public static bool StatesPpi(this PictureFormat format) => format is PictureFormat.Jpeg or PictureFormat.Png or PictureFormat.Tiff;

    /// <summary>Whether every browser shows it, the oldest too (common practice, no source).</summary>
    /// <param name="format">Any format.</param>
    public static bool IsReadEverywhere(this PictureFormat format) =>
        format is PictureFormat.Jpeg or PictureFormat.Png or PictureFormat.Gif;

    /// <summary>Whether one number from 1 to 100 trades bytes against looks.</summary>
    /// <param name="format">Any format.</param>
    public static bool HasQuality(this PictureFormat format) =>
        format is PictureFormat.Jpeg or PictureFormat.WebP or PictureFormat.Avif;
}
