using System.IO.Compression;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Pantomet.Server.Tests.Hostile;

namespace Pantomet.Server.Tests;

/// <summary>Killed at any moment of whatever it does, the server loses nothing that was acknowledged, and the next start goes on.</summary>
public sealed class KillTests : IDisposable
{
    private const int Kills = 20;
    private readonly ServerProcess server = new();
    private readonly Random random = new(4711);

    public void Dispose() => server.Dispose();

    [Fact]
    public async Task At_any_moment_of_a_start_and_of_an_upgrade()
    {
        var old = Path.Combine(Repository.Root, "tests", "Pantomet.Server.Tests", "OldLibraries", "before-results.zip");
        ZipFile.ExtractToDirectory(old, server.DataFolder);
        for (var kill = 0; kill < Kills; kill++)
        {
            server.Begin();
            await Task.Delay(random.Next(150, 1600));
            await server.KillAsync();
            bool isUpgraded;
            using (var database = await server.CheckAsync([]))
            {
                Assert.Equal(4L, ServerProcess.Scalar(database, "SELECT COUNT(*) FROM Sources"));
                isUpgraded = (long)ServerProcess.Scalar(database, "SELECT COUNT(*) FROM sqlite_master WHERE name = 'RunFiles'")! == 1;
            }

            // Each kill meets an upgrade that is due.
            if (isUpgraded)
                RestoreDatabase(old);
        }

        await server.StartAsync();
        Assert.Equal(20, (await server.GetAsync("/api/variants"))["items"]!.AsArray().Count);
        Assert.Empty(Directory.EnumerateFileSystemEntries(Path.Combine(server.DataFolder, "incoming")));
    }

    // Of a run, of intakes, of saving, of packing and of emptying the bin, which all go on at the same time.
    [Fact]
    public async Task At_any_moment_of_its_work()
    {
        await server.StartAsync();
        var acknowledged = new List<string>();
        for (var number = 0; number < 35; number++)
            acknowledged.Add(await SendSpoolAsync(number));
        int[] widths = [.. Enumerable.Range(0, 8).Select(step => 600 - (step * 60))];
        (await server.SendAsync(HttpMethod.Post, "/api/destinations", Documents.Of("test", ("test.small", widths))))
            .EnsureSuccessStatusCode();
        (await server.SendAsync(HttpMethod.Post, "/api/destinations", Documents.Of("shop", ("shop.a", [100])))).EnsureSuccessStatusCode();
        var kept = new List<string>();
        for (var at = 0; at < 6; at++)
            kept.Add(await TakeInAsync(200 + at));
        var run = await AskAsync("/api/runs", new { sources = kept, slots = (string[])["shop.a"] });
        await server.UntilAsync($"/api/runs/{run}", state => (string)state["state"]! == "done");
        var longRun = await AskAsync("/api/runs", new { sources = acknowledged, slots = (string[])["test.small"] });
        var saved = 100;
        var packages = new List<string>();
        for (var kill = 0; kill < Kills; kill++)
        {
            var from = 1000 * (kill + 1);
            var work = Task.WhenAll(
                UntilKilledAsync(async () => acknowledged.Add(await SendSpoolAsync(from++))),
                UntilKilledAsync(async () =>
                {
                    (await server.SendAsync(HttpMethod.Put, "/api/destinations/shop", Documents.Of("shop", ("shop.a", [saved + 1]))))
                        .EnsureSuccessStatusCode();
                    saved++;
                }),
                UntilKilledAsync(async () => packages.Add(await AskAsync("/api/packages", new { sources = kept }))),
                UntilKilledAsync(async () =>
                {
                    var id = await TakeInAsync(random.Next(300, 60_000));
                    (await server.SendAsync(HttpMethod.Delete, $"/api/sources/{id}")).EnsureSuccessStatusCode();
                    (await server.SendAsync(HttpMethod.Delete, "/api/bin")).Dispose();
                }));
            await Task.Delay(random.Next(20, 700));
            await server.KillAsync();
            await work;
            (await server.CheckAsync([.. kept, .. acknowledged])).Dispose();
            await server.StartAsync();
            var stored = (int)(await server.GetAsync("/api/destinations/shop"))["slots"]![0]!["sizes"]!["widths"]![0]!;
            // One more may have been stored that was not answered.
            Assert.InRange(stored, saved, saved + 1);
            saved = stored;
        }

        foreach (var package in packages)
            await server.UntilAsync($"/api/packages/{package}", pack => (string)pack["state"]! is not ("queued" or "running"));
        var made = await server.UntilAsync($"/api/runs/{longRun}", state => (string)state["state"]! == "done");
        Assert.Equal((280, 280, 0), ((int)made["total"]!, (int)made["done"]!, (int)made["failed"]!));
        using (var database = await server.CheckAsync([.. kept, .. acknowledged]))
        {
            foreach (var counted in (string[])["*", "DISTINCT SourceId || FileName"])
                Assert.Equal(280L, ServerProcess.Scalar(database, $"SELECT COUNT({counted}) FROM Variants WHERE SlotId = 'test.small'"));
        }

        Assert.Empty(Directory.EnumerateFiles(Path.Combine(server.DataFolder, "incoming")));
        Assert.Equal(
            kept.Order(),
            (await server.GetAsync("/api/sources?limit=200&search=kite-20"))["items"]!.AsArray().Select(source => (string)source!["id"]!)
                .Order());
    }

    private void RestoreDatabase(string old)
    {
        foreach (var left in Directory.EnumerateFiles(server.DataFolder, "pantomet.db*"))
            File.Delete(left);
        using var zip = ZipFile.OpenRead(old);
        zip.GetEntry("pantomet.db")!.ExtractToFile(Path.Combine(server.DataFolder, "pantomet.db"));
    }

    private async Task<string> TakeInAsync(int width) =>
        (string)(await server.TakeInAsync($"kite-{width}.png", HostilePictures.Png(width, 20, 0)))["source"]!["id"]!;

    // A comment in the file makes it another one (ITU-T T.81, B.2.4.5).
    private async Task<string> SendSpoolAsync(int number)
    {
        var bytes = await File.ReadAllBytesAsync(Library.Demo("spool-small.jpg"));
        return (string)(await server.TakeInAsync(
            $"spool-{number}.jpg", [.. bytes[..2], 0xFF, 0xFE, 0, 6, .. BitConverter.GetBytes(number), .. bytes[2..]]))["source"]!["id"]!;
    }

    private async Task<string> AskAsync(string path, object body)
    {
        using var answer = await server.SendAsync(HttpMethod.Post, path, body);
        return (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
    }

    private static async Task UntilKilledAsync(Func<Task> act)
    {
        try
        {
            while (true)
                await act();
        }
        catch (Exception broken) when (broken is HttpRequestException or IOException)
        {
            // The server is gone. What it had not answered is nobody's loss.
        }
    }
}
