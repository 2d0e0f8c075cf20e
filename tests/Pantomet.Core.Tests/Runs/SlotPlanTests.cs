using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Runs;

namespace Pantomet.Core.Tests.Runs;

public sealed class SlotPlanTests
{
    private static readonly Slot Hero = Slots.Of(
        "2:1", new SizeRule.Widths([1500, 1000, 500]), formats: [PictureFormat.Avif, PictureFormat.Jpeg]) with
    {
        Name = "hero",
        Delivery = Delivery.Each
    };

    [Fact]
    public void Names_every_file_and_its_crop()
    {
        var plan = SlotPlan.For(Hero, Slots.Source(Slots.Photograph(3600, 2400), "red-kite"));
        Assert.Equal(6, plan.Variants.Count);
        Assert.Equal("red-kite-hero-1500w.avif", plan.Variants[0].FileName);
        Assert.Equal(new PixelRect(0, 300, 3600, 1800), plan.Variants[0].Crop);
        Assert.True(plan.IsFeasible);
    }

    [Fact]
    public void A_source_too_small_is_stopped_with_the_missing_pixels_and_the_smaller_sizes_stay()
    {
        var plan = SlotPlan.For(Hero, Slots.Source(Slots.Photograph(1240, 827), "red-kite"));
        var stop = Assert.Single(plan.Findings);
        Assert.Equal((Severity.Stop, "too-few-pixels"), (stop.Severity, stop.Id));
        Assert.Contains("1,500 × 750 file needs as many pixels, the crop has 1,240 × 620", stop.Sentence, StringComparison.Ordinal);
        Assert.Contains("260 px short across", stop.Sentence, StringComparison.Ordinal);
        Assert.Equal([1000, 1000, 500, 500], plan.Variants.Select(variant => variant.Size.File.Width));
    }

    [Fact]
    public void Shapes_have_no_pixels_to_run_out_of() =>
        Assert.True(SlotPlan.For(Hero, Slots.Source(Slots.Photograph(24, 24) with { Format = PictureFormat.Svg }, "mark")).IsFeasible);

    [Fact]
    public void No_variant_is_ever_larger_than_its_crop()
    {
        foreach (var width in Enumerable.Range(300, 60).Select(step => step * 5))
        {
            var plan = SlotPlan.For(Hero, Slots.Source(Slots.Photograph(width, width * 2 / 3)));
            Assert.All(plan.Variants, variant => Assert.True(variant.Size.Picture.Width <= variant.Crop.Width));
        }
    }

    [Fact]
    public void A_crop_by_hand_is_fitted_to_the_shape_when_the_shape_has_changed()
    {
        var plan = SlotPlan.For(Hero, Slots.Source(Slots.Photograph(3600, 2400)).WithHand(Hero, new PixelRect(100, 100, 1000, 1000)));
        Assert.True(plan.Crop.IsByHand);
        Assert.Equal(2.0, (double)plan.Crop.Area.Width / plan.Crop.Area.Height, 2);
    }

    [Fact]
    public void Padding_takes_the_whole_picture_and_ignores_a_crop()
    {
        var padded = Slots.Of("2000x2000", fit: Fit.Pad);
        var plan = SlotPlan.For(padded, Slots.Source(Slots.Photograph(3000, 2400)).WithHand(padded, new PixelRect(0, 0, 50, 50)));
        Assert.Equal(new PixelRect(0, 0, 3000, 2400), plan.Crop.Area);
        Assert.False(plan.Crop.IsByHand);
    }

    [Fact]
    public void Says_what_becomes_of_transparency_and_animation()
    {
        var plan = SlotPlan.For(
            Hero, Slots.Source(Slots.Photograph(3600, 2400) with { HasAlpha = true, Frames = 12, Format = PictureFormat.Gif }));
        Assert.Equal(["flattened", "first-frame"], plan.Findings.Select(finding => finding.Id));
        Assert.Contains("in JPEG", plan.Findings[0].Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void Each_tier_has_its_own_crop_sizes_and_names_and_follows_the_slot_until_it_is_framed_apart()
    {
        var tiers = new[] { new Tier("narrow", 0, Square, new SizeRule.Widths([500])), new Tier("wide", 1000, Hero.Shape, Hero.Sizes) };
        var slot = Hero with { Tiers = tiers, Formats = [PictureFormat.WebP], Delivery = Delivery.One };
        var source = Slots.Source(Slots.Photograph(3600, 2400));
        var plan = SlotPlan.For(slot, source);
        Assert.Equal(
            ["kite-hero-narrow-500w.webp", "kite-hero-wide-1500w.webp", "kite-hero-wide-1000w.webp", "kite-hero-wide-500w.webp"],
            plan.Variants.Select(variant => variant.FileName));
        Assert.Equal(new PixelRect(600, 0, 2400, 2400), plan.Variants[0].Crop);

        var apart = source.WithHand(slot, new PixelRect(0, 0, 2000, 1000)).WithHand(slot, new PixelRect(100, 100, 800, 800), "narrow");
        var framed = SlotPlan.For(slot, apart);
        Assert.Equal(new PixelRect(100, 100, 800, 800), framed.Variants[0].Crop);
        Assert.Equal(new PixelRect(0, 0, 2000, 1000), framed.Variants[1].Crop);
    }

    [Fact]
    public void A_side_that_the_limits_refuse_is_stopped()
    {
        var slot = Slots.Of(
            "free", new SizeRule.LongestSide(1000), limits: new FileLimits(null, null, null, MinSidePx: 500, MaxSidePx: 1000));
        Assert.True(SlotPlan.For(slot, Slots.Source(Slots.Photograph(3000, 2000))).IsFeasible);
        var stop = Assert.Single(SlotPlan.For(slot, Slots.Source(Slots.Photograph(3000, 1200))).Findings);
        Assert.Equal("side-too-short", stop.Id);
    }

    [Theory]
    [InlineData(3600, CoverageState.Enough, 3, 1500, null, 0)]
    [InlineData(1240, CoverageState.Partly, 2, 1000, 1500, 260)]
    [InlineData(400, CoverageState.TooSmall, 0, null, 500, 1100)]
    public void Coverage_says_how_far_the_pixels_reach(
        int width, CoverageState state, int possible, int? largest, int? firstShort, int shortBy)
    {
        var coverage = Coverage.Of(SlotPlan.For(Hero, Slots.Source(Slots.Photograph(width, width * 2 / 3))));
        Assert.Equal(
            (state, possible, 3, largest, firstShort, shortBy),
            (coverage.State, coverage.Possible, coverage.Wanted, coverage.Largest?.Width, coverage.FirstShort?.Width, coverage.ShortByPx));
    }

    [Fact]
    public void A_name_changes_with_the_recipe_when_it_holds_its_hash()
    {
        var slot = Hero with { NamePattern = new NamePattern("{stem}-{hash}") };
        var source = Slots.Source(Slots.Photograph(3600, 2400));
        string First(Slot one) => SlotPlan.For(one, source).Variants[0].Name;
        Assert.Equal(First(slot), First(slot with { Name = "banner" }));
        Assert.NotEqual(First(slot), First(slot with { Limits = new FileLimits(new ByteCount(90_000), null, null) }));
    }

    private static Shape Square => Shape.TryParse("1:1", out var square) ? square : throw new FormatException();
}
