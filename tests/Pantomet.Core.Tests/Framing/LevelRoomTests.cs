using CsCheck;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Tests.Measures;

namespace Pantomet.Core.Tests.Framing;

public sealed class LevelRoomTests
{
    private static readonly Gen<double> Levels = Gen.Double[-15, 15];

    // For a square tilted by an angle the largest upright square inside has side a ÷ (cos + sin): elementary geometry.
    [Theory]
    [InlineData(5)]
    [InlineData(-15)]
    public void The_largest_square_of_a_tilted_square_is_the_one_of_the_formula(double level)
    {
        var angle = Math.Abs(level) * Math.PI / 180;
        var side = (int)(3000 / (Math.Cos(angle) + Math.Sin(angle)));
        Assert.InRange(new StraightenedBounds(new PixelSize(3000, 3000), level).Largest(new AspectRatio(1, 1)).Width, side - 1, side);
    }

    [Fact]
    public void No_corner_of_the_largest_crop_is_empty_and_one_pixel_more_would_have_none() =>
        Gen.Select(Gen.Select(Gen.Int[40, 9000], Gen.Int[40, 9000]), AspectRatioTests.Ratios, Levels).Sample((size, ratio, level) =>
        {
            var picture = new PixelSize(size.Item1, size.Item2);
            var room = new StraightenedBounds(picture, level);
            var largest = room.Largest(ratio);
            var sizes = new CropSizes(ratio);
            var more = sizes.At(sizes.LengthOf(largest) + 1);
            return largest.ShortestSide < 3 ||
                (Corners(room, room.Pushed(PixelRect.Around(picture.Centre, largest))).All(corner => LiesIn(corner, picture))
                    && (largest == ratio.LargestIn(picture) || !room.Holds(more)));
        });

    [Fact]
    public void A_crop_is_held_just_when_all_its_corners_lie_in_the_picture() =>
        Gen.Select(Gen.Int[10, 60], Gen.Int[10, 60], Levels, Gen.Int[-5, 60].Array[2], Gen.Int[1, 30].Array[2])
            .Sample((width, height, level, at, sides) =>
            {
                var room = new StraightenedBounds(new PixelSize(width, height), level);
                var crop = new PixelRect(at[0], at[1], sides[0], sides[1]);
                var corners = Corners(room, crop).ToList();
                var margin = corners.Min(corner => Math.Min(Math.Min(corner.X, corner.Y), Math.Min(width - corner.X, height - corner.Y)));
                // Touching is neither in nor out to the last digit.
                return Math.Abs(margin) < 1e-5 || room.Holds(crop) == (margin > 0);
            });

    [Fact]
    public void What_is_pushed_is_held_and_stays_where_it_is_if_it_was() =>
        Gen.Select(Gen.Int[40, 4000], Gen.Int[40, 4000], Levels, Gen.Int[-5000, 9000].Array[2], Gen.Double[0.02, 1])
            .Sample((width, height, level, at, share) =>
            {
                var room = new StraightenedBounds(new PixelSize(width, height), level);
                var largest = room.Largest(new AspectRatio(3, 2));
                var crop = new PixelRect(
                    at[0], at[1], Math.Max(1, (int)(largest.Width * share)), Math.Max(1, (int)(largest.Height * share)));
                var pushed = room.Pushed(crop);
                return !room.Holds(crop.Size) || (room.Holds(pushed) && (!room.Holds(crop) || pushed == crop));
            });

    // The rule for levelled pictures: never an empty corner; when the largest crop meets every wish, exactly that.
    [Fact]
    public void Framed_automatically_a_levelled_picture_has_no_empty_corner_and_holds_what_it_can() =>
        Gen.Select(Gen.Int[200, 4000], Gen.Int[200, 4000], AspectRatioTests.Ratios, Levels, Gen.Double[0, 1].Array[4]).Sample(
            (width, height, ratio, level, at) =>
            {
                var picture = new PixelSize(width, height);
                var room = new StraightenedBounds(picture, level);
                var (x, y) = ((int)(at[0] * (width - 1)), (int)(at[1] * (height - 1)));
                var subject = new PixelRect(x, y, 1 + (int)(at[2] * 0.3 * (width - 1 - x)), 1 + (int)(at[3] * 0.3 * (height - 1 - y)));
                var wishes = new CropCriteria(picture, level, ratio, subject.Centre) { Subject = subject };
                var crop = AutomaticCrop.For(wishes);
                var largest = room.Pushed(PixelRect.Around(subject.Centre, room.Largest(ratio)));
                return (room.Holds(crop) || crop.Size.ShortestSide < 3) &&
                    FramingFindings.ShareCut(wishes, crop) <= FramingFindings.ShareCut(wishes, largest) + 1e-9;
            },
            iter: 300);

    private static IEnumerable<PixelPoint> Corners(StraightenedBounds room, PixelRect crop)
    {
        foreach (var (x, y) in new[] { (-1, -1), (1, -1), (-1, 1), (1, 1) })
        {
            var (across, down) = (x * crop.Width / 2.0, y * crop.Height / 2.0);
            var tilted = room.Tilted(new PixelPoint(across, down));
            yield return new PixelPoint(crop.Centre.X + tilted.X, crop.Centre.Y + tilted.Y);
        }
    }

    private static bool LiesIn(PixelPoint point, PixelSize picture) =>
        point.X >= -1e-4 && point.Y >= -1e-4 && point.X <= picture.Width + 1e-4 && point.Y <= picture.Height + 1e-4;
}
