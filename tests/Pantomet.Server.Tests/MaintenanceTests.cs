using System.Net;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Pantomet.Server.Maintenance;
using Pantomet.Server.Rendering;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Tests;

public sealed class MaintenanceTests : IDisposable
{
    private static readonly string[] Slots = ["windowbox.square", "windowbox.portrait"];

    private readonly DirectoryInfo room = Directory.CreateTempSubdirectory("pantomet-keep-");

    [Fact]
    public async Task A_backup_taken_while_files_are_made_brings_everything_back_and_the_run_goes_on()
    {
        using var library = await ReadyAsync();
        var flight = await library.TakeInAsync("hill-flight.jpg");
        await library.SendJsonAsync(
            HttpMethod.Put, $"/api/framings/{flight}/windowbox.square", new { crop = new { x = 0, y = 0, width = 1500, height = 1500 } });
        await library.RunAsync([flight], Slots);
        await library.PackedAsync(new { });
        var more = new List<string>();
        foreach (var name in (string[])["line-spools.jpg", "beach-morning.jpg", "workbench-topdown.jpg"])
            more.Add(await library.TakeInAsync(name));
        var running =
            (await (await library.SendJsonAsync(
                HttpMethod.Post, "/api/runs", new { sources = more, slots = Slots })).Content.ReadFromJsonAsync<JsonNode>())!;
        await library.UntilAsync($"/api/runs/{running["id"]}", run => (int)run["done"]! >= 1);

        Assert.Equal(0, MaintenanceCommands.Run(["backup", library.DataFolder, In("backup")]));
        // What changes afterwards is not in it, until it is taken again: then only what is new is copied.
        await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{flight}", new { stem = "later" });
        Assert.Equal(0, MaintenanceCommands.Run(["restore", In("restored"), In("backup")]));

        using var back = new Library(null, ("data", In("restored")));
        Assert.Equal("hill-flight", (string)(await back.GetAsync($"/api/sources/{flight}"))["stem"]!);
        var run = await back.UntilAsync($"/api/runs/{running["id"]}", run => (string)run["state"]! == "done");
        Assert.Equal((6, 0), ((int)run["done"]!, (int)run["failed"]!));
        foreach (var variant in (await back.GetAsync("/api/variants"))["items"]!.AsArray())
            Assert.Equal(
                (string)variant!["sha256"]!,
                Convert.ToHexStringLower(
                    SHA256.HashData(await back.Http.GetByteArrayAsync(new Uri($"/api/variants/{variant["id"]}/file", UriKind.Relative)))));
        var original = await back.Http.GetByteArrayAsync(new Uri($"/api/sources/{flight}/original", UriKind.Relative));
        Assert.Equal(flight, Convert.ToHexStringLower(SHA256.HashData(original)));
        var package = (await back.GetAsync("/api/packages"))["items"]![0]!;
        (await back.Http.GetAsync(new Uri($"/api/packages/{package["id"]}/file", UriKind.Relative))).EnsureSuccessStatusCode();
    }

    [Fact]
    public async Task A_backup_says_what_was_altered_and_a_restore_overwrites_nothing()
    {
        using var library = await ReadyAsync();
        var spool = await library.TakeInAsync("spool-small.jpg");
        Assert.Equal(2, MaintenanceCommands.Run(["restore", library.DataFolder, In("nothing")]));
        await File.WriteAllTextAsync(Path.Combine(library.DataFolder, "originals", spool[..2], spool[2..4], spool), "altered");
        Assert.Equal(1, MaintenanceCommands.Run(["backup", library.DataFolder, In("backup")]));
        // The library is there already, and in use.
        Assert.Equal(2, MaintenanceCommands.Run(["restore", library.DataFolder, In("backup")]));
        Assert.Equal(2, MaintenanceCommands.Run(["backup", library.DataFolder, Path.Combine(library.DataFolder, "inside")]));
        Assert.Equal("spool-small", (string)(await library.GetAsync($"/api/sources/{spool}"))["stem"]!);
    }

    [Fact]
    public async Task An_emptied_bin_leaves_nothing_of_its_sources_and_everything_of_the_others()
    {
        using var library = await ReadyAsync();
        var (flight, spools) = (await library.TakeInAsync("hill-flight.jpg"), await library.TakeInAsync("line-spools.jpg"));
        await library.RunAsync([flight, spools], Slots);
        await library.Http.DeleteAsync(new Uri($"/api/sources/{spools}", UriKind.Relative));
        Assert.Equal(spools, (string)(await library.GetAsync("/api/bin"))["items"]![0]!["id"]!);
        (await library.Http.DeleteAsync(new Uri("/api/bin", UriKind.Relative))).EnsureSuccessStatusCode();
        Assert.Equal(
            HttpStatusCode.NotFound, (await library.SendJsonAsync(HttpMethod.Post, $"/api/sources/{spools}/restore", null)).StatusCode);
        Assert.DoesNotContain(
            Directory.EnumerateFiles(library.DataFolder, "*", SearchOption.AllDirectories),
            path => path.Contains(spools, StringComparison.Ordinal));
        var space = await library.GetAsync("/api/space");
        Assert.Equal((1, 0, 2), ((int)space["originals"]!["files"]!, (int)space["bin"]!["files"]!, (int)space["variants"]!["files"]!));
        using var zip = await library.PackAsync(new { });
        Assert.Contains(zip.Entries, entry => entry.FullName.Contains("hill-flight-square", StringComparison.Ordinal));
    }

