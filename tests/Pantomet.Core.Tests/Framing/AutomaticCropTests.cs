using CsCheck;
using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Tests.Measures;

namespace Pantomet.Core.Tests.Framing;

public sealed class AutomaticCropTests
{
    private static readonly PixelSize Camera = new(3600, 2400);
    private static readonly PixelRect Kite = new(2448, 192, 720, 864);

    private static readonly Gen<KeepClearZone> Zones = Gen.Select(
        Gen.Enum<ZoneForm>(), Gen.Int[0, 8], Gen.Int[0, 8], Gen.Int[1, 10], Gen.Int[1, 10], (form, x, y, width, height) =>
            new KeepClearZone("zone", form, x / 10.0, y / 10.0, Math.Min(width, 10 - x) / 10.0, Math.Min(height, 10 - y) / 10.0));

    private static readonly Gen<FocusPlace> Places = Gen.OneOf(
        new[] { "center", "thirds", "left top", "20% 70%" }.Select(text => Gen.Const(text)).ToArray())
            .Select(text => FocusPlace.TryParse(text, out var place) ? place : FocusPlace.Centre);

    private static readonly Gen<double[][]> Heads = Gen.Double[0, 1].Array[4].Array[0, 3];

    private static CropCriteria Wishes(PixelSize picture, AspectRatio ratio, PixelRect subject) =>
        new(picture, 0, ratio, subject.Centre) { Subject = subject };

    [Fact]
    public void Holds_the_subject_and_centres_it_as_far_as_the_edges_allow()
    {
        Assert.Equal(new PixelRect(1200, 0, 2400, 2400), AutomaticCrop.For(Wishes(Camera, new AspectRatio(1, 1), Kite)));
        Assert.Equal(new PixelRect(2133, 0, 1350, 2400), AutomaticCrop.For(Wishes(Camera, new AspectRatio(9, 16), Kite)));
    }

    [Fact]
    public void Is_as_large_as_the_ratio_allows_however_small_the_subject_is() =>
        Assert.Equal(
            new PixelSize(3600, 1800), AutomaticCrop.For(Wishes(Camera, new AspectRatio(2, 1), new PixelRect(100, 100, 10, 10))).Size);

    [Fact]
    public void A_subject_that_is_too_wide_is_cut_where_the_focus_is_not()
    {
        var wide = new PixelRect(100, 400, 3000, 900);
        var crop = AutomaticCrop.For(Wishes(Camera, new AspectRatio(9, 16), wide) with { Focus = new PixelPoint(400, 800) });
        // Any place within the subject cuts as little; the focus draws the crop to the left, to the subject's edge.
        Assert.Equal(new PixelRect(100, 0, 1350, 2400), crop);
    }

    [Fact]
    public void Keeps_breathing_room_on_both_sides_where_the_focus_would_not()
    {
        var wishes = Wishes(
            Camera, new AspectRatio(1, 1), new PixelRect(600, 600, 2000, 400)) with
        { Focus = new PixelPoint(700, 800), Breathing = 0.1 };
        Assert.Equal(400, AutomaticCrop.For(wishes).X);
        Assert.Equal(200, AutomaticCrop.For(wishes with { Breathing = 0 }).X);
    }

    [Fact]
    public void Keeps_what_is_wished_for_only_as_far_as_the_subject_lets_it()
    {
        // A square of 2400: the subject at the left, the product in the hand at the right, too far for both.
        var wishes = Wishes(Camera, new AspectRatio(1, 1), new PixelRect(600, 600, 600, 900));
        Assert.Equal(600, AutomaticCrop.For(wishes with { Wish = new PixelRect(2800, 900, 800, 600) }).X);
        // Near enough for both: all of it, and no farther.
        Assert.Equal(500, AutomaticCrop.For(wishes with { Wish = new PixelRect(2300, 900, 600, 600) }).X);
    }

