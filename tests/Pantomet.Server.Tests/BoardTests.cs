using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

public sealed class BoardTests
{
    [Fact]
    public async Task A_cell_goes_from_open_over_done_to_stale_and_only_where_something_changed()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        await library.AddDestinationAsync("plaza-nine.json");
        var kite = await library.TakeInAsync("hill-flight.jpg");
        var spools = await library.TakeInAsync("line-spools.jpg");
        Assert.All(await StatesAsync(library, kite), state => Assert.Equal("open", state));

        await RunAsync(library, new { sources = new[] { kite, spools }, slots = await SlotsAsync(library) });
        Assert.All(await StatesAsync(library, kite), state => Assert.Equal("done", state));
        var board = await library.GetAsync("/api/board");
        Assert.Equal(2, (int)board["slots"]![0]!["settled"]!);
        Assert.True((long)board["bytes"]! > 100_000);

        // The round portrait is framed apart: nothing else has another crop.
        await OkAsync(
            library, HttpMethod.Post, $"/api/framings/{kite}/changes", new { act = "part", slot = "plaza-nine.round-portrait", on = true });
        await OkAsync(
            library, HttpMethod.Post, $"/api/framings/{kite}/changes",
            new { act = "crop", slot = "plaza-nine.round-portrait", crop = new { x = 100, y = 100, width = 900, height = 900 } });
        var states = (await SlotsAsync(library)).Zip(await StatesAsync(library, kite))
            .ToDictionary(cell => cell.First, cell => cell.Second);
        Assert.Equal(["plaza-nine.round-portrait"], states.Where(cell => cell.Value == "stale").Select(cell => cell.Key));
        Assert.All(await StatesAsync(library, spools), state => Assert.Equal("done", state));
        Assert.Equal([kite], (await library.GetAsync("/api/board/ids?state=stale"))["ids"]!.AsArray().Select(id => (string)id!));

