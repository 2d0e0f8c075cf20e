using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Pantomet.Server.Tests.Hostile;

namespace Pantomet.Bench;

/// <summary>What pictures that are made to do harm cost: how long until there is an answer, how long others wait meanwhile, how much memory
/// all processes hold together.</summary>
internal static class HostileBench
{
    public static void Run()
    {
        Console.WriteLine(
            "Hostile pictures: seconds until there is an answer; the longest that /healthz takes meanwhile; the most memory of the " +
            "server and its decoders together");
        using var server = new BenchServer();
        // The first request to a server takes 0.8 s, whatever it is about.
        server.Http.GetStringAsync(new Uri("/healthz", UriKind.Relative)).Wait();
        foreach (var (name, make) in HostilePictures.All)
        {
            var bytes = make();
            using var ends = new CancellationTokenSource();
            var (slowest, most) = (0.0, 0L);
            var others = Task.Run(async () =>
            {
                while (!ends.IsCancellationRequested)
                {
                    var one = Stopwatch.StartNew();
                    await server.Http.GetStringAsync(new Uri("/healthz", UriKind.Relative));
                    slowest = Math.Max(slowest, one.Elapsed.TotalSeconds);
                    most = Math.Max(most, server.MemoryOfAll());
                    await Task.Delay(50);
                }
            });
            var watch = Stopwatch.StartNew();
            using var form = new MultipartFormDataContent { { new ByteArrayContent(bytes), "files", name } };
            using var answer = server.Http.PostAsync(new Uri("/api/sources", UriKind.Relative), form).Result.EnsureSuccessStatusCode();
            var seconds = watch.Elapsed.TotalSeconds;
            ends.Cancel();
            others.Wait();
            var entry = answer.Content.ReadFromJsonAsync<JsonArray>().Result![0]!;
            var outcome = entry["problem"] is { } problem ? ((string)problem["type"]!).Split('/')[^1] : "taken in";
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"  {name,-28} {bytes.Length / 1e3,8:#,0.0} kB  " +
                    $"{seconds,5:0.0} s  {slowest,5:0.00} s  {most / 1e6,6:#,0} MB  {outcome}"));
        }
    }
}
