using CsCheck;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Tests.Treatments;

public sealed class SlotMarkTests
{
    private static readonly Gen<PicturePart> Parts = Gen.Select(
        Gen.Double[0, 0.9], Gen.Double[0, 0.9], Gen.Double[0.05, 0.6], Gen.Double[0.05, 0.6])
        .Select((x, y, width, height) => new PicturePart(x, y, Math.Min(width, 1 - x), Math.Min(height, 1 - y)));

    private static readonly Gen<(SlotMark Mark, PixelSize File, List<PicturePart> Kept, List<PicturePart> Covered)> Cases = Gen.Select(
        Gen.Enum<Anchor>(), Gen.Double[0.02, 0.6], Gen.Double[0, 0.2], Gen.Select(Gen.Int[20, 3000], Gen.Int[20, 3000]), Parts.List[0, 3],
        Parts.List[0, 3]).Select((anchor, size, margin, file, kept, covered) =>
            (new SlotMark("a", null, anchor, size, margin, 1), new PixelSize(file.Item1, file.Item2), kept, covered));

    [Fact]
    public void It_never_lies_on_what_is_covered_and_on_what_is_kept_only_where_every_anchor_does() => Cases.Sample(one =>
    {
        var found = one.Mark.On(one.File, one.Kept, one.Covered);
        var free = Enum.GetValues<Anchor>().Where(anchor => (one.Mark with { Anchor = anchor }).On(one.File, [], one.Covered) is { } at &&
            at.Anchor == anchor && !one.Kept.Any(at.Box.Overlaps)).ToList();
        if (found is null)
            return Enum.GetValues<Anchor>().All(anchor => (one.Mark with { Anchor = anchor }).On(one.File, [], one.Covered) is null);
        return found.Box.IsInside && !one.Covered.Any(found.Box.Overlaps) && (free.Count == 0 || free.Contains(found.Anchor)) &&
            (!free.Contains(one.Mark.Anchor) || found.Anchor == one.Mark.Anchor);
    }, iter: 3_000);

    [Fact]
    public void Its_box_is_a_square_of_pixels_and_keeps_its_margin()
    {
        var box = new SlotMark("a", null, Anchor.BottomRight, 0.2, 0.05, 1).On(new PixelSize(2000, 1000), [], [])!.Box;
        Assert.Equal(new PixelRect(1750, 750, 200, 200), box.In(new PixelSize(2000, 1000)));
        var middle = new SlotMark("a", null, Anchor.Centre, 0.125, 0.05, 1).On(new PixelSize(800, 400), [], [])!.Box;
        Assert.Equal(new PixelRect(375, 175, 50, 50), middle.In(new PixelSize(800, 400)));
    }

    [Fact]
    public void Where_its_own_anchor_is_taken_the_nearest_corner_or_edge_is_next_and_the_middle_last()
    {
        var (mark, file) = (new SlotMark("a", null, Anchor.BottomRight, 0.2, 0.05, 1), new PixelSize(1000, 1000));
        Assert.Contains(mark.On(file, [new PicturePart(0.7, 0.7, 0.3, 0.3)], [])!.Anchor, new[] { Anchor.Right, Anchor.Bottom });
        Assert.Equal(Anchor.BottomRight, mark.On(file, [PicturePart.Whole], [])!.Anchor);
        Assert.Null(mark.On(file, [], [PicturePart.Whole]));
    }
}