        // Undone, the file that is there is the one that is wanted again.
        await OkAsync(library, HttpMethod.Post, $"/api/framings/{kite}/undo", null);
        Assert.All(await StatesAsync(library, kite), state => Assert.Equal("done", state));
    }

    [Fact]
    public async Task What_is_due_of_what_is_shown_is_rendered_and_nothing_else()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        var kite = await library.TakeInAsync("hill-flight.jpg");
        var spools = await library.TakeInAsync("line-spools.jpg");
        await RunAsync(
            library, new
            {
                sources = Array.Empty<string>(),
                slots = Array.Empty<string>(),
                pairings = new[] { new { source = kite, slot = "windowbox.square" } }
            });
        Assert.Equal(["open", "done", "open"], await StatesAsync(library, kite));

        await FinishedAsync(library, await OkAsync(library, HttpMethod.Post, "/api/board/runs?search=hill", null));
        Assert.Equal(["done", "done", "done"], await StatesAsync(library, kite));
        Assert.Equal(["open", "open", "open"], await StatesAsync(library, spools));
        var again = await library.SendJsonAsync(HttpMethod.Post, "/api/board/runs?search=hill", null);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, again.StatusCode);
        Assert.Contains("Nothing of what is shown is due", await again.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Of_a_slot_with_tiers_a_cell_shows_the_one_that_its_column_names()
    {
        using var library = new Library();
        await library.AddDestinationAsync("galewright-shop.json");
        var kite = await library.TakeInAsync("hill-flight.jpg");
        var board = await library.GetAsync("/api/board");
        var column = board["slots"]!.AsArray().Select(slot => (string)slot!["slot"]!).ToList().IndexOf("galewright-shop.season-banner");
        var crop = board["rows"]!.AsArray().Single(row => (string)row!["id"]! == kite)!["cells"]![column]!["place"]!["crop"]!;
        // 3:1, to a pixel; its first tier is 4:5.
        Assert.InRange((int)crop["width"]! - (3 * (int)crop["height"]!), -3, 3);
    }

    [Fact]
    public async Task A_slot_that_takes_a_group_leaves_others_out_and_gets_what_joins_it()
    {
        using var library = new Library();
        var slots =
            new[] { new { id = "test.card", name = "card", shape = "1:1", sizes = new { widths = new[] { 200 } },
                formats = new[] { "jpeg" }, groups = new[] { "spools" } } };
        await OkAsync(
            library, HttpMethod.Post, "/api/destinations",
            new { format = "pantomet-destination-1", id = "test", name = "Test", kind = "site", slots });
        var spools = await library.TakeInAsync("line-spools.jpg");
        Assert.Equal(["leftOut"], await StatesAsync(library, spools));
        await OkAsync(library, HttpMethod.Patch, $"/api/sources/{spools}", new { group = "spools" });
        Assert.Equal(["open"], await StatesAsync(library, spools));
        Assert.Equal("spools", (string)(await library.GetAsync("/api/board"))["groups"]![0]!);
        Assert.Equal(1, (int)(await library.GetAsync("/api/board?group=spools"))["total"]!);
        Assert.Equal(0, (int)(await library.GetAsync("/api/board?group=kites"))["total"]!);
        var refused = await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{spools}", new { group = "Two Words" });
        Assert.Contains("two-words", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Rows_are_found_by_words_place_finding_and_day_and_come_in_pages()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        await library.AddDestinationAsync("plaza-nine.json");
        var kite = await library.TakeInAsync("hill-flight.jpg");
        var spool = await library.TakeInAsync("spool-small.jpg");
        async Task<string[]> FoundAsync(string query) =>
            [.. (await library.GetAsync($"/api/board/ids?{query}"))["ids"]!.AsArray().Select(id => (string)id!)];
        Assert.Equal([spool, kite], await FoundAsync(""));
        Assert.Equal([kite], await FoundAsync("search=hill"));
        Assert.Empty(await FoundAsync("search=hill%25"));
        Assert.Equal([spool], await FoundAsync("finding=too-few-pixels"));
        Assert.Equal([spool], await FoundAsync("state=blocked&destination=windowbox"));
        Assert.Equal([spool, kite], await FoundAsync("addedFrom=2020-01-01"));
        Assert.Empty(await FoundAsync("addedTo=2020-01-01"));

        var second = await library.GetAsync("/api/board?offset=1&limit=1&state=open");
        Assert.Equal(kite, (string)Assert.Single(second["rows"]!.AsArray())!["id"]!);
        // The figures of the states are those of everything, so that a filter can be chosen by them.
        Assert.Equal(12, second["states"]!.AsObject().Sum(state => (int)state.Value!));
        Assert.Equal(3, (await library.GetAsync("/api/board?destination=plaza-nine"))["slots"]!.AsArray().Count);
        Assert.Equal(
            "too-few-pixels",
            (string)(await library.GetAsync(
                "/api/board?search=spool&destination=windowbox"))["rows"]![0]!["cells"]![0]!["finding"]!["id"]!);
    }

    [Fact]
    public async Task The_last_try_counts_so_what_is_mended_is_blocked_no_more()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        var spools = await library.TakeInAsync("line-spools.jpg");
        var path = Path.Combine(library.DataFolder, "originals", spools[..2], spools[2..4], spools);
        var whole = await File.ReadAllBytesAsync(path);
        await File.WriteAllBytesAsync(path, whole[..300_000]);
        var request = new { sources = new[] { spools }, slots = new[] { "windowbox.square" } };
        await RunAsync(library, request);
        Assert.Equal(["open", "blocked", "open"], await StatesAsync(library, spools));
        Assert.Equal("original-altered", (string)(await library.GetAsync("/api/board"))["rows"]![0]!["cells"]![1]!["finding"]!["id"]!);
        await File.WriteAllBytesAsync(path, whole);
        await RunAsync(library, request);
        Assert.Equal(["open", "done", "open"], await StatesAsync(library, spools));
        Assert.Equal("done", (string)(await library.GetAsync($"/api/plans?source={spools}"))["items"]![1]!["state"]!);
    }

    [Fact]
    public async Task A_package_of_cells_holds_just_those_and_says_what_is_missing_and_why()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        var kite = await library.TakeInAsync("hill-flight.jpg");
        var spool = await library.TakeInAsync("spool-small.jpg");
        var square = new { source = kite, slot = "windowbox.square" };
        var portrait = new { source = kite, slot = "windowbox.portrait" };
        await RunAsync(
            library, new { sources = Array.Empty<string>(), slots = Array.Empty<string>(), pairings = new[] { square, portrait } });
        await OkAsync(
            library, HttpMethod.Put, $"/api/framings/{kite}/windowbox.portrait",
            new { crop = new { x = 0, y = 0, width = 1080, height = 1350 } });
        var story = new { source = kite, slot = "windowbox.story" };
        var small = new { source = spool, slot = "windowbox.square" };

        var package = await OkAsync(library, HttpMethod.Post, "/api/packages", new { pairings = new[] { square, portrait, story, small } });
        await library.UntilAsync($"/api/packages/{package["id"]}", one => (string)one["state"]! == "done");
        await using var file = await library.Http.GetStreamAsync(new Uri($"/api/packages/{package["id"]}/file", UriKind.Relative));
        using var zip = new System.IO.Compression.ZipArchive(file);
        var manifest = (await JsonNode.ParseAsync(await zip.GetEntry("manifest.json")!.OpenAsync()))!;
        Assert.Equal("square", (string)Assert.Single(manifest["files"]!.AsArray())!["slot"]!);
        var missing = manifest["missing"]!.AsArray().ToDictionary(one => $"{one!["source"]} {one["slot"]}", one => (string)one!["reason"]!);
        Assert.Equal(["hill-flight portrait", "hill-flight story", "spool-small square"], missing.Keys.Order(StringComparer.Ordinal));
        Assert.StartsWith("Something changed", missing["hill-flight portrait"], StringComparison.Ordinal);
        Assert.StartsWith("It has not been rendered", missing["hill-flight story"], StringComparison.Ordinal);
        Assert.Contains("needs as many pixels", missing["spool-small square"], StringComparison.Ordinal);
        using var sheet = new StreamReader(await zip.GetEntry("contact-sheet.html")!.OpenAsync());
        Assert.Contains("needs as many pixels", await sheet.ReadToEndAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_state_that_there_is_not_is_explained()
    {
        using var library = new Library();
        var refused = await library.Http.GetAsync(new Uri("/api/board?state=lost", UriKind.Relative));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.Contains("There are open, done", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    private static async Task<IReadOnlyList<string>> StatesAsync(Library library, string source) =>
        [.. (await library.GetAsync("/api/board"))["rows"]!.AsArray().Single(row => (string)row!["id"]! == source)!["cells"]!.AsArray()
            .Select(cell => (string)cell!["state"]!)];

    private static async Task<string[]> SlotsAsync(Library library) =>
        [.. (await library.GetAsync("/api/board"))["slots"]!.AsArray().Select(slot => (string)slot!["slot"]!)];

    private static async Task RunAsync(Library library, object request) =>
        await FinishedAsync(library, await OkAsync(library, HttpMethod.Post, "/api/runs", request));

    private static Task<JsonNode> FinishedAsync(Library library, JsonNode run) =>
        library.UntilAsync($"/api/runs/{run["id"]}", one => (string)one["state"]! == "done");

    private static async Task<JsonNode> OkAsync(Library library, HttpMethod method, string path, object? body)
    {
        using var answer = await library.SendJsonAsync(method, path, body);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
    }
}
