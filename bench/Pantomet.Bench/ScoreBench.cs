using System.Globalization;
using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Kernels.Similarity;
using Pantomet.Core.Pictures;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Scoring;

namespace Pantomet.Bench;

/// <summary>How the visual score agrees with an independent judge, butteraugli (Debian: libjxl-devtools), and what it costs.</summary>
internal static class ScoreBench
{
    private static readonly string[] Pictures =
    [
        "hill-flight.jpg", "beach-morning.jpg", "dune-box-kite.jpg", "studio-delta.jpg", "line-spools.jpg", "ribbon-tails-detail.jpg",
        "workbench-topdown.jpg", "festival-panorama.jpg", "winder-handle.jpg", "size-guide.png",
    ];

    private static readonly (PictureFormat Format, int[] Qualities)[] Encodings =
        [(PictureFormat.Jpeg, [97, 92, 85, 75, 65, 50, 35, 20, 10]), (PictureFormat.WebP, [95, 85, 75, 60, 40, 20]),
            (PictureFormat.Avif, [85, 70, 55, 40, 25])];

    public static void Run(string demo)
    {
        using var folder = new Folder();
        var hasJudge = Judge.IsThere;
        var (scores, distances) = (new List<double>(), new List<double>());
        Imaging.VipsRuntime.Start();
        foreach (var name in Pictures)
        {
            using var small = Image.Thumbnail(Path.Combine(demo, name), 800);
            using var picture = (small.HasAlpha() ? small.Flatten([255.0]) : small).CopyMemory();
            picture.Pngsave(folder.Path("before.png"));
            foreach (var (format, quality) in Encodings.SelectMany(
                encoding => encoding.Qualities.Select(quality => (encoding.Format, quality))))
            {
                var file = Encoder.Lossy(picture, format, quality, new EncoderSettings(false, Effort.Quick, Enums.ForeignKeep.None));
                scores.Add(PictureScore.Of(picture, file, Fineness.FromHalf).Points);
                if (!hasJudge)
                    continue;
                using var after = Image.NewFromBuffer(file);
                after.Pngsave(folder.Path("after.png"));
                distances.Add(Judge.Distance(folder.Path("before.png"), folder.Path("after.png")));
            }
        }

        Console.WriteLine($"Visual score: {scores.Count} pairs, 800 px wide, JPEG, WebP and AVIF from best to worst");
        Console.WriteLine(hasJudge
            ? $"  rank correlation with butteraugli's 3-norm: {-RankCorrelation(scores, distances):0.000}"
            : "  butteraugli_main is not installed (Debian: libjxl-devtools); no correlation");
        Cost(demo);
    }

    private static void Cost(string demo)
    {
        using var picture = Image.Thumbnail(Path.Combine(demo, "workbench-topdown.jpg"), 2000).CopyMemory();
        var file = Encoder.Lossy(picture, PictureFormat.Jpeg, 80, new EncoderSettings(false, Effort.Quick, Enums.ForeignKeep.None));
        var encode = Stopwatches.Least(
            5, () => Encoder.Lossy(picture, PictureFormat.Jpeg, 80, new EncoderSettings(false, Effort.Quick, Enums.ForeignKeep.None)));
        using var before = PictureScore.Planes(picture, Fineness.FromHalf);
        using var lighter = PictureScore.Planes(picture, Fineness.FromHalf);
        foreach (ref var value in lighter.Luma.Values)
            value++;
        var score = Stopwatches.Least(15, () => VisualScore.Of(before, lighter));
        var all = Stopwatches.Least(15, () => PictureScore.Of(picture, file, Fineness.FromHalf));
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"  cost at {picture.Width} × {picture.Height}, in final JPEG encodes: {score / encode:0.00} to compare, " +
                $"{all / encode:0.00} with decoding and colour"));
    }

    // Spearman's: the correlation of ranks; no two values are equal here.
    private static double RankCorrelation(List<double> one, List<double> other)
    {
        static double[] Ranks(List<double> values)
        {
            var ranks = new double[values.Count];
            foreach (var (index, rank) in values.Select((value, index) => (value, index)).OrderBy(pair => pair.value)
                .Select((pair, rank) => (pair.index, rank)))
                ranks[index] = rank;
            return ranks;
        }

        var n = (double)one.Count;
        return 1 - (6 * Ranks(one).Zip(Ranks(other), (a, b) => (a - b) * (a - b)).Sum() / (n * ((n * n) - 1)));
    }
}
