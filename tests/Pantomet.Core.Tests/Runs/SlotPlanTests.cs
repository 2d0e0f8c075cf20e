using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Runs;

public sealed class SlotPlanTests
{
    private static readonly Slot Hero = Slots.Of("2:1", new SizeRule.Widths([1500, 1000, 500]), formats: [PictureFormat.Avif, PictureFormat.Jpeg]) with { Name = "hero", Delivery = Delivery.Each };

    [Fact]
    public void Names_every_file_and_its_crop()
    {
        var plan = SlotPlan.For(Hero, Slots.Source(Slots.Photograph(3600, 2400), "red-kite"), HandCrops.None);
        Assert.Equal(6, plan.Variants.Count);
        Assert.Equal("red-kite-hero-1500w.avif", plan.Variants[0].FileName);
        Assert.Equal(new PixelRect(0, 300, 3600, 1800), plan.Variants[0].Crop);
        Assert.True(plan.CanBeFed);
    }

    [Fact]
    public void A_source_too_small_is_stopped_with_the_missing_pixels_and_the_smaller_sizes_stay()
    {
        var plan = SlotPlan.For(Hero, Slots.Source(Slots.Photograph(1240, 827), "red-kite"), HandCrops.None);
        var stop = Assert.Single(plan.Findings);
        Assert.Equal((Severity.Stop, "too-few-pixels"), (stop.Severity, stop.Id));
        Assert.Contains("1,500 × 750 file needs as many pixels, the crop has 1,240 × 620", stop.Sentence, StringComparison.Ordinal);
        Assert.Contains("260 px short across", stop.Sentence, StringComparison.Ordinal);
        Assert.Equal([1000, 1000, 500, 500], plan.Variants.Select(variant => variant.Size.File.Width));
    }

    [Fact]
    public void Shapes_have_no_pixels_to_run_out_of() =>
        Assert.True(SlotPlan.For(Hero, Slots.Source(Slots.Photograph(24, 24) with { Format = PictureFormat.Svg }, "mark"), HandCrops.None).CanBeFed);

    [Fact]
    public void No_variant_is_ever_larger_than_its_crop()
    {
        foreach (var width in Enumerable.Range(300, 60).Select(step => step * 5))
        {
            var plan = SlotPlan.For(Hero, Slots.Source(Slots.Photograph(width, width * 2 / 3)), HandCrops.None);
            Assert.All(plan.Variants, variant => Assert.True(variant.Size.Picture.Width <= variant.Crop.Width));
        }
    }

    [Fact]
    public void A_crop_by_hand_is_fitted_to_the_shape_when_the_shape_has_changed()
    {
        var plan = SlotPlan.For(Hero, Slots.Source(Slots.Photograph(3600, 2400)), HandCrops.Of(new PixelRect(100, 100, 1000, 1000)));
        Assert.True(plan.Crop.IsByHand);
        Assert.Equal(2.0, (double)plan.Crop.Area.Width / plan.Crop.Area.Height, 2);
    }

    [Fact]
    public void Padding_takes_the_whole_picture_and_ignores_a_crop()
    {
        var padded = Slots.Of("2000x2000", fit: Fit.Pad);
        var plan = SlotPlan.For(padded, Slots.Source(Slots.Photograph(3000, 2400)), HandCrops.Of(new PixelRect(0, 0, 50, 50)));
        Assert.Equal(new PixelRect(0, 0, 3000, 2400), plan.Crop.Area);
        Assert.False(plan.Crop.IsByHand);
    }

    [Fact]
    public void Says_what_becomes_of_transparency_and_animation()
    {
        var plan = SlotPlan.For(Hero, Slots.Source(Slots.Photograph(3600, 2400) with { HasAlpha = true, Frames = 12, Format = PictureFormat.Gif }), HandCrops.None);
        Assert.Equal(["flattened", "first-frame"], plan.Findings.Select(finding => finding.Id));
        Assert.Contains("in JPEG", plan.Findings[0].Sentence, StringComparison.Ordinal);
    }
}
