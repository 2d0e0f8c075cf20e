using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Pantomet.Bench;

/// <summary>The built server in a process of its own, on an empty data folder that is gone afterwards.</summary>
internal sealed class BenchServer : IDisposable
{
    private readonly DirectoryInfo? own;
    private readonly Process process;

    /// <param name="folder">The data folder, which stays; null for one of its own.</param>
    public BenchServer(string? folder = null)
    {
        own = folder is null ? Directory.CreateTempSubdirectory("pantomet-bench-") : null;
        var server = Path.Combine(Repository.Root, ".build", "app", "Pantomet.Server.dll");
        process = Process.Start(
            new ProcessStartInfo(
                "dotnet", [server, "--data", folder ?? own!.FullName, "--urls", "http://127.0.0.1:0"])
            { RedirectStandardOutput = true })!;
        string? line;
        while ((line = process.StandardOutput.ReadLine()) is not null && !line.StartsWith("Pantomet is ready: ", StringComparison.Ordinal))
        {
        }

        Http = new HttpClient
        {
            BaseAddress = new Uri(
            line?["Pantomet is ready: ".Length..] ?? throw new InvalidOperationException("The server did not start."))
        };
        _ = process.StandardOutput.ReadToEndAsync();
    }

    public HttpClient Http { get; }

    /// <summary>Takes a file in and gives its id.</summary>
    public string TakeIn(string path)
    {
        using var form =
            new MultipartFormDataContent { { new ByteArrayContent(File.ReadAllBytes(path)), "files", Path.GetFileName(path) } };
        using var answer = Http.PostAsync(new Uri("/api/sources", UriKind.Relative), form).Result.EnsureSuccessStatusCode();
        return (string)answer.Content.ReadFromJsonAsync<JsonArray>().Result![0]!["source"]!["id"]!;
    }

    /// <summary>Renders, and gives the seconds that it took.</summary>
    public (double Seconds, JsonNode Run) Run(List<string> sources, string[] slots)
    {
        var watch = Stopwatch.StartNew();
        var id = JsonNode.Parse(
            Post("/api/runs",
                new JsonObject
                {
                    ["sources"] = JsonSerializer.SerializeToNode(sources),
                    ["slots"] = JsonSerializer.SerializeToNode(slots)
                }))!["id"];
        while (true)
        {
            var run = JsonNode.Parse(Http.GetStringAsync(new Uri($"/api/runs/{id}", UriKind.Relative)).Result)!;
            if ((string)run["state"]! == "done")
                return (watch.Elapsed.TotalSeconds, run);
            Thread.Sleep(20);
        }
    }

    /// <summary>Seconds that its threads worked on all cores together.</summary>
    public double Worked()
    {
        process.Refresh();
        return process.TotalProcessorTime.TotalSeconds;
    }

    /// <summary>The most bytes that the process ever held, as Linux counts them.</summary>
    public long PeakMemory() =>
        1024 * long.Parse(
            File.ReadLines($"/proc/{process.Id}/status").Single(line => line.StartsWith("VmHWM", StringComparison.Ordinal))
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)[1], CultureInfo.InvariantCulture);

    /// <summary>Bytes that the process and those that it started hold at this moment.</summary>
    public long MemoryOfAll() =>
        Held(process.Id) + Directory.EnumerateDirectories($"/proc/{process.Id}/task").SelectMany(Children).Distinct()
            .Sum(child => Held(int.Parse(child, CultureInfo.InvariantCulture)));

    private static IEnumerable<string> Children(string thread)
    {
        try
        {
            return File.ReadAllText($"{thread}/children").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        }
        catch (IOException)
        {
            // The thread has ended.
            return [];
        }
    }

    private static long Held(int id)
    {
        try
        {
            return 1024 * long.Parse(
                File.ReadLines($"/proc/{id}/status").Single(line => line.StartsWith("VmRSS", StringComparison.Ordinal))
                    .Split(' ', StringSplitOptions.RemoveEmptyEntries)[1], CultureInfo.InvariantCulture);
        }
        catch (Exception ended) when (ended is IOException or InvalidOperationException)
        {
            return 0;
        }
    }

    /// <summary>Sends JSON and reads the whole answer.</summary>
    public string Post(string path, JsonNode body)
    {
        using var answer = Http.PostAsJsonAsync(path, body).Result.EnsureSuccessStatusCode();
        return answer.Content.ReadAsStringAsync().Result;
    }

    public void Dispose()
    {
        Http.Dispose();
        process.Kill();
        process.WaitForExit();
        process.Dispose();
        own?.Delete(recursive: true);
    }
}
