namespace Pantomet.Bench;

/// <summary>The most memory that the server ever holds while it takes in 100 camera files and makes 600 variants of them.</summary>
internal static class MemoryBench
{
    private const int Photographs = 100;

    public static void Run(string demo)
    {
        using var folder = new Folder();
        var files = LargeSource.Photographs(demo, folder, Photographs);
        using var server = new BenchServer();
        (string, int)[] slots =
            [("bench.a", 2500), ("bench.b", 2000), ("bench.c", 1500), ("bench.d", 1000), ("bench.e", 600), ("bench.f", 300)];
        server.Post("/api/destinations", BenchSlots.Document("bench", slots, 80));
        var ids = files.ConvertAll(server.TakeIn);
        var atIntake = server.PeakMemory();
        var (seconds, run) = server.Run(ids, [.. slots.Select(slot => slot.Item1)]);
        Console.WriteLine(
            $"Memory: {Photographs} photographs of 12 to 18 megapixels taken in, {run["done"]} variants made in {seconds:0} s");
        Console.WriteLine(
            $"  most memory of the server's process: {atIntake / 1e6:0} MB after the intake, " +
            $"{server.PeakMemory() / 1e6:0} MB after the run");
    }
}
