using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

/// <summary>A real file system that is full: the server stays up and says it, people can clear room, and everything goes on.</summary>
public sealed class FullDiskTests : IDisposable
{
    private readonly SmallDisk disk = new();
    private readonly ServerProcess server;

    public FullDiskTests() => server = new ServerProcess(disk.Path);

    public void Dispose()
    {
        server.Dispose();
        disk.Dispose();
    }

    [SmallDiskFact]
    public async Task While_it_stands_idle_and_in_saving()
    {
        var id = await ReadyAsync();
        disk.Fill();
        var health = await server.Http.GetAsync(new Uri("/healthz", UriKind.Relative));
        Assert.Equal(HttpStatusCode.InsufficientStorage, health.StatusCode);
        Assert.Contains("The disk of the server is full", await health.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        // Filled again: the reserve that was given away is taken too.
        disk.Fill();
        foreach (var (method, path, body) in ((HttpMethod, string, object?)[])
        [
            (HttpMethod.Put, "/api/destinations/shop", Documents.Of("shop", ("shop.a", [300, 200]), ("shop.b", [100]))),
            (HttpMethod.Patch, $"/api/sources/{id}", new { altText = "A spool" }),
            (HttpMethod.Delete, "/api/space/previews", null),
        ])
        {
            using var answer = await server.SendAsync(method, path, body);
            Assert.True(
                answer.IsSuccessStatusCode || answer.StatusCode == HttpStatusCode.InsufficientStorage, $"{path}: {answer.StatusCode}");
        }

        // Reading goes on.
        (await server.Http.GetAsync(new Uri("/api/board", UriKind.Relative))).EnsureSuccessStatusCode();
        disk.Free();
        await GoesOnAsync(id);
    }

    [SmallDiskFact]
    public async Task In_adding_a_font()
    {
        var id = await ReadyAsync();
        disk.Fill();
        using (var full = await AddFontAsync())
        {
            Assert.Equal(HttpStatusCode.InsufficientStorage, full.StatusCode);
            Assert.Contains("The disk of the server is full", await full.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }

        disk.Free();
        using var added = await AddFontAsync();
        added.EnsureSuccessStatusCode();
        await GoesOnAsync(id);

        async Task<HttpResponseMessage> AddFontAsync()
        {
            using var form = new MultipartFormDataContent
            {
                { new ByteArrayContent(await File.ReadAllBytesAsync(Library.Font("NotoSans-Bold.ttf"))), "files", "letters.ttf" },
            };
            return await server.Http.PostAsync(new Uri("/api/fonts", UriKind.Relative), form);
        }
    }

    [SmallDiskFact]
    public async Task In_making_one_picture_of_two()
    {
        var id = await ReadyAsync();
        var pair = new { sources = new[] { id, id }, direction = "row" };
        disk.Fill();
        using (var full = await server.SendAsync(HttpMethod.Post, "/api/sources/composed", pair))
        {
            Assert.False(full.IsSuccessStatusCode);
            Assert.Contains("/problems/disk-full", await full.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }

        disk.Free();
        using var made = await server.SendAsync(HttpMethod.Post, "/api/sources/composed", pair);
        Assert.Equal(HttpStatusCode.Created, made.StatusCode);
        await GoesOnAsync(id);
    }

    [SmallDiskFact]
    public async Task In_taking_a_picture_in()
    {
        var id = await ReadyAsync();
        disk.Fill();
        var ribbon = await File.ReadAllBytesAsync(Library.Demo("ribbon-tails-detail.jpg"));
        Assert.Equal("/problems/disk-full", (string)(await server.TakeInAsync("ribbon.jpg", ribbon))["problem"]!["type"]!);
        disk.Free();
        Assert.Null((await server.TakeInAsync("ribbon.jpg", ribbon))["problem"]);
        await GoesOnAsync(id);
    }

    [SmallDiskFact]
    public async Task In_a_run()
    {
        var id = await ReadyAsync();
        var run = await StartedAsync("/api/runs", new { sources = (string[])[id], slots = (string[])["shop.a"] });
        disk.Fill();
        await UntilNoticedAsync($"/api/runs/{run}", "done");
        disk.Free();
        var ended = await server.UntilAsync($"/api/runs/{run}", state => (string)state["state"]! == "done");
        // Made once there was room, or given up with a finding; nothing is missing.
        Assert.Equal(Widths.Length, (int)ended["total"]!);
        Assert.Equal(Widths.Length, (int)ended["done"]! + (int)ended["failed"]!);
        await GoesOnAsync(id);
    }

    [SmallDiskFact]
    public async Task In_looking_at_what_was_made()
    {
        var id = await ReadyAsync();
        await RenderedAsync(id);
        var variants = (await server.Http.GetFromJsonAsync<JsonNode>(new Uri("/api/variants", UriKind.Relative)))!;
        var thumbnail = new Uri($"/api/variants/{variants["items"]![0]!["id"]}/thumbnail", UriKind.Relative);
        disk.Fill();
        disk.Fill();
        using (var full = await server.Http.GetAsync(thumbnail))
            Assert.Equal(HttpStatusCode.InsufficientStorage, full.StatusCode);
        disk.Free();
        (await server.Http.GetAsync(thumbnail)).EnsureSuccessStatusCode();
        await GoesOnAsync(id);
    }

    [SmallDiskFact]
    public async Task In_delivering_what_is_not_made_yet()
    {
        var id = await ReadyAsync();
        (await server.SendAsync(HttpMethod.Put, "/api/delivery/shop", new { published = true })).EnsureSuccessStatusCode();
        var picture = new Uri("/pictures/shop/a/spool", UriKind.Relative);
        disk.Fill();
        disk.Fill();
        using (var full = await server.Http.GetAsync(picture))
        {
            Assert.Equal(HttpStatusCode.ServiceUnavailable, full.StatusCode);
            Assert.NotNull(full.Headers.RetryAfter);
        }

        disk.Free();
        (await server.Http.GetAsync(picture)).EnsureSuccessStatusCode();
        await GoesOnAsync(id);
    }

    [SmallDiskFact]
    public async Task In_a_package()
    {
        var id = await ReadyAsync();
        await RenderedAsync(id);
        var package = await StartedAsync("/api/packages", new { });
        disk.Fill();
        await UntilNoticedAsync($"/api/packages/{package}", "done");
        disk.Free();
        // Made once there was room, or failed with the reason.
        var made = await server.UntilAsync($"/api/packages/{package}", state => (string)state["state"]! is not ("queued" or "running"));
        Assert.Equal((string)made["state"]! == "done" ? "" : DiskFull, (string)made["problem"]!);
        await GoesOnAsync(id);
    }

    [SmallDiskFact]
    public async Task At_a_start()
    {
        var id = await ReadyAsync();
        await server.KillAsync();
        disk.Fill();
        server.Begin();
        // It comes up, or says why not.
        await server.UntilSaidAsync("ready", "disk");
        Assert.DoesNotContain("Unhandled", server.Said, StringComparison.Ordinal);
        await server.KillAsync();
        disk.Free();
        await server.StartAsync();
        await GoesOnAsync(id);
    }

    private const string DiskFull = Pantomet.Rendering.DiskFull.Sentence;
    private static readonly int[] Widths = [300, 280, 260, 240, 220, 200];

    // By the server: or it was quicker than the disk was filled.
    private async Task UntilNoticedAsync(string path, string end) => await server.UntilAsync(
        path, state => (string)state["state"]! == end || server.Said.Contains("full", StringComparison.Ordinal) ||
            server.Said.Contains("No space", StringComparison.Ordinal));

    private async Task<string> ReadyAsync()
    {
        await server.StartAsync();
        (await server.SendAsync(HttpMethod.Put, "/api/destinations/shop", Documents.Of("shop", ("shop.a", Widths))))
            .EnsureSuccessStatusCode();
        var spool = await File.ReadAllBytesAsync(Library.Demo("spool-small.jpg"));
        return (string)(await server.TakeInAsync("spool.jpg", spool))["source"]!["id"]!;
    }

    private async Task GoesOnAsync(string id)
    {
        Assert.Equal("ready", await server.Http.GetStringAsync(new Uri("/healthz", UriKind.Relative)));
        (await server.SendAsync(HttpMethod.Patch, $"/api/sources/{id}", new { altText = "There is room" })).EnsureSuccessStatusCode();
        await RenderedAsync(id);
        var package = await StartedAsync("/api/packages", new { });
        Assert.Equal(
            "done", (string)(await server.UntilAsync(
                $"/api/packages/{package}", made => (string)made["state"]! is not ("queued" or "running")))["state"]!);
        (await server.CheckAsync([id])).Dispose();
    }

    private async Task RenderedAsync(string id)
    {
        var run = await StartedAsync("/api/runs", new { sources = (string[])[id], slots = (string[])["shop.a"] });
        var done = await server.UntilAsync($"/api/runs/{run}", state => (string)state["state"]! == "done");
        Assert.Equal((Widths.Length, Widths.Length), ((int)done["total"]!, (int)done["done"]!));
    }

    private async Task<string> StartedAsync(string path, object body)
    {
        using var answer = await server.SendAsync(HttpMethod.Post, path, body);
        return (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
    }
}
