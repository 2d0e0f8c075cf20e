using Pantomet.Core.Destinations;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Sources;

namespace Pantomet.Bench;

/// <summary>A run of ten photographs in twelve JPEG widths each, through the running server, against its codec floor.</summary>
internal static class RunBench
{
    private const int Photographs = 10;

    // Their scenes repeat after so many.
    private const int Scenes = 5;

    public static void Run(string demo)
    {
        using var folder = new Folder();
        var files = LargeSource.Photographs(demo, folder, Photographs);
        (string Id, int Width)[] slots = [.. BenchSlots.TwelveWidths.Select(width => ($"bench.w{width}", width))];
        double seconds;
        using (var server = new BenchServer())
        {
            server.Post("/api/destinations", BenchSlots.Document("bench", slots, 80));
            var ids = files.ConvertAll(server.TakeIn);
            // A server has its loops compiled once, not once a run.
            server.Run(ids[..1], [slots[^1].Id]);
            (seconds, _) = server.Run(ids, [.. slots.Select(slot => slot.Id)]);
        }

        var floor = files.Take(Scenes).Sum(path =>
        {
            var facts = SourceProbe.Probe(path, 300_000_000).Facts;
            var plan = SlotPlan.For(BenchSlots.Of(PictureFormat.Jpeg, BenchSlots.TwelveWidths, new QualityRange(80, 80), null), BenchSlots.Source(facts));
            var (decode, others) = CodecFloor.Of(path, facts, plan.Variants, 2);
            return decode + others;
        }) * Photographs / Scenes / Environment.ProcessorCount;
        Console.WriteLine($"Run: {Photographs} photographs of 12 to 18 megapixels in {slots.Length} JPEG widths, quality 80, through the server, which also scores, checks and keeps every file; {Environment.ProcessorCount} cores");
        Console.WriteLine($"  time: {seconds:0.0} s; ÷ codec floor ((decodes + resamples and encodes) ÷ cores): {seconds / floor:0.00}");
    }
}
