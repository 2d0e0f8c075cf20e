using CsCheck;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;
using Pantomet.Core.Tests.Measures;

namespace Pantomet.Core.Tests.Destinations;

public sealed class OutputSizesTests
{
    // Common practice, no source.
    [Fact]
    public void A_listing_photo_by_its_longest_and_by_its_shortest_side()
    {
        Assert.Equal(new PixelSize(2500, 2000), Only(Slots.Of("5:4", new SizeRule.LongestSide(2500)), 3000, 2400).File);
        Assert.Equal(new PixelSize(2667, 2000), Only(Slots.Of("4:3", new SizeRule.ShortestSide(2000)), 4000, 3000).File);
    }

    // Common practice, no source: art direction of a hero, one ratio at three widths.
    [Fact]
    public void A_ladder_has_the_height_that_follows_each_width() =>
        Assert.Equal(
            [new PixelSize(1500, 750), new PixelSize(1000, 500), new PixelSize(500, 250)],
            OutputSizes.For(Slots.Of("2:1", new SizeRule.Widths([1500, 1000, 500])), new PixelSize(3600, 1800)).Select(size => size.File));

    // Common practice, no source: 640 × 480 to 150 wide gives 150 × 113.
    [Fact]
    public void A_free_shape_keeps_the_ratio_of_the_crop() =>
        Assert.Equal(new PixelSize(150, 113), Only(Slots.Of("free", new SizeRule.Widths([150])), 640, 480).File);

    // Common practice, no source: 3000 × 4000 to 250 wide gives 250 × 333.
    [Fact]
    public void Heights_and_widths_follow_each_other()
    {
        Assert.Equal(new PixelSize(250, 333), Only(Slots.Of("free", new SizeRule.Widths([250])), 3000, 4000).File);
        Assert.Equal(new PixelSize(188, 250), Only(Slots.Of("free", new SizeRule.Heights([250])), 3000, 4000).File);
    }

    [Fact]
    public void A_box_and_a_number_of_pixels_hold_large_pictures_and_leave_small_ones()
    {
        Assert.Equal(new PixelSize(1200, 800), Only(Slots.Of("free", new SizeRule.Box(new PixelSize(1200, 900))), 3000, 2000).File);
        Assert.Equal(new PixelSize(600, 900), Only(Slots.Of("free", new SizeRule.Box(new PixelSize(1200, 900))), 2000, 3000).File);
        Assert.Equal(new PixelSize(300, 200), Only(Slots.Of("free", new SizeRule.Box(new PixelSize(1200, 900))), 300, 200).File);
        Assert.Equal(new PixelSize(1224, 816), Only(Slots.Of("free", new SizeRule.MostPixels(1_000_000)), 3000, 2000).File);
        Assert.Equal(new PixelSize(300, 200), Only(Slots.Of("free", new SizeRule.MostPixels(1_000_000)), 300, 200).File);
    }

    [Fact]
    public void What_is_held_within_pixels_or_a_box_never_exceeds_them() =>
        Gen.Select(AspectRatioTests.Pictures, Gen.Int[1, 3000], Gen.Int[1, 3000]).Sample((picture, width, height) =>
        {
            var boxed = Only(Slots.Of("free", new SizeRule.Box(new PixelSize(width, height))), picture.Width, picture.Height).File;
            var counted = Only(Slots.Of("free", new SizeRule.MostPixels((long)width * height)), picture.Width, picture.Height).File;
            return boxed.Width <= Math.Min(width, picture.Width) && boxed.Height <= Math.Min(height, picture.Height)
                && (counted.Count <= (long)width * height || counted.ShortestSide == 1) && counted.Width <= picture.Width &&
                    counted.Height <= picture.Height;
        });

    [Fact]
    public void Multiples_are_made_each_for_its_density()
    {
        var sizes = OutputSizes.For(Slots.Of("3:2", new SizeRule.Multiples(333, [new(3), new(1), new(0.5)])), new PixelSize(3000, 2000));
        Assert.Equal(
            [(999, 666, 3d), (333, 222, 1d), (167, 111, 0.5d)],
            sizes.Select(size => (size.File.Width, size.File.Height, size.Density!.Value.Value)));
        var exact = OutputSizes.For(Slots.Of("851x315", new SizeRule.Multiples(851, [new(2)])), new PixelSize(3000, 1110));
        Assert.Equal(new PixelSize(1702, 630), Assert.Single(exact).File);
    }

    [Fact]
    public void Padding_fills_up_to_the_exact_size_around_the_whole_picture()
    {
        var size = Only(Slots.Of("2000x2000", fit: Fit.Pad), 3000, 2400);
        Assert.Equal(new PixelSize(2000, 2000), size.File);
        Assert.Equal(new PixelSize(2000, 1600), size.Picture);
        Assert.Equal((0, 200), size.Offset);
    }

    [Fact]
    public void Containing_makes_the_file_only_as_large_as_the_picture() =>
        Assert.Equal(new PixelSize(1600, 2000), Only(Slots.Of("2000x2000", fit: Fit.Contain), 2400, 3000).File);

    [Fact]
    public void All_pixels_are_all_pixels_of_the_crop() =>
        Assert.Equal(new PixelSize(3601, 2399), Only(Slots.Of("free", new SizeRule.AllPixels()), 3601, 2399).File);

    [Fact]
    public void A_crop_is_short_by_what_its_longer_side_lacks()
    {
        var size = Only(Slots.Of("5:4", new SizeRule.LongestSide(2500)), 1240, 992);
        Assert.Equal(1260, size.ShortBy(new PixelSize(1240, 992)));
        Assert.Equal(0, size.ShortBy(new PixelSize(2500, 2000)));
    }

    [Fact]
    public void A_padded_picture_lies_inside_its_file_and_is_never_stretched() =>
        Gen.Select(AspectRatioTests.Pictures, Gen.Int[1, 5000], Gen.Int[1, 5000]).Sample((picture, width, height) =>
        {
            var size = Only(Slots.Of($"{width}x{height}", fit: Fit.Pad), picture.Width, picture.Height);
            var (x, y) = size.Offset;
            var inside = x >= 0 && y >= 0 && x + size.Picture.Width <= width && y + size.Picture.Height <= height;
            var ratio = (double)picture.Width / picture.Height;
            var off = Math.Min(
                Math.Abs(size.Picture.Width - (size.Picture.Height * ratio)), Math.Abs(size.Picture.Height - (size.Picture.Width / ratio)));
            return inside && (off <= 0.5 + 1e-9 || size.Picture.ShortestSide == 1);
        });

    private static OutputSize Only(Slot slot, int width, int height) => Assert.Single(OutputSizes.For(slot, new PixelSize(width, height)));
}
