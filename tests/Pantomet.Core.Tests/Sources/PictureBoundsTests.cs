using Pantomet.Core.Measures;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Sources;

public sealed class PictureBoundsTests
{
    private static readonly PictureBounds Bounds = new(300_000_000);

    [Theory]
    [InlineData(6_000, 4_000, 1, 3, false, null)]
    [InlineData(20_000, 20_000, 1, 3, false, "too-many-pixels")]
    // ITU-T T.81, B.2.2: a side is stated in 16 bits.
    [InlineData(65_535, 1_000, 1, 3, false, null)]
    [InlineData(65_536, 1_000, 1, 3, false, "too-long-side")]
    [InlineData(10, 30_000_000, 1, 3, false, "too-long-side")]
    [InlineData(100, 100, 2_001, 3, true, "too-many-frames")]
    [InlineData(2_000, 2_000, 600, 3, true, "too-many-frames")]
    // Of a document only the first page is read.
    [InlineData(2_000, 2_000, 600, 3, false, null)]
    [InlineData(17_000, 17_000, 1, 8, false, "too-many-bytes")]
    public void What_a_file_claims_is_bounded(int width, int height, int frames, int bytesPerPixel, bool isAnimated, string? id) =>
        Assert.Equal(id, Bounds.Refusal(new PixelSize(width, height), frames, bytesPerPixel, isAnimated)?.Id);

    [Fact]
    public void A_refusal_says_the_numbers_and_what_to_do() => Assert.Equal(
        "The picture claims 30,000,000 × 10 px. A side of at most 65,535 px is read. Save a smaller copy and send that.",
        Bounds.Refusal(new PixelSize(30_000_000, 10), 1, 3, false)!.Value.Sentence);
}
