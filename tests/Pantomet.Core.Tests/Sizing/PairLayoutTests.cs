using CsCheck;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Tests.Sizing;

public sealed class PairLayoutTests
{
    private static readonly Gen<AspectRatio> Shapes =
        Gen.Select(Gen.Int[1, 30_000], Gen.Int[1, 30_000], (width, height) => new AspectRatio(width, height));

    [Fact]
    public void All_have_one_height_the_gaps_are_exact_and_together_they_are_as_wide_as_wanted() =>
        Gen.Select(Shapes.Array[2, 3], Gen.Int[20, 4000], Gen.Int[0, 40], Gen.Int[0, 40]).Sample((shapes, width, gap, margin) =>
        {
            var laid = new PairLayout(PairDirection.Row, width, gap, margin).Of(shapes);
            if (width - (2 * margin) - (gap * (shapes.Length - 1)) < shapes.Length)
            {
                Assert.Null(laid);
                return;
            }

            var (places, whole) = (laid!.Places, laid.Whole);
            Assert.Equal(width, whole.Width);
            Assert.All(places, place => Assert.Equal((margin, whole.Height - (2 * margin)), (place.Y, place.Height)));
            Assert.Equal(margin, places[0].X);
            Assert.Equal(width - margin, places[^1].Right);
            Assert.All(places.Zip(places.Skip(1)), pair => Assert.Equal(gap, pair.Second.X - pair.First.Right));
            Assert.All(places, place => Assert.True(place.Width >= 1));
        });

    [Fact]
    public void In_a_column_all_have_the_width_that_margins_leave_and_the_gaps_are_exact() =>
        Gen.Select(Shapes.Array[2, 3], Gen.Int[1, 4000], Gen.Int[0, 40], Gen.Int[0, 40]).Sample((shapes, width, gap, margin) =>
        {
            var laid = new PairLayout(PairDirection.Column, width, gap, margin).Of(shapes);
            if (width - (2 * margin) < 1)
            {
                Assert.Null(laid);
                return;
            }

            var (places, whole) = (laid!.Places, laid.Whole);
            Assert.Equal(width, whole.Width);
            Assert.All(places, place => Assert.Equal((margin, width - (2 * margin)), (place.X, place.Width)));
            Assert.Equal(margin, places[0].Y);
            Assert.Equal(whole.Height - margin, places[^1].Bottom);
            Assert.All(places.Zip(places.Skip(1)), pair => Assert.Equal(gap, pair.Second.Y - pair.First.Bottom));
            Assert.All(places, place => Assert.True(place.Height >= 1));
        });

    [Fact]
    public void Of_its_own_proportions_no_picture_loses_more_than_rounding_takes() =>
        Gen.Select(Gen.Int[300, 6000], Gen.Int[300, 6000]).Array[2, 3].Sample(sides =>
        {
            var shapes = sides.Select(side => new AspectRatio(side.Item1, side.Item2)).ToList();
            var laid = new PairLayout(PairDirection.Row, 2400, 10, 20).Of(shapes)!;
            foreach (var (place, shape) in laid.Places.Zip(shapes))
            {
                var exact = shape.Value * place.Height;
                // Half a pixel of the height stands for that share of the width, and a pixel is shared out.
                Assert.InRange(place.Width, exact - (0.5 * exact / place.Height) - 1.5, exact + (0.5 * exact / place.Height) + 1.5);
            }
        });

    // The worked example of the trade, common practice, no source: 1,100 px wide, 5 px between, same height. Two portraits of 2:3 leave
    // 1,095 px; each is 547.5 wide, so one has 548, and both are 821 high (547.5 × 3 ÷ 2 = 821.25).
    [Fact]
    public void Two_portraits_of_two_to_three_make_one_of_1100_by_821()
    {
        var laid = new PairLayout(PairDirection.Row, 1100, 5, 0).Of([new(2000, 3000), new(4000, 6000)])!;
        Assert.Equal(new PixelSize(1100, 821), laid.Whole);
        Assert.Equal([new PixelRect(0, 0, 548, 821), new PixelRect(553, 0, 547, 821)], laid.Places);
    }

    // Of each extreme one pixel at least is left.
    [Fact]
    public void A_pixel_beside_a_panorama_keeps_a_pixel()
    {
        var laid = new PairLayout(PairDirection.Row, 1100, 5, 0).Of([new(1, 1), new(30_000, 200)])!;
        Assert.Equal([7, 1088], laid.Places.Select(place => place.Width));
        Assert.Equal([7, 7], laid.Places.Select(place => place.Height));
        Assert.Null(new PairLayout(PairDirection.Row, 6, 5, 0).Of([new(1, 1), new(1, 1)]));
    }
}
