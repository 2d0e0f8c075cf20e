using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Rendering;

public sealed class CutLevelsTests
{
    [Theory]
    [InlineData(4910, 2560, 0)]
    [InlineData(4910, 1637, 0)]
    [InlineData(4910, 1636, 1)]
    [InlineData(4910, 320, 3)]
    public void A_crop_is_halved_until_it_is_half_as_large_again_to_three_times(int from, int to, int level) =>
        Assert.Equal(level, CutLevels.LevelFor(new PixelSize(from, from), new PixelSize(to, to)));

    // Rounded to whole numbers up to three times, a picture is off by half a step on average.
    private const double Rounding = 0.55;

    // What is reduced from a half is as near to one step over every pixel as what libvips makes with the box filter that it puts first;
    // where libvips puts none, as near as whole numbers let it be.
    [Fact]
    public void A_half_changes_nothing_that_is_seen()
    {
        var facts = SourceProbe.Probe(Demo.Source("hill-flight.jpg"), 300_000_000).Facts;
        using var source = DecodedSource.Open(Demo.Source("hill-flight.jpg"), facts);
        using var whole = Image.Jpegload(Demo.Source("hill-flight.jpg")).CopyMemory();
        // A fixed seed: what fails once fails again.
        var random = new Random(4711);
        for (var attempt = 0; attempt < 25; attempt++)
        {
            var (x, width) = (random.Next(300), random.Next(2400, 3200));
            var to = random.Next(60, width / 3);
            var crop = new PixelRect(x, 7, width, width * 2 / 3);
            var size = new PixelSize(to, to * 2 / 3);
            using var cut = source.Cut(crop, default, size);
            using var area = whole.Crop(crop.X, crop.Y, crop.Width, crop.Height);
            // One step over every pixel, without a box filter before it; the trimmed pixel is the same.
            var scale = Math.Max((double)size.Width / crop.Width, (double)size.Height / crop.Height);
            using var reduced = area.Resize(scale, gap: 1000);
            using var plain = reduced.Crop((reduced.Width - size.Width) / 2, (reduced.Height - size.Height) / 2, size.Width, size.Height);
            using var unlike = (cut - plain).Abs();
            using var boxed = area.Resize(scale);
            using var usual = boxed.Crop((boxed.Width - size.Width) / 2, (boxed.Height - size.Height) / 2, size.Width, size.Height);
            using var usuallyUnlike = (usual - plain).Abs();
            Assert.Equal((size.Width, size.Height), (cut.Width, cut.Height));
            Assert.InRange(unlike.Avg(), 0, Math.Max(Rounding, usuallyUnlike.Avg() + 0.15));
        }
    }

    [Fact]
    public void A_file_has_the_same_pixels_whatever_else_was_cut_before()
    {
        var facts = SourceProbe.Probe(Demo.Source("hill-flight.jpg"), 300_000_000).Facts;
        var crop = new PixelRect(0, 0, 3600, 2400);
        using var alone = DecodedSource.Open(Demo.Source("hill-flight.jpg"), facts);
        using var after = DecodedSource.Open(Demo.Source("hill-flight.jpg"), facts);
        foreach (var width in (int[])[1800, 900, 450, 150])
            after.Cut(crop, default, new PixelSize(width, width * 2 / 3)).Dispose();
        using var one = alone.Cut(crop, default, new PixelSize(300, 200));
        using var other = after.Cut(crop, default, new PixelSize(300, 200));
        Assert.Equal(one.WriteToMemory<byte>(), other.WriteToMemory<byte>());
    }
}
