using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Sources;

public sealed class SourceProbeTests
{
    private static SourceFacts Facts(string fileName) => SourceProbe.Probe(Demo.Source(fileName), 300_000_000).Facts;

    // What demo/sources/README.md says of the demo pictures.
    [Theory]
    [InlineData("hill-flight.jpg", 3600, 2400, PictureFormat.Jpeg, ColourModel.Rgb, 8, false, 1, 1, ContentKind.Photograph)]
    [InlineData("hill-flight-rotated.jpg", 2400, 1600, PictureFormat.Jpeg, ColourModel.Rgb, 8, false, 1, 6, ContentKind.Photograph)]
    [InlineData("winder-handle-cmyk.jpg", 1280, 1600, PictureFormat.Jpeg, ColourModel.Cmyk, 8, false, 1, 1, ContentKind.Photograph)]
    [InlineData("studio-delta-16bit.tif", 1800, 1440, PictureFormat.Tiff, ColourModel.Rgb, 16, false, 1, 1, ContentKind.Photograph)]
    [InlineData("studio-delta-cutout.png", 2000, 1600, PictureFormat.Png, ColourModel.Rgb, 8, true, 1, 1, ContentKind.Photograph)]
    [InlineData("grey-archive.jpg", 1800, 1200, PictureFormat.Jpeg, ColourModel.Grey, 8, false, 1, 1, ContentKind.Photograph)]
    [InlineData("size-guide.png", 1600, 1200, PictureFormat.Png, ColourModel.Rgb, 8, false, 1, 1, ContentKind.Graphic)]
    [InlineData("logo.svg", 1200, 400, PictureFormat.Svg, ColourModel.Rgb, 8, true, 1, 1, ContentKind.Graphic)]
    [InlineData("tail-loop.gif", 480, 360, PictureFormat.Gif, ColourModel.Rgb, 8, true, 12, 1, ContentKind.Photograph)]
    public void Finds_what_is_so_about_a_demo_picture(
        string file, int width, int height, PictureFormat format, ColourModel colour, int bits, bool alpha, int frames, int orientation,
        ContentKind kind)
    {
        var facts = Facts(file);
        Assert.Equal(new PixelSize(width, height), facts.Size);
        Assert.Equal(
            (format, colour, bits, alpha, frames, orientation, kind),
            (facts.Format, facts.Colour, facts.BitDepth, facts.HasAlpha, facts.Frames, facts.Orientation, facts.Kind));
    }

    [Fact]
    public void Reads_rights_and_notices_place_and_camera()
    {
        var facts = Facts("hill-flight-rotated.jpg");
        Assert.Equal(("© Galewright Kites (demo)", "Wren Aldous (invented)"), (facts.Rights.Copyright, facts.Rights.Creator));
        Assert.True(facts.HasGeolocation);
        Assert.Equal("Demo Field One", facts.Camera);
    }

    [Theory]
    [InlineData("webp")]
    [InlineData("avif")]
    [InlineData("tiff")]
    [InlineData("gif")]
    public void Knows_a_format_by_content_whatever_its_name_says(string format)
    {
        using var folder = new TemporaryFolder();
        using (var image = NetVips.Image.NewFromFile(Demo.Source("spool-small.jpg")))
            image.WriteToFile(folder.Path($"kite.{format}"));
        File.Move(folder.Path($"kite.{format}"), folder.Path("kite.jpg"));
        Assert.Equal(format, SourceProbe.Probe(folder.Path("kite.jpg"), 300_000_000).Facts.Format.ToString(), ignoreCase: true);
    }

