using System.Globalization;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Imaging.Tests.Rendering;

public sealed class ColourTests
{
    // The independent conversion is ImageMagick's, by its own colour engine and an sRGB profile taken from another picture.
    [Theory]
    [InlineData("winder-handle-cmyk.jpg")]
    [InlineData("beach-morning-p3.jpg")]
    [InlineData("studio-delta-16bit.tif")]
    public void Comes_out_as_srgb_within_delta_e_3_of_an_independent_conversion(string source)
    {
        using var folder = new TemporaryFolder();
        Tool.Run("convert", Demo.Source("hill-flight.jpg"), folder.Path("srgb.icc"));
        Tool.Run(
            "convert", $"{Demo.Source(source)}[0]", "-intent", "Relative", "-black-point-compensation", "-profile", folder.Path("srgb.icc"),
            "-depth", "8", "-resize", "400x", folder.Path("theirs.png"));
        var ours = folder.Write("ours.png", Making.One(Demo.Source(source), Demo.Plain("free", PictureFormat.Png, 400)).File);
        Assert.InRange(DeltaE(Mean(ours), Mean(folder.Path("theirs.png"))), 0, 3);
    }

    [Theory]
    [InlineData("hill-flight.jpg")]
    [InlineData("size-guide.png")]
    public void What_is_srgb_already_stays_where_it_is(string source)
    {
        using var folder = new TemporaryFolder();
        Tool.Run("convert", Demo.Source(source), "-strip", "-resize", "400x", folder.Path("theirs.png"));
        var ours = folder.Write("ours.png", Making.One(Demo.Source(source), Demo.Plain("free", PictureFormat.Png, 400)).File);
        Assert.InRange(DeltaE(Mean(ours), Mean(folder.Path("theirs.png"))), 0, 0.5);
    }

    // Writers store the inks of four-component JPEGs inverted, with an Adobe segment (ITU-T T.872, §6.5.3) that says so or without;
    // ImageMagick, asked here, and the browsers read both alike.
    [Fact]
    public void Inverted_inks_are_read_right_with_and_without_the_segment_that_says_so()
    {
        using var folder = new TemporaryFolder();
        using var inks = (NetVips.Image.Black(64, 64, bands: 4) + new double[] { 0, 255, 255, 0 }).Cast(NetVips.Enums.BandFormat.Uchar)
            .Copy(interpretation: NetVips.Enums.Interpretation.Cmyk);
        var said = inks.JpegsaveBuffer(q: 100);
        var unsaid = WithoutAdobeSegment(said);
        Assert.NotEqual(said.Length, unsaid.Length);
        foreach (var file in (byte[][])[said, unsaid])
        {
            var path = folder.Write("inks.jpg", file);
            Assert.Equal("cmyk(0,255,255,0)", Tool.Run("convert", path, "-format", "%[pixel:p{5,5}]", "info:"));
            var red = Mean(folder.Write("red.png", Making.One(path, Demo.Plain("1:1", PictureFormat.Png, 32)).File));
            Assert.True(red[1] > 40 && red[2] > 20, $"Lab {red[0]}, {red[1]}, {red[2]} is not red.");
        }
    }

    [Fact]
    public void Grey_stays_one_channel()
    {
        using var folder = new TemporaryFolder();
        var file = folder.Write("grey.jpg", Making.One(Demo.Source("grey-archive.jpg"), Demo.Plain("3:2", PictureFormat.Jpeg, 300)).File);
        Assert.Equal("Gray", Tool.Run("identify", "-format", "%[colorspace]", file));
    }

    [Fact]
    public void Transparency_is_kept_where_the_format_can_and_laid_on_the_background_where_not()
    {
        using var folder = new TemporaryFolder();
        var blue = new SrgbColour(10, 40, 200);
        var kept = folder.Write(
            "kept.webp", Making.One(Demo.Source("studio-delta-cutout.png"), Demo.Plain("5:4", PictureFormat.WebP, 300)).File);
        var flat = folder.Write(
            "flat.jpg",
            Making.One(Demo.Source("studio-delta-cutout.png"), Demo.Plain("5:4", PictureFormat.Jpeg, 300) with { Background = blue }).File);
        Assert.Equal("0", Tool.Run("convert", kept, "-format", "%[fx:u.p{2,2}.a]", "info:"));
        var corner = Tool.Run("convert", flat, "-format", "%[fx:round(255*u.p{2,2}.r)],%[fx:round(255*u.p{2,2}.b)]", "info:").Split(',')
            .Select(text => int.Parse(text, CultureInfo.InvariantCulture)).ToList();
        Assert.InRange(corner[0], 4, 16);
        Assert.InRange(corner[1], 192, 208);
    }

    [Fact]
    public void Nothing_that_cannot_be_seen_bleeds_into_an_edge()
    {
        // Green under full transparency beside opaque white: averaging without premultiplying would leave a green rim.
        using var folder = new TemporaryFolder();
        Tool.Run(
            "convert", "-size", "400x400", "xc:rgba(0,255,0,0)", "-fill", "white", "-draw", "rectangle 101,101 301,301",
            folder.Path("card.png"));
        var ours = folder.Write("small.png", Making.One(folder.Path("card.png"), Demo.Plain("1:1", PictureFormat.Png, 130)).File);
        // Of all pixels that show at all, the least red share must stay white.
        var leastRed = Tool.Run("convert", ours, "-background", "white", "-alpha", "remove", "-format", "%[fx:minima.r]", "info:");
        Assert.True(double.Parse(leastRed, CultureInfo.InvariantCulture) > 0.97, leastRed);
    }

    // CIE L*a*b* of the mean colour, by ImageMagick.
    private static double[] Mean(string path)
    {
        var text = Tool.Run(
            "convert", path, "-alpha", "off", "-colorspace", "sRGB", "-resize", "1x1!", "-depth", "16", "-colorspace", "Lab", "-format",
            "%[fx:100*u.p{0,0}.r],%[fx:255*u.p{0,0}.g-128],%[fx:255*u.p{0,0}.b-128]", "info:");
        return [.. text.Split(',').Select(part => double.Parse(part, CultureInfo.InvariantCulture))];
    }

    // CIE 1976: the distance in L*a*b*.
    private static double DeltaE(double[] a, double[] b) => Math.Sqrt(a.Zip(b, (x, y) => (x - y) * (x - y)).Sum());

    private static byte[] WithoutAdobeSegment(byte[] jpeg)
    {
        var at = jpeg.AsSpan().IndexOf((ReadOnlySpan<byte>)[0xFF, 0xEE]);
        var length = (jpeg[at + 2] << 8) | jpeg[at + 3];
        return [.. jpeg[..at], .. jpeg[(at + 2 + length)..]];
    }
}
