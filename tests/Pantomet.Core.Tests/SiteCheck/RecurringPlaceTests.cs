using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.SiteCheck;

namespace Pantomet.Core.Tests.SiteCheck;

public sealed class RecurringPlaceTests
{
    private static readonly Viewport Phone = new(390, 844, 3);
    private static readonly Viewport Desktop = new(1440, 900, 1);
    private static readonly Viewport Dense = new(1440, 900, 2);

    [Fact]
    public void Pictures_of_one_size_are_one_place_with_the_widths_that_its_screens_ask_for()
    {
        SeenPicture[] third = [new(Phone, 350, 233.3), new(Desktop, 371, 247.3), new(Dense, 371, 247.3)];
        var places = RecurringPlace.Of(
        [
            new(1, new PixelSize(3600, 2400), third), new(2, new PixelSize(6000, 4000), third),
            new(3, new PixelSize(3840, 2160), [new(Phone, 390), new(Desktop, 1440), new(Dense, 1440)]),
            new(2, new PixelSize(6000, 4000), third), new(4, new PixelSize(100, 100), []),
        ]);

        Assert.Equal(2, places.Count);
        Assert.Equal([1, 2], places[0].Pictures);
        Assert.Equal([350, 371], places[0].ShownPx);
        Assert.Equal(new AspectRatio(3, 2), places[0].Ratio);
        // 1050 on a phone, 742 on a dense desktop, 371 on a plain one.
        Assert.Equal([1050, 742, 371], places[0].FileWidths);
        Assert.Equal([2880, 1440, 1170], places[1].FileWidths);
        Assert.Null(places[1].Ratio);
    }

    [Fact]
    public void A_box_that_cuts_pictures_off_is_the_shape() =>
        Assert.Equal(
            new AspectRatio(150, 113),
            RecurringPlace.Of(
            [
                new(1, new PixelSize(3000, 3000), [new(Dense, 150, 113)]), new(2, new PixelSize(2400, 1600), [new(Dense, 150, 113)]),
            ])[0].Ratio);

    // What was made of a sample corrects the rule of thumb for the rest of its format, and nothing gets heavier than it is.
    [Fact]
    public void What_nobody_has_made_is_estimated_by_what_was()
    {
        HeavyFile Jpeg(long bytes, int px) => new(PictureFormat.Jpeg, new PixelSize(2000, 2000), new PixelSize(px, px), bytes);
        var estimate = new WeightEstimate([(Jpeg(1_000_000, 2000), 400_000), (Jpeg(2_000_000, 2000), 800_000)]);

        Assert.Equal(1_200_000, estimate.Of(Jpeg(3_000_000, 2000)));
        Assert.True(estimate.Of(Jpeg(3_000_000, 1000)) < 600_000);
        Assert.Equal(9_000, new WeightEstimate([]).Of(Jpeg(9_000, 2000)));
    }
}
