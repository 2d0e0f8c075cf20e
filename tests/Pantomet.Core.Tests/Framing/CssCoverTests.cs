using CsCheck;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Tests.Measures;

namespace Pantomet.Core.Tests.Framing;

/// <summary>The automatic crop without a subject: what CSS shows for <c>object-fit: cover</c>.</summary>
public sealed class CssCoverTests
{
    private static readonly Gen<PixelPoint> Points = Gen.Select(
        Gen.Double[-20_000, 20_000], Gen.Double[-20_000, 20_000], (x, y) => new PixelPoint(x, y));

    private static PixelRect Cover(PixelSize picture, AspectRatio ratio, PixelPoint focus) =>
        AutomaticCrop.For(new CropCriteria(picture, 0, ratio, focus));

    [Fact]
    public void Takes_the_middle_of_a_wide_picture_for_a_square()
    {
        var picture = new PixelSize(3600, 2400);
        Assert.Equal(new PixelRect(600, 0, 2400, 2400), Cover(picture, new AspectRatio(1, 1), picture.Centre));
    }

    [Fact]
    public void Follows_the_focus_as_far_as_the_edge()
    {
        var picture = new PixelSize(3600, 2400);
        Assert.Equal(1200, Cover(picture, new AspectRatio(1, 1), new PixelPoint(3500, 100)).X);
        Assert.Equal(800, Cover(picture, new AspectRatio(1, 1), new PixelPoint(2000, 100)).X);
    }

    // CSS Images 3, §5.5: with object-position 50% 50% the overflow is shared evenly between both sides.
    [Theory]
    [InlineData(3600, 2400, 2, 1, 0, 300)]
    [InlineData(2400, 3600, 9, 16, 188, 0)]
    [InlineData(6000, 2000, 4, 5, 2200, 0)]
    public void Without_a_focus_it_is_what_css_shows(int width, int height, int across, int down, int x, int y)
    {
        var picture = new PixelSize(width, height);
        var crop = Cover(picture, new AspectRatio(across, down), picture.Centre);
        Assert.Equal((x, y), (crop.X, crop.Y));
    }

    [Fact]
    public void Lies_inside_the_picture_wherever_the_focus_is() =>
        Gen.Select(AspectRatioTests.Pictures, AspectRatioTests.Ratios, Points)
            .Sample((picture, ratio, focus) => Cover(picture, ratio, focus).LiesIn(picture));

    [Fact]
    public void No_crop_of_exactly_the_ratio_is_larger() =>
        Gen.Select(Gen.Int[1, 60], Gen.Int[1, 60], Gen.Int[1, 12], Gen.Int[1, 12]).Sample((width, height, across, down) =>
        {
            var picture = new PixelSize(width, height);
            var ratio = new AspectRatio(across, down);
            var largest = Cover(picture, ratio, picture.Centre).Size.Count;
            // Every whole-pixel size that has the ratio exactly, tried one by one.
            for (var w = 1; w <= width; w++)
            {
                for (var h = 1; h <= height; h++)
                {
                    if (w * ratio.Down == h * ratio.Across && (long)w * h > largest)
                        return false;
                }
            }

            return true;
        });

    [Fact]
    public void Its_centre_is_as_near_to_the_focus_as_any() =>
        Gen.Select(Gen.Int[1, 60], Gen.Int[1, 60], Gen.Double[-20, 80], Gen.Double[-20, 80]).Sample((width, height, x, y) =>
        {
            var picture = new PixelSize(width, height);
            var crop = Cover(picture, new AspectRatio(3, 2), new PixelPoint(x, y));
            double Distance(double left, double top) =>
                Math.Pow(left + (crop.Width / 2.0) - x, 2) + Math.Pow(top + (crop.Height / 2.0) - y, 2);
            var nearest = Enumerable.Range(0, width - crop.Width + 1)
                .SelectMany(left => Enumerable.Range(0, height - crop.Height + 1).Select(top => Distance(left, top))).Min();
            return Distance(crop.X, crop.Y) <= nearest + 1e-9;
        });
}
