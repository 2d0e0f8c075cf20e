using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests.Publishing;

/// <summary>A library with pictures that are made for a small shop, and what a target should hold of it.</summary>
internal sealed class PublishingLibrary : IDisposable
{
    public Library Library { get; } = new();

    public List<string> Sources { get; } = [];

    public void Dispose() => Library.Dispose();

    /// <summary>Makes every picture for a shop that asks for some widths in some shape.</summary>
    public async Task MakeAsync(string shape, int[] widths, string pattern = "{stem}-{width}")
    {
        if (Sources.Count == 0)
        {
            foreach (var name in (string[])["spool-small.jpg", "logo-1200.png"])
                Sources.Add(await Library.TakeInAsync(name));
        }

        var shop = Documents.Of("shop", ("shop.wide", widths));
        (shop["slots"]![0]!["shape"], shop["slots"]![0]!["name"]) = (shape, "Wide");
        shop["slots"]![0]!["fileName"] = pattern;
        (await Library.SendJsonAsync(HttpMethod.Put, "/api/destinations/shop", shop)).EnsureSuccessStatusCode();
        await Library.RunAsync(Sources, ["shop.wide"]);
    }

    /// <summary>Describes a target, and gives its id.</summary>
    public async Task<string> TargetAsync(JsonObject description)
    {
        using var answer = await Library.SendJsonAsync(HttpMethod.Post, "/api/targets", description);
        Assert.Equal(HttpStatusCode.Created, answer.StatusCode);
        return (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
    }

    /// <summary>Publishes and gives what came of it.</summary>
    public Task<JsonNode> PublishAsync(string target, bool dryRun = false, bool takesOver = false) =>
        EndedAsync("/api/publications", new { target, destination = "shop", dryRun, takesOver });

    /// <summary>Puts back what lay there before a publication.</summary>
    public Task<JsonNode> PutBackAsync(JsonNode publication) =>
        EndedAsync($"/api/publications/{publication["publication"]!["id"]}/put-back", new { });

    /// <summary>The files as a package holds them, below the folder of the shop.</summary>
    public async Task<Dictionary<string, byte[]>> MadeAsync()
    {
        using var zip = await Library.PackAsync(new { destination = "shop" });
        var files = new Dictionary<string, byte[]>();
        foreach (var entry in zip.Entries.Where(entry => entry.FullName.StartsWith("shop/", StringComparison.Ordinal)))
        {
            await using var content = entry.Open();
            using var into = new MemoryStream();
            await content.CopyToAsync(into);
            files[entry.FullName] = into.ToArray();
        }

        return files;
    }

    private async Task<JsonNode> EndedAsync(string path, object request)
    {
        using var answer = await Library.SendJsonAsync(HttpMethod.Post, path, request);
        Assert.Equal(HttpStatusCode.Accepted, answer.StatusCode);
        var id = (await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        return await Library.UntilAsync($"/api/publications/{id}", one => one["publication"]!["endedAt"] is not null);
    }
}
