using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Bench;

/// <summary>What thorough effort costs and saves against quick effort at the same looks. The editor of a slot states these
/// figures.</summary>
internal static class EffortBench
{
    // Good: what every format reaches on every photograph.
    private const double Points = 66;
    private const int Width = 1200;

    private static readonly string[] Photographs =
        ["hill-flight.jpg", "beach-morning.jpg", "dune-box-kite.jpg", "line-spools.jpg", "ribbon-tails-detail.jpg", "studio-delta.jpg",
            "workbench-topdown.jpg"];

    public static void Run(string demo)
    {
        Console.WriteLine(
            $"Effort: {Photographs.Length} photographs at {Width} px, the lightest file of a score of {Points}, thorough ÷ quick");
        Console.WriteLine("  format   bytes   time of an encode");
        foreach (var format in (PictureFormat[])[PictureFormat.Jpeg, PictureFormat.WebP, PictureFormat.Avif])
        {
            var ratios = Photographs.Select(name => Compare(Path.Combine(demo, name), format)).ToList();
            Console.WriteLine(
                $"  {format,-8} {ratios.Average(ratio => ratio.Bytes),5:0.00}   {ratios.Average(ratio => ratio.Time),17:0.0}");
        }
    }

    private static (double Bytes, double Time) Compare(string path, PictureFormat format)
    {
        var facts = SourceProbe.Probe(path, 300_000_000).Facts;
        using var source = DecodedSource.Open(path, facts);
        var (quickBytes, quickTime) = Lightest(source, facts, format, Effort.Quick);
        var (thoroughBytes, thoroughTime) = Lightest(source, facts, format, Effort.Thorough);
        return (thoroughBytes / quickBytes, thoroughTime / quickTime);
    }

    private static (double Bytes, double Time) Lightest(DecodedSource source, SourceFacts facts, PictureFormat format, Effort effort)
    {
        var slot = BenchSlots.Of(format, [Width], new QualityRange(1, 100), null) with { Effort = effort };
        using var picture = FinishedPicture.Make(source, BenchSlots.Recipe(facts, slot), format);
        var trials = picture.TrialsWith(picture.Settings);
        // Between the two qualities around the score, as if quality had no steps.
        var (low, high) = (1, 100);
        while (high - low > 1)
        {
            var middle = (low + high) / 2;
            if (trials.PointsOf(trials.At(middle)) >= Points)
                high = middle;
            else
                low = middle;
        }

        var (under, over) = (trials.At(low), trials.At(high));
        var rise = trials.PointsOf(over) - trials.PointsOf(under);
        var share = rise > 0 ? (Points - trials.PointsOf(under)) / rise : 1;
        return (under.Bytes +
            (share * (over.Bytes - under.Bytes)), Stopwatches.Least(2, () => Encoder.Lossy(picture.Image, format, high, picture.Settings)));
    }
}
