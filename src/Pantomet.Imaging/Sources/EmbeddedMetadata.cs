using MetadataExtractor.Formats.Exif;
using MetadataExtractor.Formats.Iptc;
using Pantomet.Core.Pictures;
using XmpCore;

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
    /// <summary>Reads the blocks of a loaded image.</summary>
    /// <param name="image">Loaded by libvips, which has found the blocks in the file.</param>
    /// <param name="file">The file, since TIFF keeps some fields outside any block, and libvips does not look into GIF.</param>
    public static EmbeddedMetadata Of(Image image, SourceFile file)
    {
        IReadOnlyList<Directory> exif =
            [.. Block(image, "exif-data", ExifFields.Of) ??
                [], .. file.Format == PictureFormat.Tiff ? Try(() => ExifFields.OfTiff(file.Path)) ?? [] : []];
        var xmp = file.Format == PictureFormat.Gif
            ? Try(() => GifXmpReader.Packet(file.Path) is { } packet ? XmpFields.Of(packet) : null)
            : Block(image, "xmp-data", XmpFields.Of);
        var iptc = Block(image, "iptc-data", IptcFields.Of);

        string? Ifd0(int tag) =>
            Clean(Try(
                () => exif.OfType<ExifIfd0Directory>().Select(directory => directory.GetDescription(tag))
                    .FirstOrDefault(text => text is not null)));
        string? Text(string nameSpace, string name) => Clean(Try(() => xmp?.Text(nameSpace, name)));
        string? First(string nameSpace, string name) => Clean(Try(() => xmp?.First(nameSpace, name)));
        string? Iptc(int tag) => Clean(Try(() => iptc?.GetDescription(tag)));

        var rights = new RightsFields(
            First(XmpConstants.NsDC, "creator") ?? Ifd0(ExifDirectoryBase.TagArtist) ?? Iptc(IptcDirectory.TagByLine),
            First(XmpConstants.NsDC, "rights") ?? Ifd0(ExifDirectoryBase.TagCopyright) ?? Iptc(IptcDirectory.TagCopyrightNotice),
            Text(XmpConstants.NsPhotoshop, "Credit") ?? Iptc(IptcDirectory.TagCredit),
            First(XmpConstants.NsXmpRights, "UsageTerms"),
            Text(XmpConstants.NsXmpRights, "WebStatement"));
        var camera =
            new[] { Ifd0(ExifDirectoryBase.TagMake) ?? Text(XmpConstants.NsTiff, "Make"), Ifd0(ExifDirectoryBase.TagModel) ??
                Text(XmpConstants.NsTiff, "Model") };
        var hasPlace = exif.OfType<GpsDirectory>()
            .Any(gps => gps.ContainsTag(GpsDirectory.TagLatitude) || gps.ContainsTag(GpsDirectory.TagDestLatitude))
            || xmp?.HasPlace == true || Iptc(IptcDirectory.TagCity) is not null || Iptc(IptcDirectory.TagSubLocation) is not null;
        return new EmbeddedMetadata(
            rights,
            First(XmpConstants.NsDC, "description") ?? Ifd0(ExifDirectoryBase.TagImageDescription) ?? Iptc(IptcDirectory.TagCaption) ?? "",
            string.Join(' ', camera.OfType<string>()),
            hasPlace,
            ProfileName.Of(image));
    }

    /// <summary>Whatever a hostile block makes a parser throw, the picture is still a picture.</summary>
    /// <param name="read">May throw anything.</param>
    internal static T? Try<T>(Func<T?> read)
        where T : class
    {
        try
        {
            return read();
        }
        catch (Exception problem) when (problem is not OutOfMemoryException)
        {
            return null;
        }
    }

    /// <summary>A text as people may be shown it; null when nothing is left.</summary>
    /// <param name="text">From a block.</param>
    internal static string? Clean(string? text)
    {
        const int mostCharacters = 2000;
        var trimmed = text?.Replace("\0", "", StringComparison.Ordinal).Trim();
        if (trimmed is not { Length: > 0 })
            return null;
        // A cut between the halves of a surrogate pair would leave a broken character.
        var kept = trimmed.Length <= mostCharacters ? trimmed.Length : char.IsHighSurrogate(trimmed[mostCharacters - 1])
            ? mostCharacters - 1
            : mostCharacters;
        return trimmed[..kept];
    }

    private static T? Block<T>(Image image, string field, Func<byte[], T?> read)
        where T : class =>
        image.Contains(field) ? Try(() => image.Get(field) is byte[] { Length: > 0 } bytes ? read(bytes) : null) : null;
}
