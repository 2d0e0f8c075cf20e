using CsCheck;
using Pantomet.Core.Kernels;

namespace Pantomet.Core.Tests.Kernels;

public sealed class RoundedMaskTests
{
    // The area of a rectangle with round corners: what the four corners lack of a square is (4 - pi) r^2.
    [Fact]
    public void It_covers_the_area_of_its_shape_and_is_the_same_on_both_sides() =>
        Gen.Select(Gen.Int[8, 90], Gen.Int[8, 90], Gen.Double[0, 1], Gen.Int[0, 3]).Sample((width, height, round, inset) =>
        {
            var radius = round * Math.Min(width, height) / 2;
            var mask = RoundedMask.Of(width, height, radius, inset);
            var corner = Math.Max(0, radius - inset);
            var area = ((width - (2.0 * inset)) * (height - (2 * inset))) - ((4 - Math.PI) * corner * corner);
            Assert.InRange(mask.Sum(value => value / 255.0), area - (0.1 * corner) - 0.7, area + (0.1 * corner) + 0.7);
            for (var y = 0; y < height; y++)
            {
                for (var x = 0; x < width; x++)
                {
                    Assert.Equal(mask[(y * width) + x], mask[(y * width) + width - 1 - x]);
                    Assert.Equal(mask[(y * width) + x], mask[((height - 1 - y) * width) + x]);
                }
            }
        });

    [Fact]
    public void Without_a_radius_all_is_covered() => Assert.All(RoundedMask.Of(7, 5, 0, 0), value => Assert.Equal(255, value));
}
