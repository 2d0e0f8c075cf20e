using System.Diagnostics;

namespace Pantomet.Bench;

/// <summary>48 photographs of 12 to 18 megapixels to 1,500 px, JPEG quality 80, through the running server: against vipsthumbnail, and again when nothing is stale.</summary>
internal static class BatchBench
{
    private const int Photographs = 48;

    public static void Run(string demo)
    {
        using var folder = new Folder();
        var files = LargeSource.Photographs(demo, folder, Photographs);
        using var server = new BenchServer();
        server.Post("/api/destinations", BenchSlots.Document("bench", [("bench.content", 1500)], 80));
        var ids = files.ConvertAll(server.TakeIn);
        Console.WriteLine($"Batch: {Photographs} photographs of 12 to 18 megapixels to 1,500 px, JPEG quality 80, through the server; {Environment.ProcessorCount} cores");
        var (ours, run) = server.Run(ids, ["bench.content"]);
        Console.WriteLine($"  time: {ours:0.0} s; {run["done"]} files, {(long)run["bytesIn"]! / 1e6:0} MB in, {(long)run["bytesOut"]! / 1e6:0.0} MB out");
        if (LadderBench.HasVipsthumbnail())
        {
            var watch = Stopwatch.StartNew();
            using (var shell = Process.Start(new ProcessStartInfo("sh", ["-c", $"printf '%s\\n' {folder.Path("*.jpg")} | xargs -P{Environment.ProcessorCount} -n1 vipsthumbnail --size 1500x -o '{folder.Path("their-%s.jpg")}[Q=80,optimize_coding,interlace,strip]'"]))!)
                shell.WaitForExit();
            var made = Directory.GetFiles(folder.Path("."), "their-*").Length;
            Console.WriteLine($"  time ÷ vipsthumbnail by xargs -P{Environment.ProcessorCount} ({made} files, {watch.Elapsed.TotalSeconds:0.0} s): {ours / watch.Elapsed.TotalSeconds:0.00}");
        }

        // The same again: everything is known by its recipe.
        var (again, _) = server.Run(ids, ["bench.content"]);
        Console.WriteLine($"  nothing stale: time ÷ first time: {again / ours:0.000}");
    }
}
