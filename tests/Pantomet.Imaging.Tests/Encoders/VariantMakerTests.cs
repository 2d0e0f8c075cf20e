using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Runs;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Encoders;

public sealed class VariantMakerTests
{
    private static readonly QualityRange Usual = QualityRange.Default;

    [Theory]
    [InlineData(PictureFormat.Jpeg)]
    [InlineData(PictureFormat.WebP)]
    [InlineData(PictureFormat.Avif)]
    public void A_cap_that_bites_is_kept_and_used(PictureFormat format)
    {
        var free = Demo.Plain("1:1", format, 700) with { Quality = Usual };
        var best = Making.One(Demo.Source("ribbon-tails-detail.jpg"), free).File.Length;
        var cap = (long)(best * 0.7);
        var made = Making.One(
            Demo.Source("ribbon-tails-detail.jpg"), free with { Limits = new FileLimits(new ByteCount(cap), null, null) });
        Assert.InRange(made.File.LongLength, (long)(0.9 * cap), cap);
        Assert.Empty(made.Findings);
        Assert.InRange(made.Encodes, 1, 5);
    }

    // Common practice, no source: a small square picture in a text, 250 × 250 at 24 to 28 kB and 300 × 300 at 45 to 55 kB.
    [Theory]
    [InlineData(250, 24_000, 28_000)]
    [InlineData(300, 45_000, 55_000)]
    public void A_band_is_met_by_a_detailed_photograph(int side, long least, long most)
    {
        var slot = Demo.Plain(
            $"{side}x{side}", PictureFormat.Jpeg) with
        {
            Quality = Usual,
            Limits = new FileLimits(null, new ByteRange(new ByteCount(least), new ByteCount(most)), null)
        };
        Assert.InRange(Making.One(Demo.Source("ribbon-tails-detail.jpg"), slot).File.LongLength, least, most);
    }

    [Fact]
    public void A_band_that_halved_chroma_does_not_reach_is_reached_with_whole_chroma()
    {
        var source = Demo.Source("line-spools.jpg");
        var top = Demo.Plain("250x250", PictureFormat.Jpeg) with { Quality = new QualityRange(100, 100) };
        using var folder = new TemporaryFolder();
        var whole = Making.One(source, top).File.LongLength;
        var least = (long)(whole * 0.93);
        var slot = Demo.Plain(
            "250x250", PictureFormat.Jpeg) with
        {
            Quality = Usual,
            Limits = new FileLimits(null, new ByteRange(new ByteCount(least), new ByteCount(whole + 500)), null)
        };
        var made = Making.One(source, slot);
        Assert.InRange(made.File.LongLength, least, whole + 500);
        Assert.EndsWith("whole chroma", made.Encoding, StringComparison.Ordinal);
    }

    [Fact]
    public void A_cap_below_the_floor_stops_with_remedies_that_do_what_they_say()
    {
        var slot = Demo.Plain(
            "1:1", PictureFormat.Jpeg, 700) with
        { Quality = Usual, Limits = new FileLimits(new ByteCount(20_000), null, null) };
        var made = Making.One(Demo.Source("ribbon-tails-detail.jpg"), slot);
        var finding = Assert.Single(made.Findings);
        Assert.Equal(("cap-and-floor", Severity.Stop), (finding.Id, finding.Severity));
        Assert.True(made.Points < 40, finding.Sentence);
        foreach (var remedy in made.Remedies)
        {
            var mended = remedy.Kind switch
            {
                WeightRemedyKind.OtherFormat => slot with { Formats = [.. slot.Formats, remedy.Format!.Value] },
                WeightRemedyKind.SmallerSize => slot with { Sizes = new SizeRule.Widths([remedy.Width!.Value]) },
                WeightRemedyKind.LowerFloor => slot with { Score = slot.Score with { Min = remedy.Floor!.Value } },
                _ => slot with { Limits = new FileLimits(new ByteCount(remedy.Bytes), null, null) },
            };
            var after = Making.One(Demo.Source("ribbon-tails-detail.jpg"), mended);
            Assert.True(after.IsGood, remedy.Sentence);
            Assert.InRange(after.File.LongLength, 0.9 * remedy.Bytes, remedy.Bytes);
        }

        Assert.Equal(
            [WeightRemedyKind.OtherFormat, WeightRemedyKind.SmallerSize, WeightRemedyKind.LowerFloor, WeightRemedyKind.MoreBytes],
            made.Remedies.Select(remedy => remedy.Kind).Distinct());
    }

