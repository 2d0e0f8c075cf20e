using MetadataExtractor.Formats.Icc;
using MetadataExtractor.IO;
using Image = NetVips.Image;

namespace Pantomet.Imaging.Sources;

/// <summary>What an embedded colour profile calls itself (ICC.1, profile description).</summary>
internal static class ProfileName
{
    private const string Field = "icc-profile-data";
    private const string Unnamed = "an unnamed profile";

    /// <summary>Reads the name.</summary>
    /// <param name="image">Loaded by libvips, which has found the profile in the file.</param>
    /// <returns>Null when none is embedded; a profile that is damaged has no name.</returns>
    public static string? Of(Image image)
    {
        if (!image.Contains(Field))
            return null;
        var name = EmbeddedMetadata.Try(() => image.Get(Field) is byte[] { Length: > 0 } bytes
            ? new IccReader().Extract(new ByteArrayReader(bytes)).GetDescription(IccDirectory.TagTagDesc)
            : null);
        // Compact profiles name themselves in four letters, to save bytes.
        return EmbeddedMetadata.Clean(name) switch
        {
            null => Unnamed,
            "sP3C" => "Display P3",
            { } text => text,
        };
    }
}
