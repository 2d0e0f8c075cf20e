using CsCheck;
using Pantomet.Core.Destinations;
using Pantomet.Core.Kernels.Edges;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Tests.Destinations;

public sealed class MeasuredPlaceTests
{
    [Theory]
    [InlineData(640, 360, 1, "16:9")]
    [InlineData(1280, 721, 2, "16:9")]
    [InlineData(333, 500, 1, "2:3")]
    [InlineData(400, 400, 1, "1:1")]
    [InlineData(1200, 514, 1, "7:3")]
    [InlineData(851, 315, 1, "2.7:1")]
    public void A_ratio_is_the_simplest_within_a_pixel(int width, int height, double density, string ratio) =>
        Assert.Equal(
            AspectRatio.TryParse(ratio, out var expected)
                ? expected
                : default, new MeasuredPlace(new PixelRect(0, 0, width, height), new Density(density), 1000).Ratio());

    [Fact]
    public void A_place_is_shown_as_wide_as_its_pixels_over_the_density()
    {
        var place = new MeasuredPlace(new PixelRect(10, 10, 1310, 655), new Density(2), 1440);
        Assert.Equal(655, place.ShownPx);
        Assert.Equal("min(100vw, 655px)", place.Proposal("a.b").Sizes!.Layout!.Rows[0].Width);
        Assert.Equal("100vw", (place with { Area = new PixelRect(0, 0, 2880, 900) }).Proposal("a.b").Sizes!.Layout!.Rows[0].Width);
    }

    [Fact]
    public void Sides_snap_to_the_edges_of_what_was_drawn_around() =>
        Gen.Select(Gen.Int[-7, 7], Gen.Int[-7, 7], Gen.Int[-7, 7], Gen.Int[-7, 7]).Sample((left, top, right, bottom) =>
        {
            var truth = new PixelRect(60, 40, 120, 90);
            var screen = Screen(240, 180, truth, noise: 3);
            var drawn = new PixelRect(60 + left, 40 + top, 120 - left + right, 90 - top + bottom);
            return EdgeSnap.Snap(screen, drawn, 8) == truth;
        });

    [Fact]
    public void Without_an_edge_in_reach_nothing_moves()
    {
        var drawn = new PixelRect(20, 20, 60, 60);
        Assert.Equal(drawn, EdgeSnap.Snap(Screen(240, 180, new PixelRect(150, 40, 60, 90), noise: 1), drawn, 8));
    }

    [Fact]
    public void A_picture_that_bleeds_off_the_screen_ends_at_its_rim() =>
        Assert.Equal(
            new PixelRect(0, 40, 240, 90),
            EdgeSnap.Snap(Screen(240, 180, new PixelRect(0, 40, 240, 90), noise: 1), new PixelRect(4, 43, 230, 84), 8));

    // Dark on light, with noise that is the same in every run.
    private static LuminancePlane Screen(int width, int height, PixelRect picture, int noise)
    {
        var random = new Random(5);
        var values = new byte[width * height];
        for (var index = 0; index < values.Length; index++)
        {
            var (x, y) = (index % width, index / width);
            var inside = x >= picture.X && x < picture.X + picture.Width && y >= picture.Y && y < picture.Y + picture.Height;
            values[index] = (byte)((inside ? 120 : 230) + random.Next(noise));
        }

        return new LuminancePlane(width, height, values);
    }
}
