using System.Diagnostics;
using Pantomet.Imaging.Sources;

namespace Pantomet.Bench;

/// <summary>Taking in 48 photographs of 12 to 18 megapixels, a few at a time as the page sends them, against looking at the same files in
/// this process.</summary>
internal static class IntakeBench
{
    private const int Photographs = 48;
    private const int First = 6;
    private const int Turns = 4;
    private const int SentAtOnce = 3;

    public static void Run(string demo)
    {
        using var folder = new Folder();
        var files = LargeSource.Photographs(demo, folder, Photographs + First);
        using var server = new BenchServer();
        // What a server that was just started still has to compile, and to start, is not what an intake costs.
        files[Photographs..].ForEach(file => server.TakeIn(file));
        Look(files[Photographs..]);
        // By turns, so that what else the machine does meanwhile meets both.
        var (ours, bare) = (0.0, 0.0);
        foreach (var some in files[..Photographs].Chunk(Photographs / Turns))
        {
            var watch = Stopwatch.StartNew();
            Parallel.ForEach(some, new ParallelOptions { MaxDegreeOfParallelism = SentAtOnce }, file => server.TakeIn(file));
            ours += watch.Elapsed.TotalSeconds;
            bare += Look(some);
        }

        Console.WriteLine(
            $"Intake: {Photographs} photographs of 12 to 18 megapixels, {SentAtOnce} at a time, through the server; " +
            $"{Environment.ProcessorCount} cores");
        Console.WriteLine($"  time: {ours:0.0} s; ÷ looking at them in one process, on as many cores ({bare:0.0} s): {ours / bare:0.00}");
    }

    private static double Look(IReadOnlyCollection<string> files)
    {
        var watch = Stopwatch.StartNew();
        Parallel.ForEach(
            files, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount },
            file => SourceProbe.Probe(file, long.MaxValue));
        return watch.Elapsed.TotalSeconds;
    }
}
