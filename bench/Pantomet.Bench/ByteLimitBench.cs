using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Runs;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Bench;

/// <summary>What meeting a byte limit costs, in final encodes of the same file, over photographs, sizes, formats and caps from loose to
/// tight; and whether what it says is so.</summary>
internal static class ByteLimitBench
{
    private static readonly int[] Widths = [400, 700, 1000, 1800, 2500];
    private static readonly double[] Shares = [1.2, 0.8, 0.5, 0.25, 0.1];
    private static readonly PictureFormat[] Formats = [PictureFormat.Jpeg, PictureFormat.WebP, PictureFormat.Avif];

    private static readonly string[] Photographs =
    [
        "hill-flight.jpg", "beach-morning.jpg", "dune-box-kite.jpg", "line-spools.jpg", "ribbon-tails-detail.jpg", "studio-delta.jpg",
            "workbench-topdown.jpg",
    ];

    public static void Run(string demo)
    {
        var shares = string.Join(", ", Shares);
        Console.WriteLine(
            $"Byte limits: {Photographs.Length} photographs × widths {string.Join(", ", Widths)} × caps of {shares} times the weight at " +
            $"the best quality; quick effort, floor {ScoreDemand.Default.Min}");
        Console.WriteLine(
            "  format   cases   cost in final encodes (mean, median, 90 %)   over cap   use 90 % of the cap, where the best quality " +
            "exceeds it   stopped, confirmed by brute force");
        foreach (var format in Formats)
        {
            var tally = new Tally();
            // Once before it counts, as in a server that has been up for a while.
            foreach (var (photograph, counts) in Photographs.Select(name => (name, true)).Prepend((Photographs[0], false)))
            {
                var path = Path.Combine(demo, photograph);
                var facts = SourceProbe.Probe(path, 300_000_000).Facts;
                using var source = DecodedSource.Open(path, facts);
                foreach (var width in Widths)
                    Measure(source, facts, format, width, counts ? tally : new Tally());
            }

            var costs = tally.Costs.Order().ToList();
            Console.WriteLine(
                $"  {format,-8} {tally.Cases,5}   {costs.Average(),14:0.00} {costs[costs.Count / 2],8:0.00} " +
                $"{costs[costs.Count * 9 / 10],6:0.00}   {tally.Over,20}   {tally.Used,30} of {tally.Tight,-20}   {tally.Confirmed} of " +
                $"{tally.Stopped}");
        }
    }

    private static void Measure(DecodedSource source, SourceFacts facts, PictureFormat format, int width, Tally tally)
    {
        var free = BenchSlots.Of(format, [width], QualityRange.Default, null);
        // A picture that is too small for a size is no case of it.
        if (SlotPlan.For(free, BenchSlots.Source(facts)).Variants is not [var variant, ..])
            return;
        using var picture = FinishedPicture.Make(source, BenchSlots.Recipe(facts, variant, free), format);
        var best = Encoder.Lossy(picture.Image, format, QualityScale.For(85, format), picture.Settings);
        foreach (var share in Shares)
        {
            var cap = (long)(best.Length * share);
            var slot = free with { Limits = new FileLimits(new ByteCount(cap), null, null) };
            Weighed? weighed = null;
            // A picture that has not been looked at yet, as in a run; making its pixels is not part of the search.
            var time = Enumerable.Range(0, 2).Min(_ =>
            {
                using var fresh = FinishedPicture.Make(source, BenchSlots.Recipe(facts, variant, free), format);
                return Stopwatches.Least(1, () => weighed = Weigher.Weigh(WeightDemand.Of(slot), format, fresh.TrialsWith(fresh.Settings)));
            });
            tally.Cases++;
            if (weighed!.Conflict != Conflict.None)
            {
                tally.Stopped++;
                tally.Confirmed += CanBeMade(picture, slot) ? 0 : 1;
                continue;
            }

            var once = Stopwatches.Least(2, () => Encoder.Lossy(picture.Image, format, weighed.Trial.Quality, picture.Settings));
            tally.Costs.Add(time / once);
            tally.Over += weighed.Trial.Bytes > cap ? 1 : 0;
            tally.Tight += share < 1 ? 1 : 0;
            tally.Used += share < 1 && weighed.Trial.Bytes >= 0.9 * cap ? 1 : 0;
        }
    }

    // Every quality there is: does one meet cap and floor?
    private static bool CanBeMade(FinishedPicture picture, Slot slot)
    {
        var range = QualityScale.For(slot.Quality, picture.Format);
        for (var quality = range.Min; quality <= range.Max; quality++)
        {
            var file = Encoder.Lossy(picture.Image, picture.Format, quality, picture.Settings);
            if (file.LongLength > slot.Limits.MaxBytes!.Value.Bytes)
                return false;
            if (picture.PointsOf(file) >= slot.Score.Min)
                return true;
        }

        return false;
    }

    private sealed class Tally
    {
        public List<double> Costs { get; } = [];

        public int Cases { get; set; }

        public int Over { get; set; }

        public int Tight { get; set; }

        public int Used { get; set; }

        public int Stopped { get; set; }

        public int Confirmed { get; set; }
    }
}
