using CsCheck;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Tests.Sizing;

public sealed class PairLayoutTests
{
    private static readonly Gen<PixelSize> Sizes =
        Gen.Select(Gen.Int[1, 30_000], Gen.Int[1, 30_000], (width, height) => new PixelSize(width, height));

    [Fact]
    public void All_have_one_height_the_gaps_are_exact_and_together_they_are_as_wide_as_wanted() =>
        Gen.Select(Sizes.Array[2, 3], Gen.Int[20, 4000], Gen.Int[0, 40], Gen.Int[0, 40], Gen.Int[1, 900].Nullable(), Gen.Bool).Sample(
            (pictures, along, gap, margin, across, isUpright) =>
            {
                var direction = isUpright ? PairDirection.OneAboveTheOther : PairDirection.SideBySide;
                var laid = new PairLayout(direction, along, across, gap, margin).Of(pictures);
                var room = along - (2 * margin) - (gap * (pictures.Length - 1));
                if (room < pictures.Length || across - (2 * margin) < 1)
                {
                    Assert.Null(laid);
                    return;
                }

                var (places, whole) = (laid!.Places.Select(place => Upright(place, isUpright)).ToList(), isUpright
                    ? laid.Whole.Turned
                    : laid.Whole);
                Assert.Equal(along, whole.Width);
                Assert.Equal(across ?? whole.Height, whole.Height);
                Assert.All(places, place => Assert.Equal((margin, whole.Height - (2 * margin)), (place.Y, place.Height)));
                Assert.Equal(margin, places[0].X);
                Assert.Equal(along - margin, places[^1].X + places[^1].Width);
                Assert.All(places.Zip(places.Skip(1)), pair => Assert.Equal(gap, pair.Second.X - pair.First.X - pair.First.Width));
                Assert.All(places, place => Assert.True(place.Width >= 1));
            });

    [Fact]
    public void Where_no_height_is_asked_for_no_picture_loses_more_than_rounding_takes() =>
        Gen.Select(Gen.Int[300, 6000], Gen.Int[300, 6000]).Array[2, 3].Sample(sides =>
        {
            var pictures = sides.Select(side => new PixelSize(side.Item1, side.Item2)).ToList();
            var laid = new PairLayout(PairDirection.SideBySide, 2400, null, 10, 20).Of(pictures)!;
            foreach (var (place, picture) in laid.Places.Zip(pictures))
            {
                var exact = (double)picture.Width / picture.Height * place.Height;
                // Half a pixel of the height stands for that share of the width, and a pixel is shared out.
                Assert.InRange(place.Width, exact - (0.5 * exact / place.Height) - 1.5, exact + (0.5 * exact / place.Height) + 1.5);
            }
        });

    // The worked example of the trade, common practice, no source: 1,100 px wide, 5 px between, same height. Two portraits of 2:3 leave
    // 1,095 px; each is 547.5 wide, so one has 548, and both are 821 high (547.5 × 3 ÷ 2 = 821.25).
    [Fact]
    public void Two_portraits_of_two_to_three_make_one_of_1100_by_821()
    {
        var laid = new PairLayout(PairDirection.SideBySide, 1100, null, 5, 0).Of([new(2000, 3000), new(4000, 6000)])!;
        Assert.Equal(new PixelSize(1100, 821), laid.Whole);
        Assert.Equal([new PixelRect(0, 0, 548, 821), new PixelRect(553, 0, 547, 821)], laid.Places);
    }

    // Of each extreme one pixel at least is left.
    [Fact]
    public void A_pixel_beside_a_panorama_keeps_a_pixel()
    {
        var laid = new PairLayout(PairDirection.SideBySide, 1100, 400, 5, 0).Of([new(1, 1), new(30_000, 200)])!;
        Assert.Equal([7, 1088], laid.Places.Select(place => place.Width));
        Assert.Null(new PairLayout(PairDirection.SideBySide, 6, null, 5, 0).Of([new(1, 1), new(1, 1)]));
    }

    private static PixelRect Upright(PixelRect place, bool isUpright) =>
        isUpright ? new PixelRect(place.Y, place.X, place.Height, place.Width) : place;
}
