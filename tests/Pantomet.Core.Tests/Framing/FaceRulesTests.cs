using CsCheck;
using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Tests.Framing;

public sealed class FaceRulesTests
{
    private static readonly PixelSize Camera = new(3600, 2400);
    private static readonly SubjectProposal Nothing = new(null, null);

    private static readonly Gen<string> ShapeTexts =
        Gen.OneOf(new[] { "1:1", "5:4", "4:5", "9:16", "3:1", "16:9" }.Select(text => Gen.Const(text)).ToArray());

    private static Face At(int x, int y, int side, double looks = 0) =>
        new(
            new PixelRect(x, y, side, side), new PixelPoint(x + (side * 0.5), y + (side * 0.3)),
            new PixelPoint(x + (side * (0.5 + looks)), y + (side * 0.55)));

    [Fact]
    public void A_face_must_stay_with_hair_and_chin_and_its_person_is_wished_for()
    {
        var proposal = FaceRegion.Joined(Nothing, [At(1500, 800, 400)], Camera);
        // Half its height above, a quarter below.
        Assert.Equal((600, 1300), (proposal.Subject!.Value.Y, (int)proposal.Subject.Value.Bottom));
        Assert.Equal(proposal.Wish, proposal.Wish!.Value.Joined(proposal.Subject.Value));
        Assert.True(proposal.Wish.Value.Bottom > 2000);
        Assert.Null(proposal.Focus);
    }

    [Fact]
    public void At_the_edge_it_ends_with_the_picture() =>
        Assert.True(FaceRegion.Joined(Nothing, [At(0, 0, 300), At(3400, 2200, 200)], Camera).Wish!.Value.LiesIn(Camera));

    [Fact]
    public void A_crowd_is_one_region()
    {
        var crowd = Enumerable.Range(0, 40).Select(face => At(200 + (face % 10 * 300), 900 + (face / 10 * 150), 90)).ToList();
        var subject = FaceRegion.Joined(Nothing, crowd, Camera).Subject!.Value;
        Assert.All(crowd, face => Assert.Equal(face.Area.Size.Count, CoveredParts.Shared(face.Area, subject)));
    }

    [Fact]
    public void What_stands_out_beside_people_is_wished_for_and_what_stands_out_elsewhere_is_not()
    {
        var face = At(1500, 800, 300);
        var beside = new SubjectProposal(new PixelRect(1700, 1300, 900, 500), null) { Confidence = 0.5 };
        Assert.Equal(2600, FaceRegion.Joined(beside, [face], Camera).Wish!.Value.Right);
        var elsewhere = beside with { Subject = new PixelRect(3000, 100, 500, 300) };
        Assert.True(FaceRegion.Joined(elsewhere, [face], Camera).Wish!.Value.Right < 2600);
    }

    [Fact]
    public void What_stands_out_faintly_and_without_a_face_is_a_focus_alone()
    {
        var faint = new SubjectProposal(new PixelRect(100, 100, 3000, 2000), new PixelPoint(900, 900)) { Confidence = 0.05 };
        Assert.Equal(new SubjectProposal(null, faint.Focus), FaceRegion.Joined(faint, [], Camera));
    }

    [Theory]
    [InlineData("3:4", 0)]
    [InlineData("9:16", 0)]
    [InlineData("9:16", 1)]
    public void Eyes_lie_in_the_upper_part_of_a_portrait_shape(string shape, int quarters)
    {
        var crop = CropFor(shape, [At(1600, 900, 300)], quarters, out var turned);
        var eyes = turned.FromUpright(new PixelPoint(1750, 990));
        // Turned by a quarter the face lies on its side, and says nothing about where it wants to lie.
        if (quarters == 0)
            Assert.InRange((eyes.Y - crop.Y) / crop.Height, 0.3, 0.42);
        Assert.Equal(90_000, CoveredParts.Shared(crop, turned.FromUpright(new PixelRect(1600, 900, 300, 300))));
    }

    [Fact]
    public void There_is_room_on_the_side_towards_which_a_face_looks()
    {
        var (left, ahead, right) = (
            CropFor("1:1", [At(1600, 900, 200, -0.3)], 0, out _), CropFor("1:1", [At(1600, 900, 200)], 0, out _),
            CropFor("1:1", [At(1600, 900, 200, 0.3)], 0, out _));
        Assert.True(left.X < ahead.X - 100 && right.X > ahead.X + 100);
    }

