using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Sources;

public sealed class WorkingPictureTests
{
    private const long MaxPixels = 1_000_000;

    [Theory]
    [InlineData("hill.bmp", "hill.png", PictureFormat.Bmp)]
    [InlineData("hill.jxl", "hill.png", PictureFormat.JpegXl)]
    [InlineData("layers.psd", "hill.png", PictureFormat.Psd)]
    [InlineData("cutout.jxl", "cutout.png", PictureFormat.JpegXl)]
    public void Every_pixel_of_a_lossless_file_arrives(string file, string same, PictureFormat format)
    {
        using var folder = new TemporaryFolder();
        var probed = SourceProbe.Probe(Picture(file), folder.Path("working"), MaxPixels);
        Assert.True(probed.HasWorkingPicture);
        Assert.Equal(format, probed.Facts.Format);
        using var expected = SourceFile.Open(Picture(same)).Load();
        using var working = SourceFile.Open(folder.Path("working")).Load();
        Assert.Equal(expected.Bands, working.Bands);
        using var unlike = (expected - working).Abs();
        Assert.Equal(0, unlike.Max());
    }

    [Theory]
    [InlineData("hill.heic", "hill.png")]
    [InlineData("cutout.heic", "cutout.png")]
    public void A_phone_picture_looks_like_what_it_was_made_from(string file, string same)
    {
        using var folder = new TemporaryFolder();
        SourceProbe.Probe(Picture(file), folder.Path("working.png"), MaxPixels);
        // Wang, Bovik, Sheikh, Simoncelli 2004, by scikit-image; the encoder's own loss is all that may be between them.
        Assert.InRange(Tool.StructuralSimilarity(Picture(same), folder.Path("working.png")), 0.95, 1);
    }

    // ISO/IEC 23008-12: the container says how a picture is turned. A reader that obeyed Exif as well would turn pictures of phones twice.
    [Fact]
    public void The_container_and_not_Exif_says_how_a_phone_picture_is_turned()
    {
        using var folder = new TemporaryFolder();
        var facts = SourceProbe.Probe(Picture("hill.heic"), folder.Path("working"), MaxPixels).Facts;
        Assert.Equal((new PixelSize(200, 133), 1), (facts.Size, facts.Orientation));
        Assert.Equal(
            ("Mara Linden", "Galewright Kites", "A kite over a hill"), (facts.Rights.Creator, facts.Rights.Copyright, facts.Description));
    }

    [Fact]
    public void A_phone_picture_that_its_container_turns_is_turned_once()
    {
        using var folder = new TemporaryFolder();
        var facts = SourceProbe.Probe(Picture("turned.heic"), folder.Path("working.png"), MaxPixels).Facts;
        Assert.Equal((new PixelSize(133, 200), 1), (facts.Size, facts.Orientation));
        using var lying = SourceFile.Open(Picture("hill.png")).Load();
        using var upright = lying.CopyMemory().Rot90();
        upright.Pngsave(folder.Path("upright.png"));
        Assert.InRange(Tool.StructuralSimilarity(folder.Path("upright.png"), folder.Path("working.png")), 0.95, 1);
    }

    [Fact]
    public void Process_inks_stay_inks_until_a_file_is_made()
    {
        using var folder = new TemporaryFolder();
        var probed = SourceProbe.Probe(Picture("inks.psd"), folder.Path("working"), MaxPixels);
        Assert.Equal(ColourModel.Cmyk, probed.Facts.Colour);
        using var decoded = DecodedSource.Open(folder.Path("working"), probed.Facts);
        using var original = SourceFile.Open(Picture("hill.png")).Load();
        using var srgb = ColourConversion.ToSrgb(decoded.Cut(new PixelRect(0, 0, 200, 133), default, new PixelSize(200, 133)));
        // Inks without a profile are an estimate; inverted ones would be off by far more.
        Assert.InRange(srgb.Avg() - original.Avg(), -40, 40);
    }

    [Fact]
    public void A_picture_that_claims_too_much_is_refused_before_it_is_decoded()
    {
        using var folder = new TemporaryFolder();
        var claims = File.ReadAllBytes(Picture("hill.bmp"));
        // The height of a bitmap: 22 bytes from its start, little-endian.
        BitConverter.TryWriteBytes(claims.AsSpan(22), 60_000);
        var refusal = Assert.Throws<UnreadableException>(
            () => SourceProbe.Probe(folder.Write("claims.bmp", claims), folder.Path("working"), MaxPixels));
        Assert.Equal("too-many-pixels", refusal.Id);
    }

    [Theory]
    [InlineData("hill.heic")]
    [InlineData("hill.jxl")]
    [InlineData("hill.bmp")]
    [InlineData("layers.psd")]
    public void A_file_cut_short_or_damaged_is_read_or_refused(string file)
    {
        using var folder = new TemporaryFolder();
        var whole = File.ReadAllBytes(Picture(file));
        var cut = Assert.Throws<UnreadableException>(
            () => SourceProbe.Probe(folder.Write("cut", whole[..(whole.Length / 3)]), folder.Path("working"), MaxPixels));
        Assert.Equal("damaged", cut.Id);
        var random = new Random(4711);
        for (var attempt = 0; attempt < 15; attempt++)
        {
            var damaged = (byte[])whole.Clone();
            for (var spot = 0; spot < 1 + (attempt % 6); spot++)
                damaged[random.Next(attempt % 2 == 0 ? 400 : damaged.Length)] = (byte)random.Next(256);
            try
            {
                Assert.InRange(
                    SourceProbe.Probe(folder.Write("damaged", damaged), folder.Path("working"), MaxPixels).Facts.Size.Count, 1, MaxPixels);
            }
            catch (UnreadableException refusal)
            {
                Assert.EndsWith(".", refusal.Message, StringComparison.Ordinal);
            }
        }
    }

    [Fact]
    public void The_second_decoder_reads_nothing_that_it_is_not_there_for()
    {
        using var folder = new TemporaryFolder();
        SourceProbe.Probe(Picture("hill.bmp"), folder.Path("working"), MaxPixels);
        // A drawing script that names another file.
        var script = folder.Write(
            "script.mvg", System.Text.Encoding.ASCII.GetBytes($"viewbox 0 0 9 9 image over 0,0 9,9 '{Picture("hill.png")}'"));
        Assert.ThrowsAny<ImageMagick.MagickException>(() => new ImageMagick.MagickImage(script, ImageMagick.MagickFormat.Mvg));
        Assert.Throws<UnreadableException>(() => SourceProbe.Probe(script, folder.Path("working"), MaxPixels));
    }

    private static string Picture(string name) =>
        Path.Combine(Path.GetDirectoryName(Demo.Folder)!, "tests", "Pantomet.Imaging.Tests", "Sources", "pictures", name);
}
