using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Tests.Weight;

public sealed class PageWeightTests
{
    private static readonly PageScreen Phone = PageWeight.Screens[0];
    private static readonly PageScreen Desktop = PageWeight.Screens[2];

    // WHATWG HTML: without sizes a picture is taken to be as wide as the viewport. 390 × 3 = 1170.
    [Fact]
    public void The_smallest_file_that_is_dense_enough_is_downloaded()
    {
        var slot = Slots.Of("3:2", new SizeRule.Widths([2500, 1500, 1200, 800]));
        OfferedFile[] files =
            [.. new[] { 800, 1200, 1500, 2500 }.Select(width => new OfferedFile(null, width, null, PictureFormat.Jpeg, width))];
        Assert.Equal((1200, 1500), (PageWeight.Downloaded(slot, files, Phone)!.Width, PageWeight.Downloaded(slot, files, Desktop)!.Width));
    }

    [Fact]
    public void The_first_format_of_the_slot_goes_before_a_lighter_one()
    {
        var slot = Slots.Of("3:2", new SizeRule.Widths([800]), formats: [PictureFormat.Avif, PictureFormat.Jpeg]);
        OfferedFile jpeg = new(null, 800, null, PictureFormat.Jpeg, 90), avif = new(null, 800, null, PictureFormat.Avif, 100);
        Assert.Equal(avif, PageWeight.Downloaded(slot, [jpeg, avif], Desktop));
        // Where AVIF was not needed, JPEG serves.
        Assert.Equal(jpeg, PageWeight.Downloaded(slot, [jpeg], Desktop));
        Assert.Null(PageWeight.Downloaded(slot, [], Desktop));
    }

    [Fact]
    public void Multiples_go_by_the_density_of_the_screen_and_tiers_by_its_width()
    {
        var slot = Slots.Of("1:1", new SizeRule.Multiples(300, [new Density(2), new Density(1)]));
        OfferedFile one = new(null, 300, new Density(1), PictureFormat.Jpeg, 10), two = new(
            null, 600, new Density(2), PictureFormat.Jpeg, 20);
        Assert.Equal((one, two), (PageWeight.Downloaded(slot, [two, one], Desktop), PageWeight.Downloaded(slot, [one, two], Phone)));

        Assert.True(Shape.TryParse("2:1", out var shape));
        var tiered =
            slot with
            {
                Tiers =
                [new Tier("narrow", 0, shape, new SizeRule.Widths([500])), new Tier("wide", 700, shape, new SizeRule.Widths([1500]))]
            };
        OfferedFile narrow = new("narrow", 500, null, PictureFormat.Jpeg, 10), wide = new("wide", 1500, null, PictureFormat.Jpeg, 90);
        Assert.Equal(
            (narrow, wide), (PageWeight.Downloaded(tiered, [narrow, wide], Phone), PageWeight.Downloaded(tiered, [narrow, wide], Desktop)));
    }
}
