using CsCheck;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Tests.Measures;

public sealed class AspectRatioTests
{
    public static readonly Gen<PixelSize> Pictures = Gen.Select(
        Gen.Int[1, 12_000], Gen.Int[1, 12_000], (width, height) => new PixelSize(width, height));

    public static readonly Gen<AspectRatio> Ratios = Gen.Select(
        Gen.Long[1, 3_000], Gen.Long[1, 3_000], (across, down) => new AspectRatio(across, down));

    [Fact]
    public void The_same_proportions_are_the_same_value() => Assert.Equal(new AspectRatio(16, 9), new AspectRatio(1920, 1080));

    [Theory]
    [InlineData("16:9", 16, 9)]
    [InlineData("1.91:1", 191, 100)]
    public void Reads_whole_and_decimal_parts(string text, long across, long down)
    {
        Assert.True(AspectRatio.TryParse(text, out var ratio));
        Assert.Equal(new AspectRatio(across, down), ratio);
    }

    [Theory]
    [InlineData("16")]
    [InlineData("0:1")]
    [InlineData("-1:1")]
    [InlineData("1:1:1")]
    [InlineData("1.00001:1")]
    [InlineData("a:b")]
    public void Refuses_what_is_no_ratio(string text) => Assert.False(AspectRatio.TryParse(text, out _));

    // Common practice, no source: sides that follow are rounded half up.
    [Theory]
    [InlineData(640, 480, 150, 113)]
    [InlineData(3000, 4000, 250, 333)]
    public void The_height_that_follows_a_width_is_rounded_half_up(int width, int height, int to, int expected) =>
        Assert.Equal(expected, AspectRatio.Of(new PixelSize(width, height)).HeightFor(to));

    // Common practice, no source: a listing photo of 5:4 by longest side 2500, of 4:3 by shortest side 2000.
    [Fact]
    public void Sides_from_one_side_of_a_listing_photo()
    {
        Assert.Equal(2000, new AspectRatio(5, 4).HeightFor(2500));
        Assert.Equal(2667, new AspectRatio(4, 3).WidthFor(2000));
    }

    [Fact]
    public void The_largest_inside_has_a_side_of_the_picture_and_cannot_grow() =>
        Gen.Select(Pictures, Ratios).Sample((picture, ratio) =>
        {
            var size = ratio.LargestIn(picture);
            var fits = size.Width <= picture.Width && size.Height <= picture.Height;
            var touches = size.Width == picture.Width || size.Height == picture.Height;
            // One pixel more on the side that touches would leave the picture.
            return fits && touches && size is { Width: >= 1, Height: >= 1 };
        });

    [Fact]
    public void The_largest_inside_is_within_half_a_pixel_of_the_ratio() =>
        Gen.Select(Pictures, Ratios).Sample((picture, ratio) =>
        {
            var size = ratio.LargestIn(picture);
            var offAcross = Math.Abs(size.Width - (size.Height * ratio.Value));
            var offDown = Math.Abs(size.Height - (size.Width / ratio.Value));
            // Where the side that follows would be under a pixel, one pixel is as near as it gets.
            return Math.Min(offAcross, offDown) <= 0.5 + 1e-9 || size.ShortestSide == 1;
        });
}
