using CsCheck;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Tests.Measures;

namespace Pantomet.Core.Tests.Framing;

public sealed class TurnTests
{
    private static readonly Gen<Rotation> Turns = Gen.Select(
        Gen.Int[0, 3], Gen.Bool, Gen.Int[-15, 15], (quarters, isMirrored, level) => new Rotation(quarters, isMirrored, level));

    [Theory]
    [InlineData(0, 0, 0)]
    [InlineData(90, 1, 0)]
    [InlineData(-90, 3, 0)]
    [InlineData(180, 2, 0)]
    [InlineData(94.25, 1, 4.25)]
    [InlineData(-3.0004, 0, -3)]
    [InlineData(345, 0, -15)]
    [InlineData(360, 0, 0)]
    public void Degrees_are_quarters_and_what_is_left(double degrees, int quarters, double level)
    {
        Assert.True(Rotation.TryOf(degrees, false, out var turn));
        Assert.Equal(new Rotation(quarters, false, level), turn);
    }

    [Theory]
    [InlineData(16)]
    [InlineData(45)]
    [InlineData(-106)]
    [InlineData(361)]
    [InlineData(double.NaN)]
    public void More_than_fifteen_degrees_from_a_quarter_is_no_turn(double degrees) => Assert.False(Rotation.TryOf(degrees, false, out _));

    [Theory]
    [InlineData(0, 0, 100, 10, -5.711)]
    [InlineData(100, 10, 0, 0, -5.711)]
    [InlineData(0, 0, 100, -10, 5.711)]
    [InlineData(50, 0, 60, 100, 5.711)]
    public void A_line_that_slopes_is_levelled_from_whichever_end_horizon_or_mast(double x1, double y1, double x2, double y2, double level)
    {
        Assert.True(Rotation.None.TryLevelAlong(new PixelPoint(x1, y1), new PixelPoint(x2, y2), out var turn));
        Assert.Equal(level, turn.Straighten, 3);
    }

    [Fact]
    public void A_line_drawn_on_a_levelled_picture_adds_to_its_level()
    {
        Assert.True(new Rotation(1, true, 2).TryLevelAlong(new PixelPoint(0, 0), new PixelPoint(100, 10), out var turn));
        Assert.Equal(new Rotation(1, true, -3.711), turn);
        Assert.False(new Rotation(0, false, -12).TryLevelAlong(new PixelPoint(0, 0), new PixelPoint(100, 10), out _));
        Assert.False(Rotation.None.TryLevelAlong(new PixelPoint(5, 5), new PixelPoint(5, 5), out _));
    }

    // What a mirror does is told by where a point goes.
    [Fact]
    public void In_the_mirror_left_and_right_of_what_is_seen_change_places() =>
        Gen.Select(AspectRatioTests.Pictures, Turns, Gen.Double[0, 1], Gen.Double[0, 1]).Sample((picture, turn, x, y) =>
        {
            var point = new PixelPoint(x * picture.Width, y * picture.Height);
            var seen = new RotatedPicture(picture, turn with { Straighten = 0 });
            var mirrored = new RotatedPicture(picture, (turn with { Straighten = 0 }).SeenInMirror());
            var (before, after) = (seen.FromUpright(point), mirrored.FromUpright(point));
            return Math.Abs(before.X + after.X - seen.Size.Width) < 1e-6 && Math.Abs(before.Y - after.Y) < 1e-6
                && turn.SeenInMirror().SeenInMirror() == turn && turn.SeenInMirror().Straighten == -turn.Straighten;
        });

    [Fact]
    public void Four_quarters_are_none() =>
        Turns.Sample(turn => turn.On(1).On(1).On(1).On(1) == turn && turn.On(-1) == turn.On(3) && turn.On(5) == turn.On(1));

    [Fact]
    public void Rectangles_and_points_of_a_turned_picture_lie_where_the_turn_puts_them()
    {
        var camera = new PixelSize(3600, 2400);
        var crop = new PixelRect(100, 50, 400, 300);
        Assert.Equal(new PixelRect(2050, 100, 300, 400), new RotatedPicture(camera, new Rotation(1, false, 0)).FromUpright(crop));
        Assert.Equal(new PixelRect(3100, 2050, 400, 300), new RotatedPicture(camera, new Rotation(2, false, 0)).FromUpright(crop));
        Assert.Equal(new PixelRect(50, 3100, 300, 400), new RotatedPicture(camera, new Rotation(3, false, 0)).FromUpright(crop));
        Assert.Equal(new PixelRect(3100, 50, 400, 300), new RotatedPicture(camera, new Rotation(0, true, 0)).FromUpright(crop));
        Assert.Equal(new PixelPoint(2350, 100), new RotatedPicture(camera, new Rotation(1, false, 0)).FromUpright(new PixelPoint(100, 50)));
    }

    [Fact]
    public void Every_rectangle_finds_its_way_back() =>
        Gen.Select(AspectRatioTests.Pictures, Turns, Gen.Int[0, 5000].Array[4]).Sample((picture, turn, at) =>
        {
            var turned = new RotatedPicture(picture, turn);
            var rect = new PixelRect(at[0], at[1], at[2] + 1, at[3] + 1);
            return turned.ToUpright(turned.FromUpright(rect)) == rect;
        });
}
