using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Tests.Destinations;

/// <summary>The destinations to check against, and the demo's, say what they were meant to say.</summary>
public sealed class DemoDestinationsTests
{
    // Figures of the trade (common practice, no source): sides in pixels, and bytes.
    private static readonly int[] Sides =
    [
        16, 100, 113, 150, 200, 250, 300, 315, 333, 400, 480, 500, 600, 640, 655, 750, 800, 851, 960, 1000, 1100, 1200, 1400, 1500,
        1600, 2000, 2500, 2667, 3000, 4000, 4472,
    ];

    private static readonly long[] Bytes =
    [
        10_000, 24_000, 28_000, 40_000, 45_000, 50_000, 55_000, 300_000, 500_000, 700_000, 1_000_000, 16_000_000, 20_000_000,
    ];

    private static readonly Dictionary<string, Slot> Slots = Read("tests");

    // Common practice, no source: slot, sizes made of a 3:2 picture, the most bytes.
    [Theory]
    [InlineData("galewright-shop.hero", "1500×750 1000×500 500×250", 500_000)]
    [InlineData("galewright-shop.product-card", "640×640 320×320", 60_000)]
    [InlineData("galewright-shop.product-detail", "1200×1500 600×750", 250_000)]
    [InlineData("galewright-shop.article-picture", "1000×667", 300_000)]
    [InlineData("galewright-shop.section-background", "3000×1286", 500_000)]
    [InlineData("galewright-shop.page-header", "960×180", 40_000)]
    [InlineData("galewright-shop.small-square", "250×250", null)]
    [InlineData("quayside-market.listing-photo", "2500×2000", 1_000_000)]
    [InlineData("stallholders-hall.main-photo", "2000×2000", 2_000_000)]
    [InlineData("windowbox.portrait", "1080×1350", 500_000)]
    [InlineData("windowbox.square", "1080×1080", 500_000)]
    [InlineData("windowbox.story", "1080×1920", 500_000)]
    [InlineData("plaza-nine.cover", "851×315", 100_000)]
    [InlineData("plaza-nine.round-portrait", "400×400", 100_000)]
    [InlineData("plaza-nine.link-card", "1200×630", 100_000)]
    [InlineData("windward-letter.banner", "1200×400", 200_000)]
    [InlineData("print-archive.full-picture", "3600×2400", null)]
    public void A_slot_makes_its_sizes_within_its_bytes(string id, string sizes, int? mostBytes)
    {
        var slot = Slots[id];
        var crop = slot.Fit == Fit.Cover
            ? slot.Shape.RatioFor(new AspectRatio(3, 2)).LargestIn(new PixelSize(3600, 2400))
            : new PixelSize(3600, 2400);
        Assert.Equal(sizes, string.Join(' ', OutputSizes.For(slot, crop).Select(size => size.File)));
        Assert.Equal(mostBytes, slot.Limits.MaxBytes?.Bytes);
    }

    [Fact]
    public void There_are_no_others() => Assert.Equal(18, Slots.Count);

    [Fact]
    public void The_demo_has_the_same_places_with_numbers_of_its_own()
    {
        var demo = Read("demo");
        Assert.Equal(Slots.Keys.Order(), demo.Keys.Order());
        AreInvented(demo.Values);
    }

    [Fact]
    public void Twelve_examples_for_every_kind_of_place_have_numbers_of_their_own_and_say_so()
    {
        var examples = Directory.GetFiles(Path.Combine(Repository.Root, "demo", "examples"))
            .Select(path => DestinationReader.Read(File.ReadAllText(path))).ToList();
        Assert.All(examples, reading => Assert.Empty(reading.Problems));
        Assert.Equal(12, examples.Select(reading => reading.Destination!.Name).Distinct().Count());
        Assert.Equal(Enum.GetValues<DestinationKind>(), examples.Select(reading => reading.Destination!.Kind).Distinct().Order());
        Assert.All(examples, reading => Assert.Equal("Example data.", reading.Document!.NumbersFrom));
        AreInvented(examples.SelectMany(reading => reading.Destination!.Slots).Where(slot => slot.Sizes is not SizeRule.FromLayout));
    }

    private static void AreInvented(IEnumerable<Slot> slots)
    {
        foreach (var slot in slots.Where(slot => slot.Sizes is not SizeRule.AllPixels))
        {
            foreach (var (_, part) in slot.Parts())
            {
                var file = OutputSizes.For(part, part.Shape.RatioFor(new AspectRatio(3, 2)).LargestIn(new PixelSize(6000, 4000)));
                Assert.DoesNotContain(file.SelectMany(size => new[] { size.File.Width, size.File.Height }), Sides.Contains);
            }

            var limits = slot.Limits;
            long?[] bytes = [limits.MaxBytes?.Bytes, limits.MinBytes?.Bytes, limits.TargetBytes?.Min.Bytes, limits.TargetBytes?.Max.Bytes];
            Assert.DoesNotContain(bytes.OfType<long>(), Bytes.Contains);
            Assert.DoesNotContain(slot.Tiers, tier => Sides.Contains(tier.FromPx));
        }
    }

    [Fact]
    public void The_site_gets_every_modern_format_and_one_that_every_browser_reads() =>
        Assert.All(Slots.Values.Where(slot => slot.Id.StartsWith("galewright", StringComparison.Ordinal)), slot =>
        {
            Assert.Equal([PictureFormat.Avif, PictureFormat.WebP, PictureFormat.Jpeg], slot.Formats);
            Assert.Equal(Delivery.Each, slot.Delivery);
        });

    [Fact]
    public void The_archive_keeps_colour_and_description_at_one_quality()
    {
        var archive = Slots["print-archive.full-picture"];
        Assert.Equal(
            (ColourPolicy.Keep, MetadataPolicy.All, new QualityRange(95, 95)), (archive.Colour, archive.Metadata, archive.Quality));
    }

    [Fact]
    public void What_is_covered_or_cut_off_is_drawn_in()
    {
        Assert.Equal(2, Slots["windowbox.story"].KeepClear.Count);
        Assert.Equal(ZoneForm.Ellipse, Assert.Single(Slots["plaza-nine.cover"].KeepClear).Form);
        Assert.Equal(ZoneForm.OutsideEllipse, Assert.Single(Slots["plaza-nine.round-portrait"].KeepClear).Form);
    }

    private static Dictionary<string, Slot> Read(string of) =>
        Directory.EnumerateFiles(Path.Combine(Repository.Root, of, "destinations"), "*.json")
            .SelectMany(path => DestinationReader.Read(File.ReadAllText(path)).Destination!.Slots).ToDictionary(slot => slot.Id);
}
