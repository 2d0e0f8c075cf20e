using Pantomet.Core.Destinations;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Sources;

namespace Pantomet.Bench;

/// <summary>A run of twelve photographs in twelve JPEG widths each, through the running server, against its codec floor.</summary>
internal static class RunBench
{
    private const int Photographs = 12;
    private const int AtOnce = 4;

    public static void Run(string demo)
    {
        using var folder = new Folder();
        var files = LargeSource.Photographs(demo, folder, 1 + Photographs);
        (string Id, int Width)[] slots = [.. BenchSlots.TwelveWidths.Select(width => ($"bench.w{width}", width))];
        var slot = BenchSlots.Of(PictureFormat.Jpeg, BenchSlots.TwelveWidths, new QualityRange(80, 80), null);
        IReadOnlyList<PlannedVariant> Variants(SourceFacts facts) => SlotPlan.For(slot, BenchSlots.Source(facts)).Variants;
        using var server = new BenchServer();
        server.Post("/api/destinations", BenchSlots.Document("bench", slots, 80));
        var ids = files.ConvertAll(server.TakeIn);
        // A server is started, and compiled, once, not once a run.
        server.Run(ids[Photographs..], [.. slots.Select(slot => slot.Id)]);
        // By turns, so that what else the machine does meanwhile meets both.
        var (seconds, worked, floor, shared) = (0.0, 0.0, 0.0, 0.0);
        foreach (var some in Enumerable.Range(0, Photographs).Chunk(AtOnce))
        {
            var before = server.Worked();
            seconds += server.Run([.. some.Select(at => ids[at])], [.. slots.Select(slot => slot.Id)]).Seconds;
            worked += server.Worked() - before;
            IReadOnlyList<(string, SourceFacts)> sources = [.. some.Select(at => (files[at], SourceProbe.Probe(files[at], 300_000_000).Facts))];
            floor += some.Length * CodecFloor.Of(sources, Variants, 1);
            shared += some.Length * CodecFloor.Shared(sources, Variants, 1);
        }

        Console.WriteLine($"Run: {Photographs} photographs of 12 to 18 megapixels in {slots.Length} JPEG widths, quality 80, through the server, which also scores, checks and keeps every file; {Environment.ProcessorCount} cores");
        Console.WriteLine($"  its cores were at work {worked / seconds / Environment.ProcessorCount:0%} of the time");
        Console.WriteLine($"  time: {seconds:0.0} s; ÷ codec floor (a decode of each source, a resample and an encode of each variant, on as many cores): {seconds / floor:0.00}");
        Console.WriteLine($"  ÷ the same where variants share their resampling, as the run does: {seconds / shared:0.00}");
    }
}