    [Fact]
    public void Runs_through_no_head_and_no_neck_where_it_is_free_not_to()
    {
        // Centred on the subject, the left edge would lie at 1200, through the head.
        var wishes = Wishes(Camera, new AspectRatio(1, 1), new PixelRect(2000, 600, 800, 900));
        var head = HeadArea.Of(new PixelRect(1000, 300, 400, 500), Camera.Height);
        Assert.Equal(1000, AutomaticCrop.For(wishes with { Heads = [head] }).X);
        // A wide shape: its lower edge would lie at 1500, between chin (1400) and shoulders (1640).
        var wide = Wishes(Camera, new AspectRatio(3, 1), new PixelRect(1000, 600, 800, 600));
        Assert.Equal(300, AutomaticCrop.For(wide).Y);
        var neck = AutomaticCrop.For(wide with { Heads = [HeadArea.Of(new PixelRect(1200, 800, 400, 600), Camera.Height)] });
        Assert.Equal(1640, neck.Bottom);
    }

    [Fact]
    public void Makes_way_for_an_avatar_and_gives_up_size_for_that_but_not_pixels()
    {
        // The lower left is covered, and the subject lies low at the left edge: y ≥ 1600 brings it into the upper half.
        var avatar = new KeepClearZone("avatar", ZoneForm.Rectangle, 0, 0.5, 0.4, 0.5);
        var wishes = Wishes(Camera, new AspectRatio(3, 1), new PixelRect(0, 1800, 500, 200)) with { Zones = [avatar] };
        Assert.Equal(new PixelRect(0, 1600, 2401, 800), AutomaticCrop.For(wishes));

        var kept = AutomaticCrop.For(wishes with { Floor = new PixelSize(3000, 1000) });
        // The least that has the pixels; of those a pixel of width more costs nothing, since its height rounds to the same.
        Assert.Equal(new PixelRect(0, 1400, 3001, 1000), kept);
    }

    [Fact]
    public void Puts_the_subject_inside_a_round_mask()
    {
        var round = new KeepClearZone("cut off round", ZoneForm.OutsideEllipse, 0, 0, 1, 1);
        var crop = AutomaticCrop.For(Wishes(Camera, new AspectRatio(1, 1), new PixelRect(350, 250, 700, 700)) with { Zones = [round] });
        // The farthest corner touches the circle: (r − 350)² + (r − 250)² = r² at r = 1018.3; the bands are true to about one in a hundred.
        Assert.Equal((0, 0), (crop.X, crop.Y));
        Assert.InRange(crop.Width, 2037 * 0.98, 2037 * 1.02);
    }

    [Fact]
    public void A_zone_that_covers_everything_is_not_fled_from()
    {
        var all = new KeepClearZone("all", ZoneForm.Rectangle, 0, 0, 1, 1);
        var wishes = Wishes(Camera, new AspectRatio(1, 1), Kite);
        Assert.Equal(AutomaticCrop.For(wishes), AutomaticCrop.For(wishes with { Zones = [all] }));
    }

    [Fact]
    public void Puts_the_focus_on_the_nearest_third()
    {
        var crop = AutomaticCrop.For(
            new CropCriteria(Camera, 0, new AspectRatio(1, 1), new PixelPoint(2400, 700)) { Place = FocusPlace.Thirds });
        Assert.Equal(new PixelRect(800, 0, 2400, 2400), crop);
        Assert.Equal(
            400, AutomaticCrop.For(
                new CropCriteria(Camera, 0, new AspectRatio(1, 1), new PixelPoint(1200, 700)) { Place = FocusPlace.Thirds }).X);
    }

