using CsCheck;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Tests.Measures;

public sealed class MeasureTests
{
    [Theory]
    [InlineData(112.5, 113)]
    [InlineData(112.4999, 112)]
    [InlineData(-0.5, 0)]
    [InlineData(-0.51, -1)]
    public void Halves_are_rounded_up(double value, long expected) => Assert.Equal(expected, Rounding.HalfUp(value));

    // Common practice, no source: a single file for dense and plain screens alike is 1.5 times as wide; a dense one twice.
    [Theory]
    [InlineData(655, 3, 2, 983)]
    [InlineData(800, 2, 1, 1600)]
    [InlineData(600, 2, 1, 1200)]
    [InlineData(1000, 2, 1, 2000)]
    public void A_width_is_scaled_without_rounding_in_between(long value, long numerator, long denominator, long expected) =>
        Assert.Equal(expected, Rounding.Scaled(value, numerator, denominator));

    [Fact]
    public void Scaling_agrees_with_exact_arithmetic() =>
        Gen.Select(Gen.Long[0, 100_000], Gen.Long[0, 100_000], Gen.Long[1, 100_000]).Sample((value, numerator, denominator) =>
        {
            var exact = (decimal)value * numerator / denominator;
            return Rounding.Scaled(value, numerator, denominator) == decimal.Floor(exact + 0.5m);
        });

    [Theory]
    [InlineData(640, "640 bytes")]
    [InlineData(999, "999 bytes")]
    [InlineData(1_000, "1.0 kB")]
    [InlineData(612_400, "612.4 kB")]
    [InlineData(999_949, "999.9 kB")]
    [InlineData(999_950, "1.0 MB")]
    [InlineData(1_234_567_890, "1,234.6 MB")]
    public void Weights_are_said_in_si_units_with_one_decimal(long bytes, string words) =>
        Assert.Equal(words, new ByteCount(bytes).ToString());

    [Fact]
    public void A_rectangle_around_a_point_has_it_in_its_middle_to_half_a_pixel() =>
        Gen.Select(Gen.Double[-5_000, 5_000], Gen.Double[-5_000, 5_000], Gen.Int[1, 4_000], Gen.Int[1, 4_000])
            .Sample((x, y, width, height) =>
            {
                var centre = PixelRect.Around(new PixelPoint(x, y), new PixelSize(width, height)).Centre;
                return Math.Abs(centre.X - x) <= 0.5 + 1e-9 && Math.Abs(centre.Y - y) <= 0.5 + 1e-9;
            });

    [Theory]
    [InlineData(double.NaN)]
    [InlineData(double.PositiveInfinity)]
    [InlineData(-1e300)]
    public void No_number_breaks_it(double wild) =>
        Assert.True(
            PixelRect.Around(new PixelPoint(wild, wild), new PixelSize(10, 10)).PushedInto(new PixelSize(20, 20))
                .LiesIn(new PixelSize(20, 20)));

    [Fact]
    public void Pushing_in_moves_as_little_as_needed() =>
        Gen.Select(Gen.Int[-50, 80], Gen.Int[-50, 80], Gen.Int[1, 40], Gen.Int[1, 40]).Sample((x, y, width, height) =>
        {
            var picture = new PixelSize(40, 40);
            var drawn = new PixelRect(x, y, width, height);
            var pushed = drawn.PushedInto(picture);
            var alreadyIn = drawn.LiesIn(picture);
            var touches = pushed.X == x || pushed.X == 0 || pushed.Right == picture.Width;
            return pushed.LiesIn(picture) && pushed.Size == drawn.Size && (!alreadyIn || pushed == drawn) && touches;
        });

    [Fact]
    public void A_rectangle_larger_than_the_picture_cannot_be_pushed_in() =>
        Assert.Throws<ArgumentException>(() => new PixelRect(0, 0, 41, 10).PushedInto(new PixelSize(40, 40)));

    [Theory]
    [InlineData(int.MaxValue, 0, 10, 10)]
    [InlineData(0, 0, 0, 10)]
    [InlineData(-1, 0, 10, 10)]
    [InlineData(0, 31, 10, 10)]
    public void What_reaches_outside_does_not_lie_in(int x, int y, int width, int height) =>
        Assert.False(new PixelRect(x, y, width, height).LiesIn(new PixelSize(40, 40)));

    [Fact]
    public void Ratios_are_ordered_by_width()
    {
        Assert.True(new AspectRatio(4, 5) < new AspectRatio(1, 1));
        Assert.True(new AspectRatio(21, 9) > new AspectRatio(16, 9));
        Assert.True(new AspectRatio(long.MaxValue, 1) > new AspectRatio(long.MaxValue - 1, 1));
    }
}
