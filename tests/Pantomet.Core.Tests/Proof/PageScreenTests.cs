using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Proof;
using Pantomet.Core.Proof.Markup;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Tests.Proof;

public sealed class PageScreenTests
{
    private static readonly PageScreen Phone = PageScreen.Usual[0];
    private static readonly PageScreen Desktop = PageScreen.Usual[2];

    // WHATWG HTML: without sizes a picture is taken to be as wide as the viewport. 390 × 3 = 1170.
    [Fact]
    public void The_smallest_file_that_is_dense_enough_is_downloaded()
    {
        var slot = Slots.Of("3:2", new SizeRule.Widths([2500, 1500, 1200, 800]));
        PageFile[] files = [.. new[] { 800, 1200, 1500, 2500 }.Select(width => File(width))];
        Assert.Equal((files[1], files[2]), (On(Phone, slot, files), On(Desktop, slot, files)));
    }

    [Fact]
    public void The_first_format_of_the_slot_goes_before_a_lighter_one()
    {
        var slot = Slots.Of("3:2", new SizeRule.Widths([800]), formats: [PictureFormat.Avif, PictureFormat.Jpeg]) with
        {
            Delivery = Delivery.Each,
        };
        var (jpeg, avif) = (File(800, bytes: 90), File(800, format: PictureFormat.Avif, bytes: 100));
        Assert.Equal(avif, On(Desktop, slot, jpeg, avif));
        // Where AVIF was not needed, JPEG serves.
        Assert.Equal(jpeg, On(Desktop, slot, jpeg));
    }

    [Fact]
    public void Multiples_go_by_the_density_of_the_screen_and_tiers_by_its_width()
    {
        var slot = Slots.Of("1:1", new SizeRule.Multiples(300, [new Density(2), new Density(1)]));
        var (one, two) = (File(300, density: 1), File(600, density: 2));
        Assert.Equal((one, two), (On(Desktop, slot, two, one), On(Phone, slot, one, two)));

        Assert.True(Shape.TryParse("2:1", out var shape));
        var tiered =
            slot with
            {
                Tiers =
                [new Tier("narrow", 0, shape, new SizeRule.Widths([500])), new Tier("wide", 700, shape, new SizeRule.Widths([1500]))]
            };
        var (narrow, wide) = (File(500, tier: "narrow"), File(1500, tier: "wide"));
        Assert.Equal((narrow, wide), (On(Phone, tiered, narrow, wide), On(Desktop, tiered, narrow, wide)));
    }

    private static PageFile On(PageScreen screen, Slot slot, params PageFile[] files) =>
        screen.Downloaded(new PagePicture(slot, "kite", "", files));

    private static PageFile File(
        int width, string? tier = null, double? density = null, PictureFormat format = PictureFormat.Jpeg, long bytes = 100)
    {
        var size = new PixelSize(width, width);
        return new PageFile(
            $"{tier}{width}.{format}", tier, new OutputSize(size, size, density is { } dense ? new Density(dense) : null), format, bytes);
    }
}
