using CsCheck;
using Pantomet.Core.Kernels.Calm;
using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Tests.Treatments;

public sealed class HeadlinePlacesTests
{
    private static readonly MeasuredText Words = new([3, 2.5, 4], [], 0.3, 1.15);

    [Fact]
    public void A_place_is_calm_and_touches_nothing_that_must_stay_free() =>
        Gen.Select(Gen.Double[0, 0.8], Gen.Double[0, 0.8], Gen.Double[0.05, 0.6], Gen.Double[0.05, 0.6], Gen.Double[0.4, 3]).Sample(
            (x, y, width, height, ratio) =>
            {
                var avoid = new PicturePart(x, y, Math.Min(width, 1 - x), Math.Min(height, 1 - y));
                var noisy = new PicturePart(0.5, 0, 0.25, 1);
                var calm = CalmGrid.Of(Picture(noisy), [avoid]);
                foreach (var place in HeadlinePlaces.Of(calm, Words, ratio, 0.3, 3, Enum.GetValues<Anchor>()))
                {
                    Assert.True(place.Area.IsInside);
                    Assert.False(Overlap(place.Area, avoid), $"{place.Area} touches {avoid}");
                    Assert.False(Overlap(place.Area, new PicturePart(0.51, 0, 0.23, 1)), $"{place.Area} is busy");
                }
            });

    [Fact]
    public void The_best_place_is_where_the_text_is_largest()
    {
        // The right two thirds are busy: what is left is the left third, and of it the whole height.
        var calm = CalmGrid.Of(Picture(new PicturePart(1.0 / 3, 0, 2.0 / 3, 1)), []);
        var places = HeadlinePlaces.Of(calm, Words, 2, 1, 3, Enum.GetValues<Anchor>());
        Assert.Equal(places.OrderByDescending(place => place.Text.Size).First(), places[0]);
        Assert.Contains(places[0].Anchor, (Anchor[])[Anchor.TopLeft, Anchor.Left, Anchor.BottomLeft]);
        Assert.True(places[0].Area.X + places[0].Area.Width <= 1.0 / 3 + 1e-9);
    }

    [Fact]
    public void Where_all_is_busy_there_is_no_place() =>
        Assert.Empty(HeadlinePlaces.Of(CalmGrid.Of(Picture(PicturePart.Whole), []), Words, 1, 1, 3, Enum.GetValues<Anchor>()));

    private static bool Overlap(PicturePart one, PicturePart other) =>
        one.X < other.X + other.Width - 1e-9 && other.X < one.X + one.Width - 1e-9 && one.Y < other.Y + other.Height - 1e-9 &&
        other.Y < one.Y + one.Height - 1e-9;

    // Grey, with black and white pixels by turns in one part of it.
    private static LabPlane Picture(PicturePart busy)
    {
        const int side = 120;
        var srgb = new byte[3 * side * side];
        for (var at = 0; at < side * side; at++)
        {
            var (x, y) = (at % side / (double)side, at / side / (double)side);
            var isBusy = x >= busy.X && x < busy.X + busy.Width && y >= busy.Y && y < busy.Y + busy.Height;
            var value = isBusy ? ((at % side) + (at / side)) % 2 * 255 : 128;
            srgb.AsSpan(3 * at, 3).Fill((byte)value);
        }

        return LabPlane.FromSrgb(side, side, srgb, []);
    }
}
