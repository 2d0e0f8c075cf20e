using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Runs;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Encoders;

/// <summary>Formats are chosen by what comes out, not by rule of thumb.</summary>
public sealed class MeasuredFormatTests
{
    [Theory]
    [InlineData("size-guide.png", "4:3", 800)]
    [InlineData("logo-1200.png", "3:1", 600)]
    public void A_graphic_as_png_shows_no_loss_and_is_lighter_than_the_jpeg_of_the_same_score(string name, string shape, int width)
    {
        var made = Making.One(Demo.Source(name), Demo.Plain(shape, PictureFormat.Png, width));
        Assert.True(made.Points >= 90, $"{made.Encoding}: {made.Points}");
        var slot = Demo.Plain(shape, PictureFormat.Jpeg, width) with
        {
            Score = new ScoreDemand(Math.Min(made.Points, 97), 40, Preference.Smaller),
            Quality = new QualityRange(1, 100),
        };
        Assert.True(made.File.Length < Making.One(Demo.Source(name), slot).File.Length);
    }

    [Fact]
    public void Of_the_lossless_formats_that_a_slot_takes_the_lightest_is_handed_out()
    {
        var slot = Demo.Plain("3:1", PictureFormat.Png, 600);
        var both = Making.One(Demo.Source("logo-1200.png"), slot with { Formats = [PictureFormat.Png, PictureFormat.WebP] });
        var alone = new[] { PictureFormat.Png, PictureFormat.WebP }.Select(
            format => Making.One(Demo.Source("logo-1200.png"), slot with { Formats = [format] }).File.Length);
        Assert.Equal(alone.Min(), both.File.Length);
        Assert.True(both.Points >= 90);
    }

    [Fact]
    public void A_modern_format_that_is_no_lighter_is_not_made_and_the_finding_has_both_figures()
    {
        // Noise is as heavy in every format; halved chroma, which WebP has, cannot hold it.
        using var folder = new TemporaryFolder();
        using var noise = Image.Gaussnoise(600, 400, sigma: 60, mean: 128, seed: 7)
            .Bandjoin(
                [Image.Gaussnoise(600, 400, sigma: 60, mean: 128, seed: 8), Image.Gaussnoise(600, 400, sigma: 60, mean: 128, seed: 9)]);
        using var bytes = noise.Cast(Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Srgb);
        var path = folder.Write("noise.png", bytes.PngsaveBuffer());
        var slot = Demo.Plain(
            "3:2", PictureFormat.WebP, 400) with
        {
            Formats = [PictureFormat.WebP, PictureFormat.Jpeg],
            Delivery = Delivery.Each,
            Quality = QualityRange.Default
        };
        var (webp, jpeg) = Both(path, slot);
        Assert.True(webp.IsUnneeded, webp.Encoding);
        Assert.Equal("not-smaller", Assert.Single(webp.Findings).Id);
        Assert.True(webp.IsGood);
        Assert.False(jpeg.IsUnneeded);
    }

    [Fact]
    public void A_modern_format_that_is_lighter_at_the_same_looks_is_made()
    {
        var slot = Demo.Plain(
            "3:2", PictureFormat.Avif, 700) with
        {
            Formats = [PictureFormat.Avif, PictureFormat.Jpeg],
            Delivery = Delivery.Each,
            Quality = QualityRange.Default
        };
        var (avif, _) = Both(Demo.Source("hill-flight.jpg"), slot);
        Assert.False(avif.IsUnneeded);
        Assert.Empty(avif.Findings);
    }

    [Fact]
    public void Fewest_bytes_for_the_looks_wanted_follow_the_picture()
    {
        var slot = Demo.Plain(
            "1:1", PictureFormat.Jpeg, 900) with
        {
            Score = new ScoreDemand(76, 40, Preference.Smaller),
            Quality = QualityRange.ForWantedLooks
        };
        var (calm, busy) = (Making.One(Demo.Source("studio-delta.jpg"), slot), Making.One(Demo.Source("ribbon-tails-detail.jpg"), slot));
        Assert.InRange(calm.Points, 76, 78);
        Assert.InRange(busy.Points, 76, 78);
        Assert.True(calm.Quality + 10 < busy.Quality, $"{calm.Encoding}, {busy.Encoding}");
    }

