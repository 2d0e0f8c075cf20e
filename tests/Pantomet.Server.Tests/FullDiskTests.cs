using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

/// <summary>A real file system that is full: the server stays up and says it, people can clear room, and everything goes on.</summary>
public sealed class FullDiskTests : IDisposable
{
    private const int Megabytes = 48;
    private readonly DirectoryInfo mounted = Directory.CreateTempSubdirectory("pantomet-disk-");
    private readonly bool isMounted;
    private readonly ServerProcess server;

    public FullDiskTests()
    {
        isMounted = Run("mount", "-t", "tmpfs", "-o", $"size={Megabytes}m", "tmpfs", mounted.FullName);
        server = new ServerProcess(mounted.FullName);
    }

    public void Dispose()
    {
        server.Dispose();
        if (isMounted)
            Run("umount", "-l", mounted.FullName);
        mounted.Delete(recursive: true);
    }

    [Fact]
    public async Task In_whatever_it_fills_up()
    {
        // Only root may mount; where the tests run by somebody else, faults in writing are tried by IntakeTests and FaultTests alone.
        if (!isMounted)
            return;
        await server.StartAsync();
        (await server.SendAsync(HttpMethod.Post, "/api/destinations", Documents.Of("shop", ("shop.a", [300, 200])))).EnsureSuccessStatusCode();
        var spool = await File.ReadAllBytesAsync(Library.Demo("spool-small.jpg"));
        var id = (string)(await server.TakeInAsync("spool.jpg", spool))["source"]!["id"]!;

        Fill();
        var health = await server.Http.GetAsync(new Uri("/healthz", UriKind.Relative));
        Assert.Equal(HttpStatusCode.InsufficientStorage, health.StatusCode);
        Assert.Contains("The disk of the server is full", await health.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        // Filled again: the reserve that was given away is taken too.
        Fill();
        var refused = await server.TakeInAsync("ribbon.jpg", await File.ReadAllBytesAsync(Library.Demo("ribbon-tails-detail.jpg")));
        Assert.Equal("/problems/disk-full", (string)refused["problem"]!["type"]!);
        foreach (var (method, path, body) in ((HttpMethod, string, object?)[])
        [
            (HttpMethod.Put, "/api/destinations/shop", Documents.Of("shop", ("shop.a", [300, 200]), ("shop.b", [100]))),
            (HttpMethod.Patch, $"/api/sources/{id}", new { altText = "A spool" }),
            (HttpMethod.Post, "/api/runs", new { sources = (string[])[id], slots = (string[])["shop.a"] }),
            (HttpMethod.Post, "/api/packages", new { }),
        ])
        {
            using var answer = await server.SendAsync(method, path, body);
            Assert.True(answer.IsSuccessStatusCode || answer.StatusCode == HttpStatusCode.InsufficientStorage, $"{path}: {answer.StatusCode} {await answer.Content.ReadAsStringAsync()}");
        }

        // Reading goes on; a start on the full disk comes up, or says why not.
        (await server.Http.GetAsync(new Uri("/api/board", UriKind.Relative))).Dispose();
        await server.KillAsync();
        server.Begin();
        for (var attempt = 0; attempt < 300 && !server.Said.Contains("ready", StringComparison.Ordinal) && !server.Said.Contains("disk", StringComparison.Ordinal); attempt++)
            await Task.Delay(100);
        Assert.DoesNotContain("   at ", server.Said.Split('\n').Where(line => !line.Contains("EROR", StringComparison.Ordinal)).FirstOrDefault(line => line.StartsWith("Unhandled", StringComparison.Ordinal)) ?? "", StringComparison.Ordinal);
        await server.KillAsync();

        // Room again: everything goes on.
        File.Delete(Path.Combine(mounted.FullName, "filler"));
        await server.StartAsync();
        Assert.Equal("ready", await server.Http.GetStringAsync(new Uri("/healthz", UriKind.Relative)));
        (await server.SendAsync(HttpMethod.Put, "/api/destinations/shop", Documents.Of("shop", ("shop.a", [300, 200])))).EnsureSuccessStatusCode();
        using var run = await server.SendAsync(HttpMethod.Post, "/api/runs", new { sources = (string[])[id], slots = (string[])["shop.a"] });
        var runId = (string)(await run.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        var done = await server.UntilAsync($"/api/runs/{runId}", state => (string)state["state"]! == "done");
        Assert.Equal((2, 2), ((int)done["total"]!, (int)done["done"]!));
        // While it runs, in a run and a package: the disk fills up, and they end with a finding or a sentence.
        Fill();
        foreach (var answer in new[] { await server.SendAsync(HttpMethod.Post, "/api/packages", new { }), await server.SendAsync(HttpMethod.Delete, "/api/space/previews") })
            Assert.True(answer.IsSuccessStatusCode || answer.StatusCode == HttpStatusCode.InsufficientStorage, $"{answer.StatusCode}");
        File.Delete(Path.Combine(mounted.FullName, "filler"));
        using var package = await server.SendAsync(HttpMethod.Post, "/api/packages", new { });
        var packageId = (string)(await package.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        Assert.Equal("done", (string)(await server.UntilAsync($"/api/packages/{packageId}", made => (string)made["state"]! != "queued"))["state"]!);
        (await server.CheckAsync([id])).Dispose();
    }

    // To the last byte.
    private void Fill()
    {
        using var filler = new FileStream(Path.Combine(mounted.FullName, "filler"), FileMode.Append, FileAccess.Write, FileShare.None, 1);
        foreach (var size in (int[])[1 << 20, 1 << 12, 1])
        {
            try
            {
                var some = new byte[size];
                while (true)
                    filler.Write(some);
            }
            catch (IOException)
            {
                // Smaller pieces may fit yet.
            }
        }
    }

    private static bool Run(string program, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardError = true })!;
        process.WaitForExit();
        return process.ExitCode == 0;
    }
}
