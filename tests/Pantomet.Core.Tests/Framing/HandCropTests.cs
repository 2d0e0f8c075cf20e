using CsCheck;
using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Tests.Measures;

namespace Pantomet.Core.Tests.Framing;

public sealed class HandCropTests
{
    private static readonly Gen<PixelRect> Drawn = Gen.Select(
        Gen.Int[-15_000, 15_000], Gen.Int[-15_000, 15_000], Gen.Int[-10, 15_000], Gen.Int[-10, 15_000],
        (x, y, width, height) => new PixelRect(x, y, width, height));

    private static readonly Gen<Shape> Shapes = Gen.OneOf(
        AspectRatioTests.Ratios.Select(Shape (ratio) => new Shape.Ratio(ratio)),
        Gen.Const<Shape>(new Shape.Free()),
        Gen.Const<Shape>(new Shape.Range(new AspectRatio(4, 5), new AspectRatio(16, 9))));

    private static StraightenedBounds Upright(int width, int height) => new(new PixelSize(width, height), 0);

    [Fact]
    public void Keeps_what_is_right_already()
    {
        var drawn = new PixelRect(498, 0, 3000, 2400);
        Assert.Equal(drawn, HandCrop.Nearest(Upright(3600, 2400), new Shape.Ratio(new AspectRatio(5, 4)), drawn));
    }

    [Fact]
    public void Pushes_a_crop_that_reaches_outside_back_in() =>
        Assert.Equal(
            new PixelRect(2600, 0, 1000, 500),
            HandCrop.Nearest(Upright(3600, 2400), new Shape.Ratio(new AspectRatio(2, 1)), new PixelRect(3000, -40, 1000, 500)));

    [Fact]
    public void Mends_the_ratio_and_keeps_the_centre()
    {
        var crop = HandCrop.Nearest(Upright(3600, 2400), new Shape.Ratio(new AspectRatio(1, 1)), new PixelRect(1000, 800, 400, 200));
        Assert.Equal(new PixelRect(1000, 700, 400, 400), crop);
    }

    [Fact]
    public void A_free_shape_takes_what_was_drawn() =>
        Assert.Equal(new PixelRect(10, 20, 333, 77), HandCrop.Nearest(Upright(640, 480), new Shape.Free(), new PixelRect(10, 20, 333, 77)));

    [Fact]
    public void Lies_inside_the_picture_whatever_is_drawn() =>
        Gen.Select(AspectRatioTests.Pictures, Shapes, Drawn)
            .Sample((picture, shape, drawn) => HandCrop.Nearest(new StraightenedBounds(picture, 0), shape, drawn).LiesIn(picture));

    [Fact]
    public void Is_of_the_ratio_to_half_a_pixel() =>
        Gen.Select(AspectRatioTests.Pictures, AspectRatioTests.Ratios, Drawn).Sample((picture, ratio, drawn) =>
        {
            var crop = HandCrop.Nearest(new StraightenedBounds(picture, 0), new Shape.Ratio(ratio), drawn);
            return Math.Min(Math.Abs(crop.Width - (crop.Height * ratio.Value)), Math.Abs(crop.Height - (crop.Width / ratio.Value))) <= 0.5 +
                1e-9 || crop.Size.ShortestSide == 1;
        });

    [Fact]
    public void Given_back_in_it_stays_as_it_is() =>
        Gen.Select(AspectRatioTests.Pictures, Shapes, Drawn).Sample((picture, shape, drawn) =>
        {
            var once = HandCrop.Nearest(new StraightenedBounds(picture, 0), shape, drawn);
            return HandCrop.Nearest(new StraightenedBounds(picture, 0), shape, once) == once;
        });

    [Fact]
    public void The_automatic_crop_can_be_set_by_hand_unchanged() =>
        Gen.Select(AspectRatioTests.Pictures, AspectRatioTests.Ratios).Sample((picture, ratio) =>
        {
            var automatic = AutomaticCrop.For(new CropCriteria(picture, 0, ratio, picture.Centre));
            return HandCrop.Nearest(new StraightenedBounds(picture, 0), new Shape.Ratio(ratio), automatic) == automatic;
        });
}
