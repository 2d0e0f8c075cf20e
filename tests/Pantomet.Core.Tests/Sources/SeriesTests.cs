using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Sources;

public sealed class SeriesTests
{
    private static readonly PixelSize Camera = new(3600, 2400);

    // A dark thing on paper: where it lies, how large it is, how light the paper is.
    private static Likeness Shot(int left, int top, int side, byte paper = 230, int seed = 1)
    {
        var noise = new Random(seed);
        var srgb = new byte[120 * 80 * 3];
        for (var at = 0; at < srgb.Length; at++)
        {
            var (x, y) = (at / 3 % 120, at / 3 / 120);
            var isThing = x >= left && x < left + side && y >= top && y < top + side;
            srgb[at] = (byte)((isThing ? 60 : paper) + noise.Next(-4, 5));
        }

        return Likeness.Of(LabPlane.FromSrgb(120, 80, srgb, []));
    }

    [Fact]
    public void Shots_of_one_tripod_are_a_series_whatever_the_light_and_the_noise() =>
        Assert.Equal(
            [["a", "b", "c"]],
            Series.Of<string>(
                [("a", Camera, Shot(40, 20, 40)), ("b", Camera, Shot(41, 21, 38, 215, 7)), ("c", Camera, Shot(40, 20, 42, 240, 9))]));

    [Fact]
    public void A_thing_that_lies_elsewhere_and_a_picture_of_another_size_are_none() =>
        Assert.Empty(
            Series.Of<string>(
                [
                    ("a", Camera, Shot(10, 10, 30)), ("b", Camera, Shot(80, 40, 30)), ("c", new(1800, 1200), Shot(10, 10, 30)),
                    ("d", Camera, null),
                ]));

    [Fact]
    public void A_row_of_small_steps_does_not_join_its_ends()
    {
        var steps = Enumerable.Range(0, 12).Select(step => (step, Camera, (Likeness?)Shot(5 + (6 * step), 20, 36))).ToList();
        Assert.All(Series.Of(steps), series => Assert.True(series[^1] - series[0] <= 2));
    }

    [Fact]
    public void Pictures_without_any_contrast_are_alike_only_to_each_other() =>
        Assert.Equal(
            [["a", "b"]],
            Series.Of<string>([("a", Camera, Shot(0, 0, 0)), ("b", Camera, Shot(0, 0, 0, 231, 4)), ("c", Camera, Shot(40, 20, 40))]));
}
