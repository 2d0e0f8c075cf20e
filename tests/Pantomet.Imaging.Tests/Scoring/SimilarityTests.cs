using System.Globalization;
using NetVips;
using Pantomet.Core.Kernels.Similarity;

namespace Pantomet.Imaging.Tests.Scoring;

public sealed class SimilarityTests
{
    private static readonly string[] Photographs =
        ["hill-flight.jpg", "beach-morning.jpg", "line-spools.jpg", "ribbon-tails-detail.jpg", "winder-handle.jpg", "size-guide.png"];
    private static readonly int[] Qualities = [90, 60, 30, 10];

    // scikit-image's structural_similarity (Wang et al. 2004), and the formula of Wang, Simoncelli and Bovik 2003 on scipy's filters.
    [Fact]
    public void Two_dozen_pairs_are_judged_as_an_independent_implementation_judges_them()
    {
        using var folder = new TemporaryFolder();
        var (names, ours) = (new List<string>(), new List<(double One, double Five)>());
        foreach (var photograph in Photographs)
        {
            using var grey = Grey(photograph);
            var before = folder.Write($"{photograph}.png", grey.PngsaveBuffer());
            foreach (var quality in Qualities)
            {
                using var after = Image.NewFromBuffer(grey.JpegsaveBuffer(q: quality));
                names.AddRange(before, folder.Write($"{photograph}-{quality}.png", after.PngsaveBuffer()));
                var (score, scales) = MultiScaleSimilarity.Of(Plane(grey), Plane(after));
                ours.Add((scales[0].Whole, score));
            }
        }

        var theirs = Tool.Run("/usr/bin/python3", [Path.Combine(AppContext.BaseDirectory, "similarity.py"), .. names]).Trim().Split('\n')
            .Select(line => line.Split(' ').Select(number => double.Parse(number, CultureInfo.InvariantCulture)).ToArray()).ToList();
        Assert.Equal(Photographs.Length * Qualities.Length, theirs.Count);
        foreach (var (our, their) in ours.Zip(theirs))
        {
            Assert.Equal(their[0], our.One, 0.0005);
            Assert.Equal(their[1], our.Five, 0.0005);
        }
    }

    [Theory]
    [InlineData(640, 480)]
    [InlineData(13, 300)]
    [InlineData(5, 5)]
    [InlineData(1, 1)]
    public void The_same_picture_is_exactly_the_top(int width, int height)
    {
        using var noise = Image.Gaussnoise(width, height, sigma: 50, mean: 128, seed: 1).Cast(Enums.BandFormat.Uchar);
        Assert.Equal(1, MultiScaleSimilarity.Of(Plane(noise), Plane(noise)).Score, 1e-6);
    }

    internal static Image Grey(string demoName)
    {
        using var small = Image.Thumbnail(Demo.Source(demoName), 700);
        using var opaque = small.HasAlpha() ? small.Flatten([255.0]) : small.Copy();
        using var grey = opaque.Colourspace(Enums.Interpretation.Bw);
        return grey.Cast(Enums.BandFormat.Uchar).CopyMemory();
    }

    internal static TonePlane Plane(Image grey) => ColourPlanes.Of(grey.Width, grey.Height, grey.WriteToMemory<byte>()).Luma;
}