    // Every crop of whole pixels, judged by the order of precedence as it is written in docs/decisions/framing-rule.md.
    [Fact]
    public void Is_the_best_of_all_crops_by_the_written_order() =>
        Gen.Select(
            Gen.Select(Gen.Int[1, 18], Gen.Int[1, 18]), Gen.Select(Gen.Int[1, 6], Gen.Int[1, 6]),
            Gen.Select(Gen.Int[0, 17], Gen.Int[0, 17], Gen.Int[1, 18], Gen.Int[1, 18]),
            Gen.Select(Gen.Double[-3, 20], Gen.Double[-3, 20]), Zones.Array[0, 2],
            Gen.Select(Places, Gen.Int[0, 3], Gen.Int[0, 18]), Gen.Select(Gen.Double[0, 1].Array[4].Array[0, 1], Heads))
        .Sample(
            (size, parts, box, point, zones, fine, beside) =>
            {
                var ((place, breathing, floor), (wish, heads)) = (fine, beside);
                var picture = new PixelSize(size.Item1, size.Item2);
                var ratio = new AspectRatio(parts.Item1, parts.Item2);
                var (x, y) = (Math.Min(box.Item1, picture.Width - 1), Math.Min(box.Item2, picture.Height - 1));
                var subject = new PixelRect(x, y, Math.Min(box.Item3, picture.Width - x), Math.Min(box.Item4, picture.Height - y));
                var wishes = new CropCriteria(picture, 0, ratio, new PixelPoint(point.Item1, point.Item2))
                {
                    Subject = subject,
                    Wish = wish is [var at] ? Within(picture, at) : null,
                    Heads = [.. heads.Select(head => HeadArea.Of(Within(picture, head), picture.Height))],
                    Zones = zones,
                    Place = place,
                    Breathing = breathing / 4.0,
                    Floor = floor == 0 ? null : new CropSizes(ratio).At(floor),
                };
                var chosen = Cost(wishes, AutomaticCrop.For(wishes));
                var best = EveryCrop(picture, ratio).Select(crop => Cost(wishes, crop)).Min();
                return chosen.CompareTo(best) == 0;
            },
            iter: 3000);

    // The sizes that are passed over unseen matter on larger pictures only: every length and place is tried, for the wishes down to the
    // size.
    [Fact]
    public void Passes_over_no_size_that_is_better() =>
        Gen.Select(
            Gen.Int[60, 150], Gen.Int[60, 150], Gen.Select(Gen.Int[1, 5], Gen.Int[1, 5]), Gen.Double[0, 1].Array[4], Zones.Array[1, 2])
                .Sample(
                    (width, height, parts, at, zones) =>
                    {
                        var picture = new PixelSize(width, height);
                        var ratio = new AspectRatio(parts.Item1, parts.Item2);
                        var wishes = Wishes(picture, ratio, Within(picture, at)) with { Zones = zones };
                        var chosen = AutomaticCrop.For(wishes);
                        var best = EveryCrop(picture, ratio).GroupBy(crop => crop.Size)
                            .SelectMany(
                                size => { var covers = wishes.Covered(size.Key); return size.Select(crop => Down(wishes, crop, covers)); })
                            .Min();
                        return Down(wishes, chosen, wishes.Covered(chosen.Size)) == best;
                    },
                    iter: 80);

    // Found by the test above: of a round zone in a corner, a band was thought to cover what lies above the zone, and 136 px was passed
    // over.
    [Fact]
    public void Passes_over_no_size_that_is_better_beside_a_round_zone_in_a_corner()
    {
        KeepClearZone[] zones =
            [new("badge", ZoneForm.Ellipse, 0.6, 0.8, 0.1, 0.2), new("round", ZoneForm.OutsideEllipse, 0, 0.7, 0.8, 0.3)];
        Assert.Equal(
            new PixelRect(0, 4, 136, 136),
            AutomaticCrop.For(Wishes(new PixelSize(139, 140), new AspectRatio(1, 1), new PixelRect(0, 4, 1, 98)) with { Zones = zones }));
    }

