using System.Text.Json;
using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;

namespace Pantomet.Imaging.Tests.Encoders;

/// <summary>What stays in a file and what does not, by the word of exiftool.</summary>
public sealed class CarriedMetadataTests
{
    private static readonly string[] Forbidden =
        ["GPSLatitude", "GPSLongitude", "GPSPosition", "Make", "Model", "SerialNumber", "LensModel", "Software", "City", "Location",
            "MakerNoteUnknownText"];

    public static TheoryData<PictureFormat, MetadataPolicy> Cases
    {
        get
        {
            var cases = new TheoryData<PictureFormat, MetadataPolicy>();
            foreach (var format in (PictureFormat[])[PictureFormat.Jpeg, PictureFormat.Png, PictureFormat.WebP, PictureFormat.Avif,
                PictureFormat.Tiff])
            {
                foreach (var policy in Enum.GetValues<MetadataPolicy>())
                    cases.Add(format, policy);
            }

            return cases;
        }
    }

    [Theory]
    [MemberData(nameof(Cases))]
    public void Rights_stay_as_the_slot_says_and_place_and_camera_never_do(PictureFormat format, MetadataPolicy policy)
    {
        using var folder = new TemporaryFolder();
        var slot = Demo.Plain("3:2", format, 200) with { Metadata = policy };
        var tags = Tags(folder.Write($"kite.{format.Extension()}", Making.One(Laden(folder), slot).File));
        Assert.DoesNotContain(tags.Keys, tag => Forbidden.Contains(tag));
        var keepsRights = policy != MetadataPolicy.None;
        Assert.Equal(keepsRights ? "© Galewright Kites (demo)" : null, tags.GetValueOrDefault("Rights"));
        Assert.Equal(keepsRights ? "Wren Aldous" : null, tags.GetValueOrDefault("Creator"));
        Assert.Equal(keepsRights ? "Ask first: \"ÿes\" & <then>" : null, tags.GetValueOrDefault("UsageTerms"));
        Assert.Equal(policy == MetadataPolicy.All ? "A kite over the hill" : null, tags.GetValueOrDefault("Description"));
        // The pixels are upright already; a tag that said otherwise would turn them again.
        Assert.Equal("Horizontal (normal)", tags.GetValueOrDefault("Orientation", "Horizontal (normal)"));
    }

    [Fact]
    public void A_picture_with_nothing_to_say_carries_nothing()
    {
        using var folder = new TemporaryFolder();
        var tags = Tags(
            folder.Write("spool.jpg", Making.One(Demo.Source("spool-small.jpg"), Demo.Plain("1:1", PictureFormat.Jpeg, 100)).File));
        Assert.DoesNotContain(tags.Keys, tag => tag is "Artist" or "Copyright" or "Rights" or "ExifVersion" or "XMPToolkit");
    }

    [Theory]
    [InlineData("beach-morning-p3.jpg")]
    [InlineData("hill-flight.jpg")]
    public void An_archive_keeps_the_profile_sRGBs_too_and_every_other_slot_drops_it(string source)
    {
        using var folder = new TemporaryFolder();
        var kept = Making.One(Demo.Source(source), Demo.Plain("16:9", PictureFormat.Jpeg, 300) with { Colour = ColourPolicy.Keep });
        var converted = Making.One(Demo.Source(source), Demo.Plain("16:9", PictureFormat.Jpeg, 300));
        Assert.Contains("ProfileDescription", Tags(folder.Write("kept.jpg", kept.File)).Keys);
        Assert.DoesNotContain("ProfileDescription", Tags(folder.Write("converted.jpg", converted.File)).Keys);
    }

    // A photograph with everything in it that must not come out, in Exif, IPTC and XMP.
    private static string Laden(TemporaryFolder folder)
    {
        var path = folder.Path("laden.jpg");
        File.Copy(Demo.Source("spool-small.jpg"), path);
        Tool.Run(
            "exiftool", "-q", "-overwrite_original", "-charset", "iptc=UTF8",
            "-EXIF:Make=Demo", "-EXIF:Model=Field One", "-EXIF:SerialNumber=4711", "-EXIF:LensModel=35 mm", "-EXIF:Software=Camera 1.0",
            "-EXIF:Artist=Wren Aldous",
            "-EXIF:GPSLatitude=30.5", "-EXIF:GPSLatitudeRef=S", "-EXIF:GPSLongitude=120.25", "-EXIF:GPSLongitudeRef=W",
            "-XMP:GPSLatitude=-30.5", "-XMP-tiff:Make=Demo", "-IPTC:City=Nowhere", "-XMP-iptcCore:Location=Mid-ocean",
            "-XMP-dc:Rights=© Galewright Kites (demo)", "-XMP-dc:Creator=Wren Aldous", "-XMP-dc:Description=A kite over the hill",
            "-XMP-xmpRights:UsageTerms=Ask first: \"ÿes\" & <then>", path);
        return path;
    }

    private static Dictionary<string, string> Tags(string path) =>
        JsonDocument.Parse(Tool.Run("exiftool", "-json", path)).RootElement[0].EnumerateObject()
            .ToDictionary(tag => tag.Name, tag => tag.Value.ToString());
}
