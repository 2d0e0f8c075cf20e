using Pantomet.Core.Destinations;
using Pantomet.Core.Sources;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Tests.Weight;

public sealed class FormatChoiceTests
{
    private static readonly SourceFacts Photograph = Slots.Photograph(3000, 2000);
    private static readonly Slot JpegOrPng = Slots.Of("1:1", new SizeRule.Widths([400]), formats: [PictureFormat.Jpeg, PictureFormat.Png]);

    // Common practice, no source: JPEG for photographs, PNG where transparency or flat graphics need it.
    [Fact]
    public void A_photograph_is_a_jpeg_first() => Assert.Equal([PictureFormat.Jpeg, PictureFormat.Png], Assert.Single(FormatChoice.For(JpegOrPng, Photograph)));

    [Fact]
    public void A_graphic_is_a_png_first() =>
        Assert.Equal(PictureFormat.Png, FormatChoice.For(JpegOrPng, Photograph with { Kind = ContentKind.Graphic })[0][0]);

    [Fact]
    public void Transparency_goes_into_a_format_that_holds_it() =>
        Assert.Equal(PictureFormat.Png, FormatChoice.For(JpegOrPng, Photograph with { HasAlpha = true })[0][0]);

    [Fact]
    public void Transparency_that_the_slot_drops_decides_nothing() =>
        Assert.Equal(PictureFormat.Jpeg, FormatChoice.For(JpegOrPng with { Transparency = TransparencyPolicy.Flattened }, Photograph with { HasAlpha = true })[0][0]);

    [Fact]
    public void Sixteen_bits_are_kept_without_loss_where_numbers_are_kept()
    {
        var archive = Slots.Of("free", new SizeRule.AllPixels(), formats: [PictureFormat.Jpeg, PictureFormat.Tiff]) with { Colour = ColourPolicy.Keep };
        Assert.Equal(PictureFormat.Tiff, FormatChoice.For(archive, Photograph with { BitDepth = 16 })[0][0]);
        Assert.Equal(PictureFormat.Jpeg, FormatChoice.For(archive, Photograph)[0][0]);
    }

    [Fact]
    public void A_slot_that_wants_each_format_gets_each()
    {
        var site = Slots.Of("1:1", new SizeRule.Widths([400]), formats: [PictureFormat.Avif, PictureFormat.WebP, PictureFormat.Jpeg]) with { Delivery = Delivery.Each };
        Assert.Equal([[PictureFormat.Avif], [PictureFormat.WebP], [PictureFormat.Jpeg]], FormatChoice.For(site, Photograph));
    }
}
