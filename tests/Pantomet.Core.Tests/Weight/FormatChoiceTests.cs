using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Tests.Weight;

public sealed class FormatChoiceTests
{
    private static readonly SourceFacts Photograph = Slots.Photograph(3000, 2000);
    private static readonly Slot JpegOrPng = Slots.Of("1:1", new SizeRule.Widths([400]), formats: [PictureFormat.Jpeg, PictureFormat.Png]);

    // Common practice, no source: JPEG for photographs, PNG where transparency or flat graphics need it.
    [Fact]
    public void A_photograph_is_a_jpeg_first() =>
        Assert.Equal([PictureFormat.Jpeg, PictureFormat.Png], Assert.Single(FormatChoice.For(JpegOrPng, Photograph)));

    [Fact]
    public void A_graphic_is_a_png_first() =>
        Assert.Equal(PictureFormat.Png, FormatChoice.For(JpegOrPng, Photograph with { Kind = ContentKind.Graphic })[0][0]);

    [Fact]
    public void Transparency_goes_into_a_format_that_holds_it() =>
        Assert.Equal(PictureFormat.Png, FormatChoice.For(JpegOrPng, Photograph with { HasAlpha = true })[0][0]);

    [Fact]
    public void Transparency_that_the_slot_drops_decides_nothing() =>
        Assert.Equal(
            PictureFormat.Jpeg,
            FormatChoice.For(JpegOrPng with { Transparency = TransparencyPolicy.Flattened }, Photograph with { HasAlpha = true })[0][0]);

    [Fact]
    public void Sixteen_bits_are_kept_without_loss_where_numbers_are_kept()
    {
        var archive = Slots.Of(
            "free", new SizeRule.AllPixels(), formats: [PictureFormat.Jpeg, PictureFormat.Tiff]) with
        { Colour = ColourPolicy.Keep };
        Assert.Equal(PictureFormat.Tiff, FormatChoice.For(archive, Photograph with { BitDepth = 16 })[0][0]);
        Assert.Equal(PictureFormat.Jpeg, FormatChoice.For(archive, Photograph)[0][0]);
    }

    [Fact]
    public void A_slot_that_wants_each_format_gets_each()
    {
        var site = Slots.Of(
            "1:1", new SizeRule.Widths([400]),
            formats: [PictureFormat.Avif, PictureFormat.WebP, PictureFormat.Jpeg]) with
        { Delivery = Delivery.Each };
        Assert.Equal([[PictureFormat.Avif], [PictureFormat.WebP], [PictureFormat.Jpeg]], FormatChoice.For(site, Photograph));
    }

    [Fact]
    public void A_page_that_chooses_always_gets_one_file_that_every_browser_reads()
    {
        var site = Slots.Of(
            "1:1", new SizeRule.Widths([400]), formats: [PictureFormat.Avif, PictureFormat.WebP]) with
        { Delivery = Delivery.Each };
        Assert.Equal([[PictureFormat.Avif], [PictureFormat.WebP], [PictureFormat.Jpeg]], FormatChoice.For(site, Photograph));
        Assert.Equal(PictureFormat.Png, FormatChoice.For(site, Photograph with { HasAlpha = true })[^1][0]);
        Assert.Contains(SlotPlan.For(site, Slots.Source(Photograph)).Findings, finding => finding.Id == "fallback-added");
        var withPng = site with { Formats = [PictureFormat.Avif, PictureFormat.Png] };
        Assert.Equal([[PictureFormat.Avif], [PictureFormat.Png]], FormatChoice.For(withPng, Photograph));
    }

    [Fact]
    public void A_modern_format_is_measured_against_the_one_that_every_browser_reads()
    {
        var site = Slots.Of(
            "1:1", new SizeRule.Widths([400]),
            formats: [PictureFormat.Avif, PictureFormat.WebP, PictureFormat.Jpeg]) with
        { Delivery = Delivery.Each };
        var rivals = SlotPlan.For(site, Slots.Source(Photograph)).Variants.Select(variant => variant.Fallback);
        Assert.Equal([PictureFormat.Jpeg, PictureFormat.Jpeg, null], rivals);
        Assert.All(
            SlotPlan.For(site with { Delivery = Delivery.One }, Slots.Source(Photograph)).Variants,
            variant => Assert.Null(variant.Fallback));
    }

    [Fact]
    public void What_a_person_has_set_goes_before_the_choice_and_is_part_of_the_recipe()
    {
        var source = Slots.Source(Photograph);
        var byHand =
            source with { Weights = [new WeightByHand(JpegOrPng.Id, null, new PixelSize(400, 400), null, PictureFormat.Jpeg, 33)] };
        var (automatic, set) = (SlotPlan.For(JpegOrPng, source).Variants[0], SlotPlan.For(JpegOrPng, byHand).Variants[0]);
        Assert.Equal((33, PictureFormat.Jpeg), (set.ByHand!.Quality, Assert.Single(set.Formats)));
        Assert.NotEqual(RecipeRules.For(source, automatic, JpegOrPng).Hash(), RecipeRules.For(byHand, set, JpegOrPng).Hash());
        var lower = SlotPlan.For(JpegOrPng, byHand with { Weights = [byHand.Weights[0] with { Quality = 32 }] }).Variants[0];
        Assert.NotEqual(RecipeRules.For(byHand, lower, JpegOrPng).Hash(), RecipeRules.For(byHand, set, JpegOrPng).Hash());
        var another = byHand with { Weights = [byHand.Weights[0] with { Size = new PixelSize(401, 400) }] };
        Assert.Null(SlotPlan.For(JpegOrPng, another).Variants[0].ByHand);
    }
}
