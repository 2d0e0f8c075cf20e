using System.Diagnostics;

namespace Pantomet.Bench;

/// <summary>48 photographs of 12 to 18 megapixels to 1,500 px, JPEG quality 80, through the running server: against vipsthumbnail, and
/// again when nothing is stale.</summary>
internal static class BatchBench
{
    private const int Photographs = 48;
    private const int First = 6;
    private const int Turns = 6;

    public static void Run(string demo)
    {
        using var folder = new Folder();
        var files = LargeSource.Photographs(demo, folder, Photographs + First);
        using var server = new BenchServer();
        server.Post("/api/destinations", BenchSlots.Document("bench", [("bench.content", 1500)], 80));
        var ids = files.ConvertAll(server.TakeIn);
        Console.WriteLine(
            $"Batch: {Photographs} photographs of 12 to 18 megapixels to 1,500 px, JPEG quality 80, through the server; " +
            $"{Environment.ProcessorCount} cores");
        // What a server that was just started still has to compile is not what a batch costs; how much that is, is said.
        var (fresh, _) = server.Run(ids[Photographs..], ["bench.content"]);
        ids.RemoveRange(Photographs, First);
        // By turns, so that what else the machine does meanwhile meets both.
        var (ours, theirs, worked, bytesIn, bytesOut, isThere) = (0.0, 0.0, 0.0, 0L, 0L, LadderBench.HasVipsthumbnail());
        foreach (var some in Enumerable.Range(0, Photographs).Chunk(Photographs / Turns))
        {
            var before = server.Worked();
            var (seconds, run) = server.Run([.. some.Select(at => ids[at])], ["bench.content"]);
            (ours, worked, bytesIn, bytesOut) =
                (ours + seconds, worked + server.Worked() - before, bytesIn + (long)run["bytesIn"]!, bytesOut + (long)run["bytesOut"]!);
            theirs += isThere ? Thumbnails(some.Select(at => files[at])) : 0;
        }

        Console.WriteLine(
            $"  the first {First} by a server just started: time for each ÷ that of the others: " +
            $"{fresh / First / (ours / Photographs):0.00}");
        Console.WriteLine(
            $"  time: {ours:0.0} s, its cores at work {worked / ours / Environment.ProcessorCount:0%} of it; {bytesIn / 1e6:0} MB in, " +
            $"{bytesOut / 1e6:0.0} MB out");
        if (isThere)
            Console.WriteLine($"  time ÷ vipsthumbnail by xargs -P{Environment.ProcessorCount} ({theirs:0.0} s): {ours / theirs:0.00}");

        // The same again: everything is known by its recipe.
        var (again, _) = server.Run(ids, ["bench.content"]);
        Console.WriteLine($"  nothing stale: time ÷ first time: {again / ours:0.000}");
    }

    private static double Thumbnails(IEnumerable<string> files)
    {
        var watch = Stopwatch.StartNew();
        using var shell = Process.Start(
            new ProcessStartInfo(
                "xargs", [$"-P{Environment.ProcessorCount}", "-n1", "vipsthumbnail", "--size", "1500x", "-o",
                    "their-%s.jpg[Q=80,optimize_coding,interlace,strip]"])
            { RedirectStandardInput = true })!;
        shell.StandardInput.Write(string.Join('\n', files));
        shell.StandardInput.Close();
        shell.WaitForExit();
        return shell.ExitCode == 0 ? watch.Elapsed.TotalSeconds : throw new InvalidOperationException("vipsthumbnail failed.");
    }
}