    [Theory]
    [InlineData("hill-flight-rotated.jpg", 0.6)]
    [InlineData("size-guide.png", 0.5)]
    [InlineData("tail-loop.gif", 0.05)]
    [InlineData("studio-delta-16bit.tif", 0.7)]
    public void A_file_cut_short_is_refused_with_a_sentence(string source, double share)
    {
        using var folder = new TemporaryFolder();
        var whole = File.ReadAllBytes(Demo.Source(source));
        var problem = Refusal(folder.Write("cut", whole[..(int)(whole.Length * share)]));
        Assert.Equal("damaged", problem.Id);
        Assert.Contains("Copy it again", problem.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("", "empty-file")]
    [InlineData("Dear customer, the pictures follow tomorrow.", "not-a-picture")]
    [InlineData("%PDF-1.7", "not-a-picture")]
    [InlineData("<html><body>no picture</body></html>", "not-a-picture")]
    [InlineData("<?php echo '<svg'; ?>", "svg-broken")]
    public void What_is_no_picture_is_refused_with_a_sentence(string content, string id)
    {
        using var folder = new TemporaryFolder();
        Assert.Equal(id, Refusal(folder.Write("picture.jpg", System.Text.Encoding.UTF8.GetBytes(content))).Id);
    }

    [Fact]
    public void A_header_that_claims_too_many_pixels_is_refused_before_decoding()
    {
        using var folder = new TemporaryFolder();
        // A PNG (ISO/IEC 15948) that is a header of 50,000 × 50,000 and nothing else to speak of.
        var png = File.ReadAllBytes(Demo.Source("size-guide.png"));
        byte[] header = [.. png[..16], 0, 0, 0xC3, 0x50, 0, 0, 0xC3, 0x50, .. png[24..29]];
        var problem = Refusal(folder.Write("huge.png", [.. header, .. Crc(header.AsSpan(12)), .. png[33..]]));
        Assert.Equal("too-many-pixels", problem.Id);
        Assert.Contains("50,000 × 50,000", problem.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><image href="http://192.0.2.1/a.png"/></svg>""",
        "svg-external")]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="9" height="9">""" +
        """<image xlink:href="file:///etc/hostname"/></svg>""",
        "svg-external")]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><style>@import "x.css";</style></svg>""", "svg-external")]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect fill="url(other.svg#a)"/></svg>""", "svg-external")]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><image href="data:image/svg+xml;base64,AAAA"/></svg>""",
        "svg-external")]
    [InlineData("""<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]>""" +
        """<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><text>&b;</text></svg>""",
        "svg-entities")]
    [InlineData("""<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/hostname">]>""" +
        """<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><text>&x;</text></svg>""",
        "svg-entities")]
    public void An_svg_that_reaches_outside_or_expands_is_refused(string svg, string id)
    {
        using var folder = new TemporaryFolder();
        Assert.Equal(id, Refusal(folder.Write("mark.svg", System.Text.Encoding.UTF8.GetBytes(svg))).Id);
    }

    [Fact]
    public void A_plain_svg_with_the_doctype_of_its_standard_is_taken()
    {
        using var folder = new TemporaryFolder();
        const string svg = """
            <?xml version="1.0"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd">
            <svg xmlns="http://www.w3.org/2000/svg" width="90" height="60"><defs><linearGradient id="a"/></defs>
            <rect width="90" height="60" fill="url(#a)"/></svg>
            """;
        Assert.Equal(
            new PixelSize(90, 60),
            SourceProbe.Probe(folder.Write("mark.svg", System.Text.Encoding.UTF8.GetBytes(svg)), 300_000_000).Facts.Size);
    }

    private static UnreadableException Refusal(string path) =>
        Assert.Throws<UnreadableException>(() => SourceProbe.Probe(path, 300_000_000));

    // ISO/IEC 15948, annex D.
    private static byte[] Crc(ReadOnlySpan<byte> chunk)
    {
        var crc = 0xFFFFFFFFu;
        foreach (var part in chunk)
        {
            crc ^= part;
            for (var bit = 0; bit < 8; bit++)
                crc = (crc & 1) != 0 ? (crc >> 1) ^ 0xEDB88320u : crc >> 1;
        }

        crc = ~crc;
        return [(byte)(crc >> 24), (byte)(crc >> 16), (byte)(crc >> 8), (byte)crc];
    }
}