    // What nobody would send, and somebody will.
    [Theory]
    [InlineData(1L)]
    [InlineData(300L)]
    public void A_cap_below_any_file_stops_without_harm(long cap)
    {
        var slot = Demo.Plain(
            "1:1", PictureFormat.Jpeg, 300) with
        {
            Quality = QualityRange.Default,
            Limits = new FileLimits(new ByteCount(cap), null, null)
        };
        var made = Making.One(Demo.Source("hill-flight.jpg"), slot);
        Assert.False(made.IsGood);
        Assert.Equal("cap-not-met", Assert.Single(made.Findings).Id);
        Assert.All(made.Remedies, remedy => Assert.True(remedy.Kind == WeightRemedyKind.MoreBytes || remedy.Bytes <= cap, remedy.Sentence));
    }

    [Fact]
    public void A_floor_of_a_hundred_is_met_without_loss_or_said_to_be_out_of_reach()
    {
        var perfect = new ScoreDemand(100, 100, Preference.Better);
        Assert.True(Making.One(Demo.Source("size-guide.png"), Demo.Plain("4:3", PictureFormat.Png, 300) with { Score = perfect }).IsGood);
        var jpeg = Making.One(Demo.Source("hill-flight.jpg"), Demo.Plain("3:2", PictureFormat.Jpeg, 300) with { Score = perfect });
        Assert.Equal("floor-not-met", Assert.Single(jpeg.Findings).Id);
    }

    [Theory]
    [InlineData(1, 1, "#336699")]
    [InlineData(400, 300, "#336699")]
    [InlineData(400, 300, "transparent")]
    public void Pictures_of_one_colour_are_made_in_every_format(int width, int height, string colour)
    {
        using var folder = new TemporaryFolder();
        var path = folder.Path("flat.png");
        Tool.Run("convert", "-size", $"{width}x{height}", $"xc:{colour}", "-depth", "8", "-type", "TrueColorAlpha", path);
        foreach (var format in (PictureFormat[])[PictureFormat.Jpeg, PictureFormat.WebP, PictureFormat.Avif, PictureFormat.Png])
        {
            var slot = Demo.Plain(
                "free", format, width) with
            {
                Quality = QualityRange.Default,
                Limits = new FileLimits(null, new ByteRange(new ByteCount(50_000), new ByteCount(60_000)), null)
            };
            var made = Making.One(path, slot);
            Assert.True(made.IsGood, $"{format}: {string.Join(" ", made.Findings.Select(finding => finding.Sentence))}");
        }
    }

    // A picture that no encoder can do anything with, and a large one: nothing is thrown, what is made fits, and what cannot be is said.
    [Theory]
    [InlineData("-size 500x400 xc:gray +noise Random", 500, PictureFormat.Jpeg, PictureFormat.WebP, PictureFormat.Avif, PictureFormat.Png,
        PictureFormat.Gif)]
    [InlineData("-size 650x470 gradient:navy-orange -scale 1000%", 800, PictureFormat.Jpeg, PictureFormat.Png)]
    public void Noise_and_thirty_megapixels_are_weighed_like_any_other(string drawn, int width, params PictureFormat[] formats)
    {
        using var folder = new TemporaryFolder();
        var path = folder.Path("drawn.png");
        Tool.Run("convert", [.. drawn.Split(' '), "-depth", "8", "-type", "TrueColor", "-define", "png:compression-level=1", path]);
        var facts = SourceProbe.Probe(path, 300_000_000).Facts;
        using var source = DecodedSource.Open(path, facts);
        foreach (var format in formats)
        {
            var slot = Demo.Plain("free", format, width) with { Quality = QualityRange.Default };
            EncodedFile Made(ByteCount? most) =>
                Making.Of(
                    source, SlotPlan.For(slot, Demo.Source(facts)).Variants[0], slot with { Limits = new FileLimits(most, null, null) });
            var cap = new ByteCount(Made(null).File.LongLength * 8 / 10);
            var capped = Made(cap);
            Assert.True(
                capped.IsGood
                    ? capped.File.LongLength <= cap.Bytes
                    : Assert.Single(capped.Findings).Sentence.Contains(cap.ToString(), StringComparison.Ordinal), $"{format}: {capped}");
            var impossible = Made(new ByteCount(1));
            Assert.False(impossible.IsGood);
            Assert.Contains("1 bytes", Assert.Single(impossible.Findings).Sentence, StringComparison.Ordinal);
        }
    }

    private static (EncodedFile Modern, EncodedFile Plain) Both(string path, Slot slot)
    {
        var facts = SourceProbe.Probe(path, 300_000_000).Facts;
        using var source = DecodedSource.Open(path, facts);
        var plan = SlotPlan.For(slot, Demo.Source(facts));
        return (Making.Of(source, plan.Variants[0], slot), Making.Of(source, plan.Variants[1], slot));
    }
}
