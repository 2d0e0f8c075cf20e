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

/// <summary>What a tone and a headline cost: in making files, and for who watches while they are set.</summary>
internal static class TreatmentBench
{
    private const int Rounds = 3;
    private const int BenchWidth = 820;
    private static readonly int[] Widths = [1680, 1120, 560];
    private static readonly string[] Photographs =
        ["hill-flight.jpg", "beach-morning.jpg", "dune-box-kite.jpg", "line-spools.jpg", "workbench-topdown.jpg"];

    private static readonly (string Name, Func<int, SlotTreatments> Of)[] Treatments =
    [
        ("tone", step => new SlotTreatments(Toned(step))),
        ("headline", step => new SlotTreatments(Headline: Worded(step))),
        ("both", step => new SlotTreatments(Toned(step), Worded(step))),
    ];

    public static void Run(string demo)
    {
        Console.WriteLine($"Treatments: {Photographs.Length} photographs at {string.Join(", ", Widths)} px, treated ÷ without");
        foreach (var format in (PictureFormat[])[PictureFormat.Jpeg, PictureFormat.WebP, PictureFormat.Avif])
        {
            var slot = BenchSlots.Of(format, Widths, QualityRange.Default, null);
            var plain = Photographs.Sum(name => Files(Path.Combine(demo, name), slot));
            var treated = Treatments.Select(one => (one.Name, Time: Photographs.Sum(
                name => Files(Path.Combine(demo, name), slot with { Treatments = one.Of(15) }))));
            Console.WriteLine($"  {format,-8} {string.Join(", ", treated.Select(one => $"{one.Name} {one.Time / plain:0.00}"))}");
        }

        foreach (var (name, of) in Treatments)
        {
            var times = Photographs.SelectMany(picture => Looks(Path.Combine(demo, picture), of)).Order().ToList();
            Console.WriteLine(
                $"  A picture of {BenchWidth} px while it is set, {name}: median {times[times.Count / 2]:0} ms, 95 % within " +
                $"{times[times.Count * 95 / 100]:0} ms (wall clock, of {times.Count})");
        }
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

    private static IEnumerable<double> Looks(string path, Func<int, SlotTreatments> treatments)
    {
        var facts = SourceProbe.Probe(path, 300_000_000).Facts;
        using var source = DecodedSource.Open(path, facts);
        var slot = BenchSlots.Of(PictureFormat.Jpeg, [BenchWidth], QualityRange.Default, null);
        for (var step = 0; step < 20; step++)
        {
            var recipe = BenchSlots.Recipe(facts, slot with { Treatments = treatments(step) });
            var watch = Stopwatch.StartNew();
            using var pixels = VariantPixels.Make(source, recipe, PictureFormat.Jpeg);
            pixels.JpegsaveBuffer(q: 85, keep: Enums.ForeignKeep.None);
            yield return watch.Elapsed.TotalMilliseconds;
        }
    }

    // All of it beneath a text, which is the worst case.
    private static Tone Toned(int step) => new(new ToneDemand(SrgbColour.White, 3 + (step * 0.1)), PicturePart.Whole, null);

    private static SlotHeadline Worded(int step) => new($"Fresh winds for autumn {step}", "", HeadlineStyle.Usual);
}