    [Fact]
    public void On_large_pictures_it_lies_inside_has_the_ratio_and_holds_what_the_largest_crop_can_hold() =>
        Gen.Select(AspectRatioTests.Pictures, AspectRatioTests.Ratios, Gen.Double[0, 1].Array[4], Zones.Array[0, 2]).Sample(
            (picture, ratio, at, zones) =>
            {
                var subject = Within(picture, at);
                var crop = AutomaticCrop.For(
                    Wishes(picture, ratio, subject) with
                    {
                        Zones = zones,
                        Breathing = 0.05,
                        Floor = ratio.LargestIn(new PixelSize(600, 600))
                    });
                var largest = ratio.LargestIn(picture);
                var couldHold = Math.Min(subject.Width, largest.Width) * (long)Math.Min(subject.Height, largest.Height);
                var offRatio = Math.Min(
                    Math.Abs(crop.Width - (crop.Height * ratio.Value)), Math.Abs(crop.Height - (crop.Width / ratio.Value)));
                return crop.LiesIn(picture) && CoveredParts.Shared(crop, subject) == couldHold &&
                    (offRatio <= 0.5 + 1e-9 || crop.Size.ShortestSide == 1);
            },
            iter: 300);

    // The region that must stay keeps what it would have had alone, whatever is wished for beside it.
    [Fact]
    public void The_subject_loses_nothing_to_what_is_wished_for() =>
        Gen.Select(
            AspectRatioTests.Pictures, AspectRatioTests.Ratios, Gen.Double[0, 1].Array[4], Gen.Double[0, 1].Array[4], Heads,
            Zones.Array[0, 2]).Sample(
            (picture, ratio, must, wish, heads, zones) =>
            {
                var alone = Wishes(picture, ratio, Within(picture, must)) with { Zones = zones };
                var (before, after) = (AutomaticCrop.For(alone), AutomaticCrop.For(
                    alone with
                    {
                        Wish = Within(picture, wish),
                        Heads = [.. heads.Select(head => HeadArea.Of(Within(picture, head), picture.Height))],
                    }));
                return before.Size == after.Size && Shown(before, alone.Subject!.Value) == Shown(after, alone.Subject!.Value);
            },
            iter: 200);

    [Fact]
    public void Moves_no_farther_than_the_subject_does() =>
        Gen.Select(AspectRatioTests.Ratios, Gen.Double[0, 1].Array[4], Gen.Int[-3, 3], Gen.Int[-3, 3]).Sample((ratio, at, across, down) =>
        {
            var one = Within(Camera, at);
            var other = (one with { X = one.X + across, Y = one.Y + down }).PushedInto(Camera);
            var (before, after) =
                (AutomaticCrop.For(Wishes(Camera, ratio, one) with { Breathing = 0.05 }), AutomaticCrop.For(
                    Wishes(Camera, ratio, other) with { Breathing = 0.05 }));
            return before.Size == after.Size && Math.Abs(before.X - after.X) <= Math.Abs(across) + 1 &&
                Math.Abs(before.Y - after.Y) <= Math.Abs(down) + 1;
        });

    [Theory]
    [InlineData(1, 1, 1, 50)]
    [InlineData(1, 1, 50, 1)]
    [InlineData(30_000, 200, 1, 50)]
    [InlineData(30_000, 200, 50, 1)]
    public void Holds_for_pictures_and_ratios_at_the_extremes(int width, int height, int across, int down)
    {
        var picture = new PixelSize(width, height);
        var zone = new KeepClearZone("strip", ZoneForm.Rectangle, 0, 0, 1, 0.3);
        foreach (var zones in (KeepClearZone[][])[[], [zone]])
            Assert.True(
                AutomaticCrop.For(Wishes(picture, new AspectRatio(across, down), picture.Whole) with { Zones = zones }).LiesIn(picture));
    }

    private static PixelRect Within(PixelSize picture, double[] at)
    {
        var (x, y) = ((int)(at[0] * (picture.Width - 1)), (int)(at[1] * (picture.Height - 1)));
        return new PixelRect(x, y, 1 + (int)(at[2] * (picture.Width - 1 - x)), 1 + (int)(at[3] * (picture.Height - 1 - y)));
    }

