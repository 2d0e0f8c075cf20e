using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Imaging.Tests.Encoders;

/// <summary>A source that is already what its place wants, judged by ImageMagick and ExifTool.</summary>
public sealed class KeptFileTests : IDisposable
{
    private static readonly Slot Wanted = Demo.Plain("3:2", PictureFormat.Jpeg, 600) with { Quality = QualityRange.Default };

    private readonly TemporaryFolder folder = new();
    private readonly string path;

    public KeptFileTests()
    {
        path = folder.Path("ready.jpg");
        Tool.Run(
            "convert", Demo.Source("hill-flight.jpg"), "-strip", "-resize", "600x400!", "-quality", "90", "-interlace", "none", "-define",
            "jpeg:optimize-coding=false", path);
        Tool.Run(
            "exiftool", "-q", "-overwrite_original", "-Copyright=Galewright Kites", "-GPSLatitude=50", "-GPSLatitudeRef=N",
            "-GPSLongitude=5", "-GPSLongitudeRef=W", "-Model=Box Camera", path);
    }

    public void Dispose() => folder.Dispose();

    [Fact]
    public void It_keeps_every_pixel_gets_lighter_and_carries_what_the_slot_allows()
    {
        var made = Making.One(path, Wanted);
        Assert.Equal(("JPEG, optimised without loss", 100.0, null), (made.Encoding, made.Points, made.Quality));
        Assert.True(made.File.Length < new FileInfo(path).Length);
        var file = folder.Write("made.jpg", made.File);
        Assert.Equal("0", Tool.Run("convert", path, file, "-metric", "AE", "-compare", "-format", "%[distortion]", "info:"));
        Assert.Equal("JPEG", Tool.Run("identify", "-format", "%[interlace]", file));
        Assert.Equal("Galewright Kites", Tool.Run("exiftool", "-s3", "-Copyright", file).Trim());
        Assert.Equal("", Tool.Run("exiftool", "-s3", "-GPSLatitude", "-Model", file).Trim());
        var bare = folder.Write("bare.jpg", Making.One(path, Wanted with { Metadata = MetadataPolicy.None }).File);
        Assert.Equal("", Tool.Run("exiftool", "-s3", "-Copyright", "-GPSLatitude", "-Model", bare).Trim());
    }

    [Fact]
    public void Whatever_changes_its_pixels_or_its_weight_encodes_it()
    {
        var length = new FileInfo(path).Length;
        Slot[] changed =
        [
            Wanted with { Sizes = new SizeRule.Widths([599]) },
            Wanted with { Limits = new FileLimits(new ByteCount(length / 2), null, null) },
            Wanted with { Formats = [PictureFormat.WebP] },
            Wanted with { Score = ScoreDemand.Default with { Prefer = Preference.Smaller } },
        ];
        Assert.All(changed, slot => Assert.True(Making.One(path, slot).Encodes > 0));
        Assert.True(Making.One(path, Wanted, SourceFraming.None with { Turn = new Rotation(2, false, 0) }).Encodes > 0);
    }

    [Fact]
    public void One_in_printing_inks_is_encoded_like_any_other()
    {
        var cmyk = folder.Path("inks.jpg");
        Tool.Run("convert", path, "-colorspace", "CMYK", cmyk);
        var made = Making.One(cmyk, Wanted);
        Assert.True(made.IsGood);
        Assert.True(made.Encodes > 0);
    }
}
