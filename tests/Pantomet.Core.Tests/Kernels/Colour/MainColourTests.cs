using Pantomet.Core.Kernels.Colour;

namespace Pantomet.Core.Tests.Kernels.Colour;

public sealed class MainColourTests
{
    // The mean of a red and a blue half would be a purple that is nowhere in the picture.
    [Fact]
    public void It_is_the_one_of_which_there_is_most_and_no_mixture()
    {
        byte[] picture = [.. Enumerable.Range(0, 100).SelectMany(at => at < 60 ? (byte[])[200, 30, 40] : [20, 40, 200])];
        Assert.Equal("#c81e28", MainColour.Of(10, 10, picture));
    }

    [Fact]
    public void Shades_of_one_colour_count_together()
    {
        // 40 of one green, and 60 of blues that differ a little.
        byte[] picture = [.. Enumerable.Range(0, 100).SelectMany(at => at < 40 ? (byte[])[30, 160, 60] : [20, 60, (byte)(180 + (at % 3))])];
        Assert.StartsWith("#143cb", MainColour.Of(10, 10, picture), StringComparison.Ordinal);
    }
}