    [Fact]
    public void A_focus_that_somebody_set_goes_before_what_a_face_wants()
    {
        var decided = new FramingChange.Decide(new PixelRect(1500, 700, 500, 700), new PixelPoint(1500, 1400)).ApplyTo(SourceFraming.None);
        var crop = CropFor("9:16", [At(1600, 900, 300)], 0, out _, decided);
        Assert.Equal(1500, crop.Centre.X, 1.0);
    }

    [Fact]
    public void No_face_is_cut_in_any_shape_that_can_hold_all() =>
        Gen.Select(
            Gen.Select(Gen.Double[0, 1], Gen.Double[0, 1], Gen.Double[0.02, 0.2], Gen.Double[-0.4, 0.4]).Array[1, 5],
            ShapeTexts).Sample(
            (some, shape) =>
            {
                var faces = some.Select(
                    one =>
                    {
                        var side = (int)(one.Item3 * Camera.Height);
                        return At((int)(one.Item1 * (Camera.Width - side)), (int)(one.Item2 * (Camera.Height - side)), side, one.Item4);
                    }).ToList();
                var all = FaceRegion.Joined(Nothing, faces, Camera).Subject!.Value;
                var crop = CropFor(shape, faces, 0, out _);
                Assert.True(Shape.TryParse(shape, out var parsed));
                var largest = parsed.RatioFor(AspectRatio.Of(Camera)).LargestIn(Camera);
                return largest.Width < all.Width || largest.Height < all.Height ||
                    faces.TrueForAll(face => CoveredParts.Shared(crop, face.Area) == face.Area.Size.Count);
            },
            iter: 500);

    // A face that turns a little, or moves a little, moves the crop a little.
    [Fact]
    public void Small_changes_of_a_face_give_small_changes_of_the_crop() =>
        Gen.Select(Gen.Int[300, 3000], Gen.Int[300, 1800], Gen.Double[-0.4, 0.4], Gen.Int[-3, 3], ShapeTexts).Sample(
            (x, y, looks, by, shape) =>
            {
                var (one, other) = (CropFor(shape, [At(x, y, 240, looks)], 0, out _), CropFor(
                    shape, [At(x + by, y - by, 240, looks + (by * 0.001))], 0, out _));
                return one.Size == other.Size && Math.Abs(one.X - other.X) <= 16 && Math.Abs(one.Y - other.Y) <= 16;
            },
            iter: 300);

    // What is surer is held at least as well, whatever else is so.
    [Fact]
    public void More_confidence_never_makes_a_crop_worse() =>
        Gen.Select(Gen.Int[0, 3000], Gen.Int[0, 2000], Gen.Int[50, 1500], ShapeTexts, Gen.Double[0, 1], Gen.Double[0, 1]).Sample(
            (x, y, side, shape, one, other) =>
            {
                var box = new PixelRect(x, y, Math.Min(side, Camera.Width - x), Math.Min(side, Camera.Height - y));
                long Shown(double confidence) => CoveredParts.Shared(
                    box, CropOf(shape, FaceRegion.Joined(new SubjectProposal(box, box.Centre) { Confidence = confidence }, [], Camera)));
                return Shown(Math.Max(one, other)) >= Shown(Math.Min(one, other));
            },
            iter: 300);

    private static PixelRect CropOf(string shape, SubjectProposal proposal) =>
        SlotCrop.For(
            Slots.Of(shape), null,
            new FramedPicture(Slots.Photograph(Camera.Width, Camera.Height), SourceFraming.None, proposal)).Area;

    private static PixelRect CropFor(
        string shape, IReadOnlyList<Face> faces, int quarters, out RotatedPicture turned, SourceFraming? framing = null)
    {
        var slot = Slots.Of(shape);
        var turn = Rotation.None.On(quarters);
        var facts = Slots.Photograph(Camera.Width, Camera.Height);
        turned = new RotatedPicture(Camera, turn);
        var framed = new FramedPicture(
            facts, (framing ?? SourceFraming.None) with { Turn = turn }, FaceRegion.Joined(Nothing, faces, Camera));
        return turned.FromUpright(SlotCrop.For(slot, null, framed).Area);
    }
}
