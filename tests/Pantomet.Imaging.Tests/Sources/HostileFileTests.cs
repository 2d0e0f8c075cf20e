using Pantomet.Core.Findings;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Sources;

/// <summary>Files with random damage: each is either read or refused with a sentence. Nothing else may come of it.</summary>
public sealed class HostileFileTests
{
    [Theory]
    [InlineData("spool-small.jpg")]
    [InlineData("logo-1200.png")]
    [InlineData("tail-loop.gif")]
    [InlineData("logo.svg")]
    [InlineData("hill-flight-rotated.jpg")]
    public void Damage_anywhere_is_read_or_refused(string source)
    {
        using var folder = new TemporaryFolder();
        var whole = File.ReadAllBytes(Demo.Source(source));
        // A fixed seed: what fails once fails again.
        var random = new Random(4711);
        for (var attempt = 0; attempt < 25; attempt++)
        {
            var damaged = (byte[])whole.Clone();
            // Most damage near the start, where headers and metadata lie.
            var reach = attempt % 2 == 0 ? Math.Min(2_000, damaged.Length) : damaged.Length;
            for (var spot = 0; spot < 1 + (attempt % 8); spot++)
                damaged[random.Next(reach)] = (byte)random.Next(256);
            try
            {
                var probed = SourceProbe.Probe(folder.Write("damaged", damaged), 50_000_000);
                Assert.InRange(probed.Facts.Size.Count, 1, 50_000_000);
            }
            catch (UnreadableException refusal)
            {
                Assert.EndsWith(".", refusal.Message, StringComparison.Ordinal);
            }
        }
    }

    [Fact]
    public void A_loader_that_is_not_on_the_list_cannot_be_reached()
    {
        VipsRuntime.Start();
        using var folder = new TemporaryFolder();
        // Numbers in a text file: libvips always has this loader, and would take it for a picture.
        var path = folder.Write("picture.csv", "1,2,3\n4,5,6\n"u8.ToArray());
        var refusal = Assert.Throws<NetVips.VipsException>(() => NetVips.Image.Csvload(path).Avg());
        Assert.Contains("blocked", refusal.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Names_and_endings_open_no_other_decoder()
    {
        using var folder = new TemporaryFolder();
        var path = folder.Write("picture.pdf", File.ReadAllBytes(Demo.Source("spool-small.jpg")));
        Assert.Equal(Core.Pictures.PictureFormat.Jpeg, SourceProbe.Probe(path, 300_000_000).Facts.Format);
    }

    [Theory]
    [InlineData(20, true)]
    [InlineData(400, false)]
    public void An_svg_may_nest_as_drawings_do_and_no_deeper(int depth, bool isTaken)
    {
        using var folder = new TemporaryFolder();
        var svg =
            $"""<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9">{string.Concat(
                Enumerable.Repeat("<g>", depth))}<rect width="9" height="9"/>{string.Concat(Enumerable.Repeat("</g>", depth))}</svg>""";
        var path = folder.Write("deep.svg", System.Text.Encoding.UTF8.GetBytes(svg));
        if (isTaken)
            SvgGuard.Check(path);
        else
            Assert.Equal("svg-too-deep", Assert.Throws<UnreadableException>(() => SvgGuard.Check(path)).Id);
    }

    // CSS Syntax 3, §4.3.7: letters may be written as their numbers. Two walls stand: this one, and a renderer that fetches nothing.
    [Theory]
    [InlineData("""<rect style="fill:\75 rl(http://kites.example/a.png)"/>""")]
    [InlineData("""<style>@\69mport "http://kites.example/a.css";</style>""")]
    [InlineData("""<style>rect{fill:u/**/rl(//kites.example/a)}</style>""")]
    [InlineData("""<image srcset="http://kites.example/a.png 2x"/>""")]
    [InlineData("""<rect style="background:image-set('http://kites.example/a.png' 1x)"/>""")]
    public void An_svg_refers_to_nothing_outside_itself_however_it_is_written(string content)
    {
        using var folder = new TemporaryFolder();
        var path = folder.Write(
            "drawing.svg",
            System.Text.Encoding.UTF8.GetBytes($"""<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9">{content}</svg>"""));
        Assert.Equal("svg-external", Assert.Throws<UnreadableException>(() => SvgGuard.Check(path)).Id);
    }

    [Fact]
    public void Previews_are_upright_small_and_in_their_fixed_widths()
    {
        var previews = SourceProbe.Probe(Demo.Source("hill-flight-rotated.jpg"), 300_000_000).Previews;
        Assert.Equal(PreviewMaker.Widths, previews.Keys.OrderDescending());
        using var image = NetVips.Image.JpegloadBuffer(previews[640].File);
        Assert.Equal((640, 427), (image.Width, image.Height));
        Assert.Equal(640, PreviewMaker.WidthFor(1));
        Assert.Equal(640, PreviewMaker.WidthFor(640));
        Assert.Equal(1920, PreviewMaker.WidthFor(641));
        Assert.Equal(1920, PreviewMaker.WidthFor(int.MaxValue));
    }
}
