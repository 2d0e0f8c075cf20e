using Pantomet.Core.Destinations;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Bench;

/// <summary>What meeting a byte limit costs, in final encodes of the same file, over photographs, sizes, formats and caps from loose to tight.</summary>
internal static class ByteLimitBench
{
    private static readonly int[] Widths = [500, 1000, 1800];
    private static readonly double[] Shares = [1.2, 0.9, 0.75, 0.6];
    private static readonly PictureFormat[] Formats = [PictureFormat.Jpeg, PictureFormat.WebP, PictureFormat.Avif];

    public static void Run(string demo)
    {
        string[] photographs = ["hill-flight.jpg", "beach-morning.jpg", "dune-box-kite.jpg", "line-spools.jpg", "ribbon-tails-detail.jpg", "studio-delta.jpg"];
        Console.WriteLine($"Byte limits: {photographs.Length} photographs × {Widths.Length} widths × caps of {string.Join(", ", Shares)} times the weight at the best quality");
        Console.WriteLine("  format   cases   cost in final encodes   over cap   use 90 % of the cap, where the best quality exceeds it");
        foreach (var format in Formats)
        {
            var costs = new List<double>();
            var (over, tight, used) = (0, 0, 0);
            foreach (var photograph in photographs)
            {
                var path = Path.Combine(demo, photograph);
                var facts = SourceProbe.Probe(path, 300_000_000).Facts;
                using var source = DecodedSource.Open(path, facts);
                foreach (var width in Widths)
                    Measure(source, facts, format, width, costs, ref over, ref tight, ref used);
            }

            Console.WriteLine($"  {format,-8} {costs.Count,5}   {costs.Average(),21:0.00}   {over,8}   {used} of {tight}");
        }
    }

    private static void Measure(DecodedSource source, SourceFacts facts, PictureFormat format, int width, List<double> costs, ref int over, ref int tight, ref int used)
    {
        var free = BenchSlots.Of(format, [width], QualityRange.Usual, null);
        var best = MadeIn(source, facts, free, out var once);
        var pixels = Stopwatches.Least(2, () => VariantPixels.Make(source, SlotPlan.For(free, BenchSlots.Source(facts)).Variants[0], free, format).Dispose());
        foreach (var share in Shares)
        {
            var cap = (long)(best.File.Length * share);
            var made = MadeIn(source, facts, BenchSlots.Of(format, [width], QualityRange.Usual, cap), out var time);
            if (made.Findings.Count > 0)
                continue;
            costs.Add((time - pixels) / (once - pixels));
            over += made.File.Length > cap ? 1 : 0;
            tight += share < 1 ? 1 : 0;
            used += share < 1 && made.File.Length >= 0.9 * cap ? 1 : 0;
        }
    }

    private static MadeFile MadeIn(DecodedSource source, SourceFacts facts, Slot slot, out double seconds)
    {
        var variant = SlotPlan.For(slot, BenchSlots.Source(facts)).Variants[0];
        MadeFile? made = null;
        seconds = Stopwatches.Least(2, () => made = VariantMaker.Make(source, variant, slot));
        return made!;
    }
}
