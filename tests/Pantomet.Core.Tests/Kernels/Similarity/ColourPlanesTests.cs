using Pantomet.Core.Kernels.Similarity;

namespace Pantomet.Core.Tests.Kernels.Similarity;

public sealed class ColourPlanesTests
{
    // Every plane against the equations of ITU-T T.871, §7, worked out pixel by pixel and averaged.
    [Theory]
    [InlineData(176, 176, Fineness.FromHalf)]
    [InlineData(211, 179, Fineness.FromHalf)]
    [InlineData(190, 181, Fineness.FromHalf)]
    [InlineData(175, 300, Fineness.FromHalf)]
    [InlineData(61, 47, Fineness.EveryPixel)]
    public void Lightness_and_differences_are_means_of_what_the_standard_says(int width, int height, Fineness fineness)
    {
        var pixels = new byte[width * height * 3];
        // A fixed seed: what fails once fails again.
        new Random(4711).NextBytes(pixels);
        var planes = ColourPlanes.Of(width, height, pixels, fineness);

        var isHalved = fineness == Fineness.FromHalf && Math.Min(width, height) >= 176;
        AssertMeans(planes.Luma, isHalved ? 2 : 1, (red, green, blue) => (0.299 * red) + (0.587 * green) + (0.114 * blue));
        AssertMeans(planes.Blue!, 4, (red, green, blue) => ((-0.299 * red) - (0.587 * green) + (0.886 * blue)) / 1.772 + 128);
        AssertMeans(planes.Red!, 4, (red, green, blue) => ((0.701 * red) - (0.587 * green) - (0.114 * blue)) / 1.402 + 128);

        void AssertMeans(TonePlane plane, int side, Func<double, double, double, double> of)
        {
            Assert.Equal((width / side, height / side), (plane.Width, plane.Height));
            for (var at = 0; at < plane.Values.Length; at++)
            {
                var (x, y) = (at % plane.Width * side, at / plane.Width * side);
                var mean = (from row in Enumerable.Range(y, side)
                            from column in Enumerable.Range(x, side)
                            let pixel = 3 * ((row * width) + column)
                            select of(pixels[pixel], pixels[pixel + 1], pixels[pixel + 2])).Average();
                Assert.Equal(mean, plane.Values[at], 0.01);
            }
        }
    }
}
