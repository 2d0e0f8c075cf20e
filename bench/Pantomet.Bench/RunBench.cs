using System.Text.Json.Nodes;
using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;

namespace Pantomet.Bench;

/// <summary>A run of twelve photographs in twelve JPEG widths each, through the running server, against its codec floor.</summary>
internal static class RunBench
{
    private const int Photographs = 12;

    // After so many a server that was just started has been compiled for the most part; that happens once a start, not once a run.
    private const int Before = 6;
    private const int AtOnce = 4;

    public static void Run(string demo)
    {
        using var folder = new Folder();
        var files = LargeSource.Photographs(demo, folder, Before + Photographs);
        (string Id, int Width)[] slots = [.. BenchSlots.TwelveWidths.Select(width => ($"bench.w{width}", width))];
        var slot = BenchSlots.Of(PictureFormat.Jpeg, BenchSlots.TwelveWidths, new QualityRange(80, 80), null);
        using var server = new BenchServer();
        server.Post("/api/destinations", BenchSlots.Document("bench", slots, 80));
        (string Id, int Width)[] treated = [.. BenchSlots.TwelveWidths.Select(width => ($"treated.w{width}", width))];
        server.Post("/api/destinations", Treated(BenchSlots.Document("treated", treated, 80)));
        var ids = files.ConvertAll(server.TakeIn);
        server.Run(ids[Photographs..], [.. slots.Select(slot => slot.Id)]);
        // By turns, so that what else the machine does meanwhile meets both.
        var (seconds, worked, floor, shared, withTreatments) = (0.0, 0.0, 0.0, 0.0, 0.0);
        foreach (var some in Enumerable.Range(0, Photographs).Chunk(AtOnce))
        {
            var before = server.Worked();
            seconds += server.Run([.. some.Select(at => ids[at])], [.. slots.Select(slot => slot.Id)]).Seconds;
            worked += server.Worked() - before;
            withTreatments += server.Run([.. some.Select(at => ids[at])], [.. treated.Select(slot => slot.Id)]).Seconds;
            IReadOnlyList<CodecFloor.Work> sources = [.. some.Select(at => CodecFloor.Work.For(files[at], slot))];
            floor += some.Length * CodecFloor.Of(sources, 1);
            shared += some.Length * CodecFloor.Shared(sources, 1);
        }

        Console.WriteLine(
            $"Run: {Photographs} photographs of 12 to 18 megapixels in {slots.Length} JPEG widths, quality 80, through the server, which " +
            $"also scores, checks and keeps every file; {Environment.ProcessorCount} cores");
        Console.WriteLine($"  its cores were at work {worked / seconds / Environment.ProcessorCount:0%} of the time");
        Console.WriteLine(
            $"  time: {seconds:0.0} s; ÷ codec floor (a decode of each source, a resample and an encode of each variant, on as many " +
            $"cores): {seconds / floor:0.00}");
        Console.WriteLine($"  ÷ the same where variants share their resampling, as the run does: {seconds / shared:0.00}");
        Console.WriteLine(
            $"  with a tone over all of each picture and a headline on it: {withTreatments / seconds:0.00} of the time without");
    }

    private static JsonObject Treated(JsonObject destination)
    {
        foreach (var slot in destination["slots"]!.AsArray())
            slot!["treatments"] = JsonNode.Parse("""{"tone":{"text":"light"},"headline":{"text":"Fresh winds for autumn"}}""");
        return destination;
    }
}
