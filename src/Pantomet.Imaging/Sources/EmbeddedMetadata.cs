using MetadataExtractor;
using MetadataExtractor.Formats.Exif;
using MetadataExtractor.Formats.Gif;
using MetadataExtractor.Formats.Icc;
using MetadataExtractor.Formats.Iptc;
using MetadataExtractor.Formats.Tiff;
using MetadataExtractor.Formats.Xmp;
using MetadataExtractor.IO;
using Pantomet.Core.Sources;
using Directory = MetadataExtractor.Directory;
using Image = NetVips.Image;

namespace Pantomet.Imaging.Sources;

/// <summary>What the Exif, IPTC, XMP and ICC blocks of a picture say, as far as Pantomet cares.</summary>
/// <remarks>Exif 2.32, IPTC Photo Metadata, XMP (ISO 16684-1), ICC.1. A block that cannot be read says nothing.</remarks>
/// <param name="Rights">Rights fields; XMP first, since it holds every letter, then Exif, then IPTC.</param>
/// <param name="Description">The caption; empty when none.</param>
/// <param name="Camera">Make and model; empty when none.</param>
/// <param name="HasPlace">Whether a position is stated.</param>
/// <param name="ColourProfile">Description of the embedded profile; null when none is embedded.</param>
public sealed record EmbeddedMetadata(RightsFields Rights, string Description, string Camera, bool HasPlace, string? ColourProfile)
{
    private const int MostXmpBytes = 4_000_000;

    /// <summary>Reads the blocks of a loaded image.</summary>
    /// <param name="image">Loaded by libvips, which has found the blocks in the file.</param>
    /// <param name="file">The file, since TIFF keeps some fields outside any block, and libvips does not look into GIF; null for pixels that have left theirs.</param>
    public static EmbeddedMetadata Of(Image image, SourceFile? file)
    {
        var exif = Blocks(image, "exif-data", bytes => new ExifReader().Extract(new ByteArrayReader(bytes, ExifOffset(bytes))));
        if (file?.Format == PictureFormat.Tiff)
            exif = [.. exif, .. Reading(() => TiffMetadataReader.ReadMetadata(file.Path))];
        var packets = file?.Format == PictureFormat.Gif ? Reading(() => GifMetadataReader.ReadMetadata(file.Path)) : Blocks(image, "xmp-data", ReadXmp);
        var xmp = packets.OfType<XmpDirectory>().FirstOrDefault()?.GetXmpProperties();
        var iptc = Blocks(image, "iptc-data", ReadIptc).OfType<IptcDirectory>().FirstOrDefault();
        var profile = Blocks(image, "icc-profile-data", bytes => [new IccReader().Extract(new ByteArrayReader(bytes))]) is [var icc, ..] ? icc : null;

        string? Ifd0(int tag) => Clean(exif.OfType<ExifIfd0Directory>().Select(directory => directory.GetDescription(tag)).FirstOrDefault(text => text is not null));
        string? Xmp(string path) => xmp is not null && xmp.TryGetValue(path, out var text) ? Clean(text) : null;
        string? Iptc(int tag) => Clean(iptc?.GetDescription(tag));

        var rights = new RightsFields(
            Xmp("dc:creator[1]") ?? Ifd0(ExifDirectoryBase.TagArtist) ?? Iptc(IptcDirectory.TagByLine),
            Xmp("dc:rights[1]") ?? Ifd0(ExifDirectoryBase.TagCopyright) ?? Iptc(IptcDirectory.TagCopyrightNotice),
            Xmp("photoshop:Credit") ?? Iptc(IptcDirectory.TagCredit),
            Xmp("xmpRights:UsageTerms[1]"),
            Xmp("xmpRights:WebStatement"));
        var camera = string.Join(' ', new[] { Ifd0(ExifDirectoryBase.TagMake) ?? Xmp("tiff:Make"), Ifd0(ExifDirectoryBase.TagModel) ?? Xmp("tiff:Model") }.OfType<string>());
        var place = exif.OfType<GpsDirectory>().Any(gps => gps.ContainsTag(GpsDirectory.TagLatitude) || gps.ContainsTag(GpsDirectory.TagDestLatitude))
            || (xmp?.Keys.Any(key => key.StartsWith("exif:GPS", StringComparison.Ordinal) || key.StartsWith("Iptc4xmpCore:Location", StringComparison.Ordinal) || key.Contains("LocationCreated", StringComparison.Ordinal)) ?? false)
            || Iptc(IptcDirectory.TagCity) is not null || Iptc(IptcDirectory.TagSubLocation) is not null;
        return new EmbeddedMetadata(
            rights,
            Xmp("dc:description[1]") ?? Ifd0(ExifDirectoryBase.TagImageDescription) ?? Iptc(IptcDirectory.TagCaption) ?? "",
            camera,
            place,
            image.Contains("icc-profile-data") ? ProfileName(Clean(profile?.GetDescription(IccDirectory.TagTagDesc))) : null);
    }

    // Compact profiles name themselves in four letters, to save bytes.
    private static string ProfileName(string? description) => description switch
    {
        null => "an unnamed profile",
        "sP3C" => "Display P3",
        _ => description,
    };

    private static IReadOnlyList<Directory> ReadIptc(byte[] bytes)
    {
        // In JPEG the block is wrapped as a Photoshop resource; elsewhere it stands alone and begins with 0x1C.
        if (bytes is [0x1C, ..])
            return [new IptcReader().Extract(new SequentialByteArrayReader(bytes), bytes.Length)];
        return new MetadataExtractor.Formats.Photoshop.PhotoshopReader().Extract(new SequentialByteArrayReader(bytes), bytes.Length);
    }

    private static IReadOnlyList<Directory> ReadXmp(byte[] bytes)
    {
        // A DOCTYPE has no business in an XMP packet; its entities could expand without end.
        var hasDoctype = bytes.AsSpan().IndexOf("<!DOCTYPE"u8) >= 0;
        return bytes.Length > MostXmpBytes || hasDoctype ? [] : [new XmpReader().Extract(bytes)];
    }

    private static int ExifOffset(byte[] bytes) => bytes.AsSpan().StartsWith("Exif\0\0"u8) ? 6 : 0;

    private static IReadOnlyList<Directory> Blocks(Image image, string field, Func<byte[], IEnumerable<Directory>> read) =>
        image.Contains(field) && image.Get(field) is byte[] { Length: > 0 } bytes ? Reading(() => read(bytes)) : [];

    // Whatever a hostile block makes the parser throw, the picture is still a picture.
    private static IReadOnlyList<Directory> Reading(Func<IEnumerable<Directory>> read)
    {
        try
        {
            return [.. read()];
        }
        catch (Exception problem) when (problem is not OutOfMemoryException)
        {
            return [];
        }
    }

    private static string? Clean(string? text)
    {
        const int mostCharacters = 2000;
        var trimmed = text?.Replace("\0", "", StringComparison.Ordinal).Trim();
        return trimmed is { Length: > 0 } ? trimmed[..Math.Min(trimmed.Length, mostCharacters)] : null;
    }
}
