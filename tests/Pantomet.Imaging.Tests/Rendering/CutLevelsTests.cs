using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Rendering;

public sealed class CutLevelsTests
{
    [Theory]
    [InlineData(4910, 2560, 0)]
    [InlineData(4910, 1445, 0)]
    [InlineData(4910, 1443, 1)]
    [InlineData(4910, 320, 3)]
    public void A_crop_is_halved_when_it_is_3_4_times_as_large_or_more(int from, int to, int level) =>
        Assert.Equal(level, CutLevels.LevelFor(new PixelSize(from, from), new PixelSize(to, to)));

    // One rounding to whole numbers instead of several makes 0.1 to 0.15 of a step on average.
    private const double Rounding = 0.2;

    // libvips, which steps by whole numbers, a box filter and short weights, is off by 0.3 to 0.9 of a step.
    private const double OfLibvips = 1.2;

    // Against one step over every pixel, which LanczosScalerTests hold against the kernel itself, and against libvips, which had no part in
    // it.
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
            // Of exactly one shape, so that nothing is trimmed.
            var (x, third) = (random.Next(300), random.Next(800, 1066));
            var toThird = random.Next(20, third * 10 / 34);
            var crop = new PixelRect(x, 7, 3 * third, 2 * third);
            var size = new PixelSize(3 * toThird, 2 * toThird);
            using var cut = source.Cut(crop, default, size);
            using var area = whole.Crop(crop.X, crop.Y, crop.Width, crop.Height);
            using var plain = PixelScaling.ScaledTo(area, size);
            using var unlike = (cut - plain).Abs();
            using var theirs = area.Resize((double)size.Width / crop.Width);
            using var unlikeTheirs = (cut - theirs).Abs();
            Assert.Equal((size.Width, size.Height), (cut.Width, cut.Height));
            Assert.InRange(unlike.Avg(), 0.001, Rounding);
            Assert.InRange(unlikeTheirs.Avg(), 0, OfLibvips);
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