    [Fact]
    public void A_cutout_takes_png_and_falls_back_when_png_is_too_heavy()
    {
        var slot = Demo.Plain("5:4", PictureFormat.Jpeg, 1000) with { Formats = [PictureFormat.Jpeg, PictureFormat.Png], Quality = Usual };
        Assert.Equal(PictureFormat.Png, Making.One(Demo.Source("studio-delta-cutout.png"), slot).Format);
        var made = Making.One(
            Demo.Source("studio-delta-cutout.png"), slot with { Limits = new FileLimits(new ByteCount(60_000), null, null) });
        Assert.Equal(PictureFormat.Jpeg, made.Format);
        Assert.Empty(made.Findings);
    }

    [Fact]
    public void A_jpeg_is_progressive_and_keeps_whole_chroma_for_graphics_only()
    {
        using var folder = new TemporaryFolder();
        var photo = folder.Write(
            "photo.jpg",
            Making.One(Demo.Source("line-spools.jpg"), Demo.Plain("1:1", PictureFormat.Jpeg, 800) with { Quality = Usual }).File);
        var graphic = folder.Write(
            "graphic.jpg",
            Making.One(Demo.Source("size-guide.png"), Demo.Plain("4:3", PictureFormat.Jpeg, 200) with { Quality = Usual }).File);
        Assert.Equal("JPEG 2x2,1x1,1x1", Tool.Run("identify", "-format", "%[interlace] %[jpeg:sampling-factor]", photo));
        Assert.Equal("JPEG 1x1,1x1,1x1", Tool.Run("identify", "-format", "%[interlace] %[jpeg:sampling-factor]", graphic));
    }

    [Fact]
    public void A_vector_picture_is_drawn_sharp_at_whatever_size_is_needed()
    {
        using var folder = new TemporaryFolder();
        var slot = Demo.Plain("3:1", PictureFormat.Png, 2400);
        var drawn = folder.Write("drawn.png", Making.One(Demo.Source("logo.svg"), slot).File);
        Assert.Equal("2400x800", Tool.Run("identify", "-format", "%wx%h", drawn));
        // Enlarged from 1,200 px it would have far fewer steps between ink and ground than edges have pixels.
        Tool.Run("convert", Demo.Source("logo-1200.png"), "-resize", "2400x800!", folder.Path("enlarged.png"));
        double Above(string path, string level) =>
            double.Parse(
                Tool.Run("convert", path, "-alpha", "extract", "-threshold", level, "-format", "%[fx:mean]", "info:"),
                System.Globalization.CultureInfo.InvariantCulture);
        double Soft(string path) => Above(path, "5%") - Above(path, "95%");
        Assert.True(Soft(drawn) < 0.6 * Soft(folder.Path("enlarged.png")));
    }

    // TIFF has no quality; the JPEG beside it, which decides whether a TIFF that cannot be is missed, has one.
    [Fact]
    public void What_cannot_be_without_loss_is_left_to_what_every_browser_reads()
    {
        var slot = Demo.Plain("1:1", PictureFormat.Tiff, 300) with
        {
            Formats = [PictureFormat.Tiff, PictureFormat.Jpeg],
            Delivery = Delivery.Each,
            Limits = new FileLimits(new ByteCount(40_000), null, null),
        };
        var made = Making.One(Demo.Source("line-spools.jpg"), slot);
        Assert.Equal((PictureFormat.Tiff, true, "modern-left-out"), (made.Format, made.IsUnneeded, made.Findings[0].Id));
    }

    [Fact]
    public void Variants_can_be_made_of_one_decode_from_many_threads()
    {
        var path = Demo.Source("hill-flight-rotated.jpg");
        var facts = SourceProbe.Probe(path, 300_000_000).Facts;
        var slot = Demo.Plain(
            "3:2", PictureFormat.Png, 90) with
        {
            Sizes = new SizeRule.Widths([.. Enumerable.Range(60, 20)]),
            Formats = [PictureFormat.Png, PictureFormat.WebP],
            Delivery = Delivery.Each
        };
        var plan = SlotPlan.For(slot, Demo.Source(facts));
        using var source = DecodedSource.Open(path, facts);
        var together = plan.Variants.AsParallel().AsOrdered().WithDegreeOfParallelism(4)
            .Select(variant => Making.Of(source, variant, slot).File).ToList();
        using var again = DecodedSource.Open(path, facts);
        foreach (var (variant, file) in plan.Variants.Zip(together))
            Assert.Equal(Making.Of(again, variant, slot).File, file);
    }
}
