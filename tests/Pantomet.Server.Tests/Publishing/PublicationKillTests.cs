using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests.Publishing;

/// <summary>A server that is killed in the middle of a publication, at a random moment of each tenth of it.</summary>
public sealed class PublicationKillTests : IDisposable
{
    private const int Moments = 10;
    private readonly ServerProcess server = new();

    public void Dispose() => server.Dispose();

    [Fact]
    public async Task The_target_always_holds_whole_files_and_at_last_the_whole_of_them()
    {
        await using var site = new FolderTestTarget();
        await server.StartAsync();
        var target = (string)(await PostAsync("/api/targets", site.Description()))["id"]!;
        var picture = await File.ReadAllBytesAsync(Library.Demo("spool-small.jpg"));
        var source = (string)(await server.TakeInAsync("spool-small.jpg", picture))["source"]!["id"]!;
        var widths = Enumerable.Range(0, 10).Select(at => 60 + (10 * at)).ToArray();
        var states = new List<SortedDictionary<string, byte[]>>();
        // By turns, so that every file differs; first each once for the whole files that may lie there.
        for (var moment = -2; moment <= Moments; moment++)
        {
            await ShapeAsync(moment % 2 == 0 ? "1:1" : "3:2", widths, source);
            var id = (string)(await PostAsync("/api/publications", new { target, destination = "shop" }))["id"]!;
            if (moment is >= 0 and < Moments)
            {
                await ReachAsync(id, moment);
                await server.KillAsync();
                var between = await site.FilesAsync();
                foreach (var (path, content) in between.Where(file => !file.Key.EndsWith("part", StringComparison.Ordinal)))
                    Assert.Contains(states, state => state[path].AsSpan().SequenceEqual(content));
                Assert.Empty(states[^1].Keys.Except(between.Keys));
                await server.StartAsync();
            }

            await UntilAsync(id, one => (string)one["state"]! == "done");
            var now = await site.FilesAsync();
            AssertWhole(now, widths.Length);
            states.Add(now);
        }
    }

    private static void AssertWhole(SortedDictionary<string, byte[]> files, int widths)
    {
        var lines = System.Text.Encoding.UTF8.GetString(files["shop/checksums.sha256"])
            .Split('\n', StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(files.Keys.Where(path => path != "shop/checksums.sha256").Order(), lines.Select(line => $"shop/{line[66..]}").Order());
        Assert.Equal(widths, files.Keys.Count(path => path.EndsWith(".jpg", StringComparison.Ordinal)));
        Assert.All(lines, line => Assert.Equal(line[..64], Convert.ToHexStringLower(SHA256.HashData(files[$"shop/{line[66..]}"]))));
    }

    private async Task ShapeAsync(string shape, int[] widths, string source)
    {
        var shop = Documents.Of("shop", ("shop.wide", widths));
        (shop["slots"]![0]!["shape"], shop["slots"]![0]!["fileName"]) = (shape, "{stem}-{width}");
        (await server.Http.PutAsJsonAsync("/api/destinations/shop", shop)).EnsureSuccessStatusCode();
        var run = (string)(await PostAsync("/api/runs", new { sources = (string[])[source], slots = (string[])["shop.wide"] }))["id"]!;
        await server.UntilAsync($"/api/runs/{run}", one => (string)one["state"]! == "done");
    }

    // As fast as it can be asked: the whole publication takes part of a second.
    private async Task ReachAsync(string id, int moment)
    {
        var share = (moment + Random.Shared.NextDouble()) / Moments;
        JsonNode one;
        do
            one = (await server.GetAsync($"/api/publications/{id}"))["publication"]!;
        while ((int)one["total"]! == 0 || (int)one["done"]! < (int)((int)one["total"]! * share));
    }

    private Task<JsonNode> UntilAsync(string id, Func<JsonNode, bool> isWanted) =>
        server.UntilAsync($"/api/publications/{id}", one => isWanted(one["publication"]!));

    private async Task<JsonNode> PostAsync(string path, object body)
    {
        using var answer = await server.Http.PostAsJsonAsync(path, body);
        answer.EnsureSuccessStatusCode();
        return (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
    }
}
