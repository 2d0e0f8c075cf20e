using System.Diagnostics;
using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Treatments;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Bench;

/// <summary>What a tone costs: in making files, and for who watches while it is set.</summary>
internal static class TreatmentBench
{
    private const int Rounds = 3;
    private const int BenchWidth = 820;
    private static readonly int[] Widths = [1680, 1120, 560];
    private static readonly string[] Photographs =
        ["hill-flight.jpg", "beach-morning.jpg", "dune-box-kite.jpg", "line-spools.jpg", "workbench-topdown.jpg"];

    public static void Run(string demo)
    {
        Console.WriteLine($"Treatments: {Photographs.Length} photographs at {string.Join(", ", Widths)} px, with a tone ÷ without");
        foreach (var format in (PictureFormat[])[PictureFormat.Jpeg, PictureFormat.WebP])
        {
            var slot = BenchSlots.Of(format, Widths, QualityRange.Default, null);
            var (plain, toned) = (0.0, 0.0);
            foreach (var name in Photographs)
            {
                plain += Files(Path.Combine(demo, name), slot);
                toned += Files(Path.Combine(demo, name), slot with { Treatments = Toned(4.5) });
            }

            Console.WriteLine($"  {format,-8} {toned / plain:0.00}");
        }

        var times = Photographs.SelectMany(name => Looks(Path.Combine(demo, name))).Order().ToList();
        Console.WriteLine(
            $"  A picture of {BenchWidth} px while a tone is set, all of it beneath the text: median {times[times.Count / 2]:0} ms, 95 % " +
            $"within {times[times.Count * 95 / 100]:0} ms (wall clock, of {times.Count})");
    }

    // The least of a few, each opened anew: what was found is remembered with the source.
    private static double Files(string path, Slot slot)
    {
        var facts = SourceProbe.Probe(path, 300_000_000).Facts;
        return Stopwatches.Least(Rounds, () =>
        {
            using var source = DecodedSource.Open(path, facts);
            foreach (var variant in Core.Runs.SlotPlan.For(slot, BenchSlots.Source(facts)).Variants)
                VariantMaker.Make(source, BenchSlots.Recipe(facts, variant, slot));
        });
    }

    private static IEnumerable<double> Looks(string path)
    {
        var facts = SourceProbe.Probe(path, 300_000_000).Facts;
        using var source = DecodedSource.Open(path, facts);
        var slot = BenchSlots.Of(PictureFormat.Jpeg, [BenchWidth], QualityRange.Default, null);
        for (var step = 0; step < 20; step++)
        {
            var recipe = BenchSlots.Recipe(facts, slot with { Treatments = Toned(3 + (step * 0.1)) });
            var watch = Stopwatch.StartNew();
            using var pixels = VariantPixels.Make(source, recipe, PictureFormat.Jpeg);
            pixels.JpegsaveBuffer(q: 85, keep: Enums.ForeignKeep.None);
            yield return watch.Elapsed.TotalMilliseconds;
        }
    }

    private static SlotTreatments Toned(double contrast) =>
        new(new Tone(new ToneDemand(SrgbColour.White, contrast), PicturePart.Whole, null), null);
}