    [Fact]
    public async Task What_was_cleared_away_comes_back_when_it_is_needed()
    {
        using var library = await ReadyAsync();
        var flight = await library.TakeInAsync("hill-flight.jpg");
        await library.RunAsync([flight], Slots);
        var before = await HashesAsync(library);
        Assert.Equal(0, await ClearAsync(library, "unusedVariants"));
        await library.SendJsonAsync(
            HttpMethod.Put, $"/api/framings/{flight}/windowbox.square", new { crop = new { x = 0, y = 0, width = 1500, height = 1500 } });
        Assert.InRange(await ClearAsync(library, "unusedVariants"), 1, long.MaxValue);
        Assert.InRange(await ClearAsync(library, "previews"), 1, long.MaxValue);
        Assert.Single(await HashesAsync(library));

        await library.SendJsonAsync(HttpMethod.Delete, $"/api/framings/{flight}/windowbox.square", null);
        await library.RunAsync([flight], Slots);
        Assert.Equal(before.Order(), (await HashesAsync(library)).Order());
        (await library.Http.GetAsync(new Uri($"/api/sources/{flight}/preview?width=640", UriKind.Relative))).EnsureSuccessStatusCode();
    }

    [Fact]
    public async Task Beyond_the_owners_bound_what_was_not_used_for_longest_is_let_go_of_and_comes_back_when_it_is_asked_for()
    {
        using var library = new Library(null, ("max-rendered-bytes", "1"));
        await library.AddDestinationAsync("windowbox.json");
        var flight = await library.TakeInAsync("hill-flight.jpg");
        var run = await library.RunAsync([flight], Slots);
        var files = library.Services.GetRequiredService<RenderedFileStore>();
        using (files.HoldAll())
            Assert.Equal(0, await files.MakeRoomAsync(CancellationToken.None));
        Assert.Equal((long)run["bytesOut"]!, await files.MakeRoomAsync(CancellationToken.None));
        Assert.Equal(0, (int)(await library.GetAsync("/api/space"))["variants"]!["files"]!);

        // Nothing is out of date for it. One is asked for and is there again; the package makes the others again.
        Assert.Equal(Slots.Length, (int)(await library.GetAsync("/api/board"))["states"]!["done"]!);
        var variant = (await library.GetAsync("/api/variants"))["items"]![0]!;
        var sent = await library.Http.GetByteArrayAsync(new Uri($"/api/variants/{variant["id"]}/file", UriKind.Relative));
        Assert.Equal((string)variant["sha256"]!, Convert.ToHexStringLower(SHA256.HashData(sent)));
        Assert.Equal(1, (int)(await library.GetAsync("/api/space"))["variants"]!["files"]!);
        using var zip = await library.PackAsync(new { });
        Assert.Equal((int)run["done"]!, zip.Entries.Count(entry => entry.FullName.EndsWith(".jpg", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task Two_servers_never_share_a_library()
    {
        using var library = await ReadyAsync();
        using var second = new Library(null, ("data", library.DataFolder));
        Assert.ThrowsAny<InvalidOperationException>(() => second.Http);
        var refusal = Assert.Throws<InvalidDataException>(() => new DataFolder(library.DataFolder).Lock());
        Assert.StartsWith("Another Pantomet uses", refusal.Message, StringComparison.Ordinal);
        Assert.Empty((await library.GetAsync("/api/sources"))["items"]!.AsArray());
    }

    public void Dispose() => room.Delete(recursive: true);

    private static async Task<Library> ReadyAsync()
    {
        var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        return library;
    }

    private static async Task<long> ClearAsync(Library library, string what) =>
        (long)(await (await library.Http.DeleteAsync(new Uri($"/api/space/{what}", UriKind.Relative))).EnsureSuccessStatusCode().Content
            .ReadFromJsonAsync<JsonNode>())!["bytes"]!;

    private static async Task<List<string>> HashesAsync(Library library) =>
        [.. (await library.GetAsync("/api/variants"))["items"]!.AsArray().Select(variant => (string)variant!["sha256"]!).Distinct()];

    private string In(string name) => Path.Combine(room.FullName, name);
}
