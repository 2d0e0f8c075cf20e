using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

/// <summary>Files that are wanted once, without a destination that says so.</summary>
public sealed class AdHocTests : IDisposable
{
    private readonly Library library = new();

    public void Dispose() => library.Dispose();

    // At most 640 px wide, under 60 kB, named in a row: common practice, no source.
    private static JsonNode Wanted(string name = "Kites Spring 08", string box = "640x16383", string shape = "free") => JsonNode.Parse($$"""
        {
          "name": "{{name}}",
          "slots": [{ "id": "ad-hoc.picture", "name": "picture", "shape": "{{shape}}", "sizes": { "box": "{{box}}" },
            "formats": ["jpeg"], "limits": { "mostBytes": 60000 }, "fileName": "{stem}" }]
        }
        """)!;

    [Fact]
    public async Task Pictures_are_made_as_they_were_foretold_and_no_place_knows_of_them()
    {
        string[] ids = [await library.TakeInAsync("hill-flight.jpg"), await library.TakeInAsync("beach-morning.jpg"),
            await library.TakeInAsync("spool-small.jpg")];
        var plans = (await PostAsync("/api/packages/try", new { sources = ids, adHoc = Wanted() }))["items"]!.AsArray();
        Assert.Equal(
            ["kites-spring-08.jpg", "kites-spring-09.jpg", "kites-spring-10.jpg"],
            plans.Select(one => (string)one!["plan"]!["variants"]![0]!["fileName"]!));
        Assert.All(plans, one => Assert.InRange((int)one!["plan"]!["variants"]![0]!["width"]!, 1, 640));

        var foretold = new Dictionary<string, long>();
        foreach (var (id, at) in ids.Select((id, at) => (id, at)))
        {
            var adHoc = Wanted($"kites-spring-{8 + at:00}");
            var file = (await PostAsync("/api/packages/try/files", new { sources = new[] { id }, adHoc }))["items"]![0]!;
            foretold[(string)file["fileName"]!] = (long)file["bytes"]!;
        }

        var package = await library.PackedAsync(new { sources = ids, adHoc = Wanted() });
        Assert.Equal(("done", 3, "selection"), ((string)package["state"]!, (int)package["files"]!, (string)package["scope"]!));
        using var zip = new ZipArchive(
            await library.Http.GetStreamAsync(new Uri($"/api/packages/{package["id"]}/file", UriKind.Relative)));
        // What was foretold is what came, to the byte; under 60 kB each.
        Assert.Equal(
            foretold, zip.Entries.Where(entry => entry.Name.EndsWith(".jpg", StringComparison.Ordinal)).ToDictionary(
                entry => entry.FullName, entry => entry.Length));
        Assert.All(foretold.Values, bytes => Assert.InRange(bytes, 1, 60_000));
        Assert.Empty((await library.GetAsync("/api/variants"))["items"]!.AsArray());
        Assert.Empty((await library.GetAsync("/api/destinations"))["items"]!.AsArray());
    }

    [Fact]
    public async Task What_cannot_be_made_is_listed_with_the_reason_and_the_rest_is_made()
    {
        string[] ids = [await library.TakeInAsync("hill-flight.jpg"), await library.TakeInAsync("spool-small.jpg")];
        var large = Wanted("kite", "1500x1500", "1500x1500");
        large["slots"]![0]!.AsObject().Remove("sizes");
        large["slots"]![0]!["limits"]!["mostBytes"] = 600_000;
        var package = await library.PackedAsync(new { sources = ids, adHoc = large });
        var contents = await library.GetAsync($"/api/packages/{package["id"]}/contents");
        Assert.Equal(1, (int)package["files"]!);
        var missing = Assert.Single(contents["missing"]!.AsArray())!;
        Assert.Equal("spool-small", (string)missing["source"]!);
        Assert.Contains("short", (string)missing["reason"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_wanted_is_checked_before_anything_is_made()
    {
        var id = await library.TakeInAsync("spool-small.jpg");
        await RefusedAsync("/api/packages", new { sources = new[] { id }, adHoc = Wanted(box: "wide") }, "adHoc.slots[0].sizes");
        var nothing = new { slots = Array.Empty<object>() };
        await RefusedAsync("/api/packages/try", new { sources = new[] { id }, adHoc = nothing }, "adHoc.slots");
        await RefusedAsync("/api/packages", new { adHoc = Wanted() }, "sources");
        await RefusedAsync("/api/packages/try/files", new { sources = new[] { id, id }, adHoc = Wanted() }, "sources");
        var tooMany = Enumerable.Range(0, 100_001).Select(index => $"{index}");
        await RefusedAsync("/api/packages", new { sources = tooMany, adHoc = Wanted() }, "sources");
        Assert.Empty((await library.GetAsync("/api/packages"))["items"]!.AsArray());
    }

    private async Task<JsonNode> PostAsync(string path, object body)
    {
        using var answer = await library.SendJsonAsync(HttpMethod.Post, path, body);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
    }

    private async Task RefusedAsync(string path, object body, string field)
    {
        using var answer = await library.SendJsonAsync(HttpMethod.Post, path, body);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.StartsWith(field, (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["field"]!, StringComparison.Ordinal);
    }
}
