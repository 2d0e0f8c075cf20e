using System.Diagnostics;
using System.Text.Json.Nodes;

namespace Pantomet.Bench;

/// <summary>Live framing: one source of 20 megapixels in 40 shapes, asked for as fast as a drag asks.</summary>
internal static class FramingBench
{
    private const int Shapes = 40;
    private const int Requests = 400;

    public static void Run(string demo)
    {
        using var folder = new Folder();
        using var server = new BenchServer();
        server.Post("/api/destinations", Destination());
        var source = server.TakeIn(LargeSource.Enlarged(Path.Combine(demo, "workbench-topdown.jpg"), folder.Path("source.jpg"), 1.436));
        var framing = JsonNode.Parse(server.Http.GetStringAsync(new Uri($"/api/framings/{source}", UriKind.Relative)).Result)!;
        if (framing["places"]!.AsArray().Count != Shapes)
            throw new InvalidOperationException($"{Shapes} shapes were wanted.");

        // Answered without a look at the library.
        var empty = Timed(_ => server.Http.GetAsync(new Uri("/api/nothing", UriKind.Relative)).Result.ReasonPhrase!);
        var drawn = Timed(at => server.Post($"/api/framings/{source}/try", Subject(at)));
        var dragged = Timed(at => server.Post($"/api/framings/{source}/try", Crop(at)));
        Console.WriteLine(
            $"Live framing: a 20-megapixel source in {Shapes} shapes, the demo's over and over; {Requests} requests each, over HTTP on " +
            $"this machine");
        Console.WriteLine(
            $"  p95 of drawing the subject:  {drawn.P95:0.0} ms (p50 {drawn.P50:0.0} ms), {drawn.P95 / empty.P95:0} × an empty request's " +
            $"{empty.P95:0.00} ms");
        Console.WriteLine($"  p95 of dragging one crop:    {dragged.P95:0.0} ms (p50 {dragged.P50:0.0} ms), {dragged.P95 / empty.P95:0} ×");
    }

    private static (double P50, double P95) Timed(Func<int, string> request)
    {
        for (var at = 0; at < 30; at++)
            request(at);
        var times = new double[Requests];
        for (var at = 0; at < Requests; at++)
        {
            var watch = Stopwatch.StartNew();
            request(at);
            times[at] = watch.Elapsed.TotalMilliseconds;
        }

        Array.Sort(times);
        return (times[Requests / 2], times[Requests * 95 / 100]);
    }

    // A subject that grows as it moves: for some shapes it fits, for some it is cut, for some it is covered.
    private static JsonObject Subject(int at) => new()
    {
        ["act"] = "decide",
        ["subject"] =
            new JsonObject { ["x"] = 200 + (at * 5), ["y"] = 300 + (at * 3), ["width"] = 700 + (at * 4), ["height"] = 900 + (at * 3) },
    };

    private static JsonObject Crop(int at) => new()
    {
        ["act"] = "crop",
        ["slot"] = "bench.s0",
        ["crop"] = new JsonObject { ["x"] = at, ["y"] = at / 2, ["width"] = 1500 + at, ["height"] = 1500 + at },
    };

    // The demo's slots over and over, so that shapes, ladders and zones are as mixed as in a real library.
    private static JsonObject Destination()
    {
        var files = Directory.EnumerateFiles(Path.Combine(Repository.Root, "demo", "destinations"), "*.json").Order(StringComparer.Ordinal);
        var demo = files.SelectMany(file => JsonNode.Parse(File.ReadAllText(file))!["slots"]!.AsArray())
            .Where(slot => slot!["tiers"] is null).ToList();
        var slots = new JsonArray();
        for (var at = 0; at < Shapes; at++)
        {
            var slot = demo[at % demo.Count]!.DeepClone();
            (slot["id"], slot["name"]) = ($"bench.s{at}", $"shape {at}");
            slots.Add(slot);
        }

        return new JsonObject
        {
            ["format"] = "pantomet-destination-1",
            ["id"] = "bench",
            ["name"] = "Bench",
            ["kind"] = "site",
            ["slots"] = slots
        };
    }
}
