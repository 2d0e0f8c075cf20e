using Pantomet.Core.Destinations;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Sources;

namespace Pantomet.Bench;

/// <summary>A run of ten photographs in twelve JPEG widths each, through the running server, against its codec floor.</summary>
internal static class RunBench
{
    private const int Photographs = 10;

    public static void Run(string demo)
    {
        using var folder = new Folder();
        var files = LargeSource.Photographs(demo, folder, 1 + Photographs);
        (string Id, int Width)[] slots = [.. BenchSlots.TwelveWidths.Select(width => ($"bench.w{width}", width))];
        double seconds, worked;
        using (var server = new BenchServer())
        {
            server.Post("/api/destinations", BenchSlots.Document("bench", slots, 80));
            var ids = files.ConvertAll(server.TakeIn);
            // A server is started, and compiled, once, not once a run.
            server.Run(ids[^1..], [.. slots.Select(slot => slot.Id)]);
            ids.RemoveAt(Photographs);
            var before = server.Worked();
            (seconds, _) = server.Run(ids, [.. slots.Select(slot => slot.Id)]);
            worked = server.Worked() - before;
        }

        var sources = files[..Photographs].ConvertAll(path => (path, SourceProbe.Probe(path, 300_000_000).Facts));
        var slot = BenchSlots.Of(PictureFormat.Jpeg, BenchSlots.TwelveWidths, new QualityRange(80, 80), null);
        IReadOnlyList<PlannedVariant> Variants(SourceFacts facts) => SlotPlan.For(slot, BenchSlots.Source(facts)).Variants;
        var (floor, shared) = (Photographs * CodecFloor.Of(sources, Variants, 2), Photographs * CodecFloor.Shared(sources, Variants, 2));
        Console.WriteLine($"Run: {Photographs} photographs of 12 to 18 megapixels in {slots.Length} JPEG widths, quality 80, through the server, which also scores, checks and keeps every file; {Environment.ProcessorCount} cores");
        Console.WriteLine($"  its cores were at work {worked / seconds / Environment.ProcessorCount:0%} of the time");
        Console.WriteLine($"  time: {seconds:0.0} s; ÷ codec floor (a decode of each source, a resample and an encode of each variant, on as many cores): {seconds / floor:0.00}");
        Console.WriteLine($"  ÷ the same where variants share their resampling, as the run does: {seconds / shared:0.00}");
    }
}
