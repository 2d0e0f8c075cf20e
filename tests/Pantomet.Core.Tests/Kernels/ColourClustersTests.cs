using CsCheck;
using Pantomet.Core.Kernels.Colour;
using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Tests.Kernels;

public sealed class ColourClustersTests
{
    private static readonly SrgbColour[] Flag = [new(200, 30, 30), new(245, 245, 240), new(20, 40, 120), new(240, 190, 30)];

    [Fact]
    public void A_picture_of_a_few_plain_colours_has_these_with_their_shares() =>
        Gen.Int[1, 40].Array[Flag.Length].Sample(counts =>
        {
            var pixels = counts.SelectMany((count, at) => Enumerable.Repeat(Flag[at], count)).ToList();
            var found = ColourClusters.Of(LabPlane.FromSrgb(pixels.Count, 1, Bytes(pixels), []));
            var wanted = counts.Select((count, at) => new ColourShare(Flag[at], (double)count / pixels.Count))
                .Where(one => one.Share >= 0.01).OrderBy(one => one.Colour.ToString()).ToList();
            Assert.Equal(wanted, found.OrderBy(one => one.Colour.ToString()));
            Assert.Equal(found.OrderByDescending(one => one.Share), found);
        });

    [Fact]
    public void What_is_transparent_does_not_count()
    {
        Assert.Equal(
            [new ColourShare(Flag[0], 1)], ColourClusters.Of(LabPlane.FromSrgb(3, 1, Bytes([Flag[0], Flag[1], Flag[2]]), [255, 0, 10])));
        Assert.Empty(ColourClusters.Of(LabPlane.FromSrgb(1, 1, [1, 2, 3], [0])));
    }

    // Half of the light of white is #bcbcbc in sRGB (IEC 61966-2-1), not #808080.
    [Fact]
    public void An_edge_has_the_mean_light_of_its_pixels_and_is_as_uneven_as_they_are()
    {
        var colours = PageColours.Of(2, 2, Bytes([new(0, 0, 0), SrgbColour.White, Flag[0], Flag[0]]), [], Flag[0]);
        Assert.Equal(("#bcbcbc", "#c81e1e"), (colours.Edges.Top, colours.Edges.Bottom));
        Assert.Equal((0.0, 0.0), (colours.Spread.Bottom, colours.FromPage!.Bottom));
        Assert.True(colours.Spread.Top > 40 && colours.FromPage.Top > 40);
    }

    [Theory]
    [InlineData("#ffffff", "#222222")]
    [InlineData("#112233", "#ffffff")]
    public void Text_on_a_colour_is_dark_or_light_as_it_reads_better(string ground, string text)
    {
        Assert.True(SrgbColour.TryParse(ground, out var colour));
        Assert.Equal(text, PageColours.TextOn(colour).ToString());
    }

    private static byte[] Bytes(IEnumerable<SrgbColour> pixels) =>
        [.. pixels.SelectMany(pixel => new[] { pixel.Red, pixel.Green, pixel.Blue })];
}