    private static IEnumerable<PixelRect> EveryCrop(PixelSize picture, AspectRatio ratio)
    {
        var largest = ratio.LargestIn(picture);
        for (var length = 1; length <= (ratio.Across >= ratio.Down ? largest.Width : largest.Height); length++)
        {
            // The longer side leads, the other is rounded half up; the largest takes the picture's own side.
            var size = ratio.Across >= ratio.Down
                ? new PixelSize(length, ratio.HeightFor(length))
                : new PixelSize(ratio.WidthFor(length), length);
            if (length == (ratio.Across >= ratio.Down ? largest.Width : largest.Height))
                size = largest;
            for (var x = 0; x + size.Width <= picture.Width; x++)
            {
                for (var y = 0; y + size.Height <= picture.Height; y++)
                    yield return new PixelRect(x, y, size.Width, size.Height);
            }
        }
    }

    private static ((long Cut, bool IsShort, int Covered, long Smaller) First,
        (long WishCut, int HeadsCut, long RoomLost, double Distance) Then) Cost(CropCriteria wishes, PixelRect crop)
    {
        var subject = wishes.Subject!.Value;
        var room = wishes.Room!.Value;
        var sizes = new CropSizes(wishes.Ratio);
        var largest = wishes.Ratio.LargestIn(wishes.Picture);
        var wanted = wishes.Floor is not { } floor ? 0 : floor.Width <= largest.Width && floor.Height <= largest.Height
            ? sizes.LengthOf(floor)
            : int.MaxValue;
        var parts = wishes.Covered(crop.Size);
        var covered = 0;
        // Pixel by pixel, so that nothing is shared with what is tested but the parts themselves.
        for (var y = Math.Max(subject.Y, crop.Y); y < Math.Min(subject.Bottom, crop.Bottom); y++)
        {
            for (var x = Math.Max(subject.X, crop.X); x < Math.Min(subject.Right, crop.Right); x++)
                covered += parts.Count(
                    part => x >= crop.X + part.X && x < crop.X + part.Right && y >= crop.Y + part.Y && y < crop.Y + part.Bottom);
        }

        var distance = wishes.Place.Points.Min(
            place => Math.Pow(crop.X - (wishes.Focus.X - (place.X * crop.Width)), 2) +
                Math.Pow(crop.Y - (wishes.Focus.Y - (place.Y * crop.Height)), 2));
        var length = sizes.LengthOf(crop.Size);
        // Too few pixels: any crop that could have more is better, so all but the largest count as short when none has enough.
        var isShort = wanted == int.MaxValue ? length < sizes.LengthOf(largest) : length < wanted;
        var wishCut = wishes.Wish is { } wish ? Area(wish) - Shown(crop, wish) : 0;
        var headsCut = wishes.Heads.Count(
            head => Shown(crop, head.Head) > 0 &&
                (crop.X > head.Head.X || crop.Y > head.Head.Y || crop.Right < head.Head.Right || crop.Bottom < head.Shoulders));
        return ((Area(subject) - Shown(crop, subject), isShort, covered, -length),
            (wishCut, headsCut, Area(room) - Shown(crop, room), Math.Round(distance, 9)));
    }

    private static (long Cut, long Covered, int Smaller) Down(CropCriteria wishes, PixelRect crop, PixelRect[] covers)
    {
        var subject = wishes.Subject!.Value;
        var (left, top) = (Math.Max(subject.X, crop.X), Math.Max(subject.Y, crop.Y));
        var shown = new PixelRect(
            left, top, (int)(Math.Min(subject.Right, crop.Right) - left), (int)(Math.Min(subject.Bottom, crop.Bottom) - top));
        var covered = shown is { Width: > 0, Height: > 0 }
            ? covers.Sum(part => CoveredParts.Shared(part with { X = part.X + crop.X, Y = part.Y + crop.Y }, shown))
            : 0;
        return (Area(subject) - Shown(crop, subject), covered, -new CropSizes(wishes.Ratio).LengthOf(crop.Size));
    }

    private static long Area(PixelRect rect) => rect.Size.Count;

    private static long Shown(PixelRect crop, PixelRect thing) => CoveredParts.Shared(crop, thing);
}
