using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;

namespace Pantomet.Core.Tests.Weight;

public sealed class KeptAnimationTests
{
    private static readonly SourceFacts Loop = Slots.Photograph(480, 360) with { Format = PictureFormat.Gif, Frames = 12 };

    private static readonly Slot Each = Slots.Of(
        "1:1", new SizeRule.Widths([200]), formats: [PictureFormat.Avif, PictureFormat.WebP, PictureFormat.Jpeg]) with
    {
        Delivery = Delivery.Each,
        Animation = AnimationPolicy.Keep,
    };

    [Fact]
    public void Moving_files_are_made_in_the_formats_that_can_and_one_still_for_browsers_that_read_none_of_them()
    {
        var plan = SlotPlan.For(Each, Slots.Source(Loop));
        Assert.Equal(
            [(PictureFormat.WebP, true), (PictureFormat.Jpeg, false)],
            plan.Variants.Select(variant => (variant.Format, variant.IsAnimated)));
        Assert.Contains(
            plan.Findings,
            finding => finding.Sentence == "The source is an animation of 12 frames. All are kept in WebP; AVIF and JPEG cannot move.");
    }

    [Fact]
    public void Where_gif_is_taken_no_still_file_is_needed() =>
        Assert.Equal(
            [PictureFormat.WebP, PictureFormat.Gif],
            SlotPlan.For(Each with { Formats = [PictureFormat.WebP, PictureFormat.Gif, PictureFormat.Png] }, Slots.Source(Loop)).Variants
                .Select(variant => variant.Format));

    [Fact]
    public void A_single_file_is_the_better_of_those_that_move() =>
        Assert.Equal(
            [PictureFormat.WebP], Assert.Single(SlotPlan.For(Each with { Delivery = Delivery.One }, Slots.Source(Loop)).Variants).Formats);

    public static TheoryData<string, Slot, SourceFacts> Stills => new()
    {
        { "Files are made from the first.", Each with { Animation = AnimationPolicy.FirstFrame }, Loop },
        { "None of the slot's formats can move.", Each with { Formats = [PictureFormat.Jpeg] }, Loop },
        { "Of an AVIF only one frame is read.", Each, Loop with { Format = PictureFormat.Avif } },
        { "too many pixels", Each, Loop with { Size = new PixelSize(2000, 2000), Frames = 400 } },
    };

    [Theory]
    [MemberData(nameof(Stills))]
    public void Why_only_the_first_frame_is_taken_is_said(string why, Slot slot, SourceFacts facts)
    {
        var plan = SlotPlan.For(slot, Slots.Source(facts));
        Assert.DoesNotContain(plan.Variants, variant => variant.IsAnimated);
        var finding = Assert.Single(plan.Findings, finding => finding.Id == "first-frame");
        Assert.Contains(why, finding.Sentence, StringComparison.Ordinal);
        Assert.NotEmpty(finding.Remedy);
    }

    [Fact]
    public void Pages_of_a_document_are_no_animation() =>
        Assert.Empty(SlotPlan.For(Each, Slots.Source(Loop with { Format = PictureFormat.Tiff })).Findings);

    [Fact]
    public void Whether_a_file_moves_is_part_of_its_recipe()
    {
        var source = Slots.Source(Loop);
        var moving = SlotPlan.For(Each, source).Variants[0];
        Assert.NotEqual(
            RecipeRules.For(source, moving, Each).Hash(), RecipeRules.For(source, moving with { IsAnimated = false }, Each).Hash());
    }
}
