using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using NetVips;

namespace Pantomet.Server.Tests;

/// <summary>Pictures that are made of others, through the interface.</summary>
public sealed class ComposedTests
{
    [Fact]
    public async Task A_pair_is_a_source_of_its_own_that_knows_its_inputs_and_is_framed_and_made_like_any_other()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        var (one, other) = await TwoAsync(library);
        await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{one}", new { altText = "A red kite.", group = "shoot" });
        await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{other}", new { altText = "A reel", group = "shoot" });
        var answer = await ComposeAsync(library, new { sources = new[] { one, other }, direction = "row", gap = 5, width = 405 });
        Assert.Equal(HttpStatusCode.Created, answer.StatusCode);
        var pair = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal((405, 150), ((int)pair["width"]!, (int)pair["height"]!));
        Assert.Equal([one, other], pair["inputs"]!.AsArray().Select(id => (string)id!));
        Assert.Equal(
            ("red-and-reel", "A red kite; A reel", "shoot"), ((string)pair["stem"]!, (string)pair["altText"]!, (string)pair["group"]!));
        Assert.Equal("composed", (string)pair["traits"]![0]!["id"]!);
        Assert.Equal($"/api/sources/{pair["id"]}", answer.Headers.Location!.ToString());
        Assert.Equal("current", await StateAsync(library, pair));
        Assert.NotEmpty((await library.GetAsync($"/api/framings/{pair["id"]}"))["places"]!.AsArray());
        Assert.Equal(2, (int)(await library.GetAsync("/api/board?search=red"))["total"]!);

        // The very same again is there already.
        var again = await ComposeAsync(library, new { sources = new[] { one, other }, direction = "row", gap = 5, width = 405 });
        Assert.Equal(HttpStatusCode.OK, again.StatusCode);
        Assert.Equal((string)pair["id"]!, (string)(await again.Content.ReadFromJsonAsync<JsonNode>())!["id"]!);
    }

    [Fact]
    public async Task It_is_out_of_date_when_one_of_its_pictures_is_framed_otherwise_and_made_again_as_it_is_now()
    {
        using var library = new Library();
        var (one, other) = await TwoAsync(library);
        var request = new { sources = new[] { one, other }, direction = "column", shape = "1:1", width = 100 };
        var pair = await ComposedAsync(library, request);
        await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{pair["id"]}", new { stem = "couple", group = "shown" });
        await library.SendJsonAsync(
            HttpMethod.Patch, $"/api/sources/{one}", new { subject = new { x = 0, y = 0, width = 20, height = 150 } });
        Assert.Equal("stale", await StateAsync(library, pair));

        var job = await library.ActAsync(new { on = new { ids = new[] { (string)pair["id"]! } }, act = "makeAgain" });
        Assert.Equal(("done", 1), ((string)job["state"]!, (int)job["done"]!));
        var state = Assert.Single((await library.GetAsync("/api/sources/composed"))["items"]!.AsArray())!;
        Assert.Equal("current", (string)state["state"]!);
        Assert.NotEqual((string)pair["id"]!, (string)state["id"]!);
        var now = await library.GetAsync($"/api/sources/{state["id"]}");
        Assert.Equal(("couple", "shown"), ((string)now["stem"]!, (string)now["group"]!));

        // Made otherwise, and back again: the former comes out of the bin.
        var wider = await ChangeAsync(library, state["id"]!, request with { width = 120 });
        var back = await ChangeAsync(library, wider["source"]!["id"]!, request);
        Assert.Equal((string)state["id"]!, (string)back["source"]!["id"]!);
        using var former = await library.SendJsonAsync(HttpMethod.Put, $"/api/sources/{pair["id"]}/composed", request);
        Assert.Equal(HttpStatusCode.NotFound, former.StatusCode);
    }

    [Fact]
    public async Task It_is_made_again_by_itself_when_one_of_its_pictures_is_replaced_and_so_is_what_is_made_of_it()
    {
        using var library = new Library();
        var (one, other) = await TwoAsync(library);
        var pair = await ComposedAsync(library, new { sources = new[] { one, other }, direction = "row", width = 200 });
        await ComposedAsync(library, new { sources = new[] { (string)pair["id"]!, one }, direction = "column", width = 100 });
        var better = await ReplaceAsync(library, one, Slope(400, 300, 90));
        var states = (await library.UntilAsync(
            "/api/sources/composed", list => list["items"]!.AsArray() is { Count: 2 } items &&
                items.All(item => (string)item!["state"]! == "current" && Inputs(item).All(id => id != one && id != (string)pair["id"]!))))
            ["items"]!.AsArray();
        Assert.Equal([better, other], Inputs(states.Single(item => Inputs(item!).Contains(other))!));

        // The replacing is undone as the interface does it: what it is made of is what is there.
        await library.Http.DeleteAsync(new Uri($"/api/sources/{better}", UriKind.Relative));
        await library.SendJsonAsync(HttpMethod.Post, $"/api/sources/{one}/restore", null);
        states = (await library.GetAsync("/api/sources/composed"))["items"]!.AsArray();
        Assert.All(states, item => Assert.Equal("stale", (string)item!["state"]!));
        Assert.Contains(states, item => Inputs(item!).SequenceEqual([one, other]));
        // And is known still when what it was made of is gone for good.
        (await library.SendJsonAsync(HttpMethod.Delete, "/api/bin", null)).EnsureSuccessStatusCode();
        Assert.Contains(
            (await library.GetAsync("/api/sources/composed"))["items"]!.AsArray(), item => Inputs(item!).SequenceEqual([one, other]));
    }

    [Fact]
    public async Task One_of_whose_pictures_one_is_deleted_says_which_and_is_whole_again_when_it_is_restored()
    {
        using var library = new Library();
        var (one, other) = await TwoAsync(library);
        var pair = await ComposedAsync(library, new { sources = new[] { one, other }, direction = "row", width = 100 });
        await library.Http.DeleteAsync(new Uri($"/api/sources/{other}", UriKind.Relative));
        var state = (await library.GetAsync("/api/sources/composed"))["items"]![0]!;
        Assert.Equal("incomplete", (string)state["state"]!);
        Assert.StartsWith("reel is in the bin.", (string)state["problem"]!, StringComparison.Ordinal);
        Assert.Equal([false, true], state["inputs"]!.AsArray().Select(input => (bool)input!["isInBin"]!));
        var job = await library.ActAsync(new { on = new { ids = new[] { (string)pair["id"]! } }, act = "makeAgain" });
        Assert.Equal("failed", (string)job["state"]!);
        Assert.Contains("in the bin", (string)job["problem"]!, StringComparison.Ordinal);
        await library.SendJsonAsync(HttpMethod.Post, $"/api/sources/{other}/restore", null);
        Assert.Equal("current", await StateAsync(library, pair));

        await library.Http.DeleteAsync(new Uri($"/api/sources/{other}", UriKind.Relative));
        (await library.SendJsonAsync(HttpMethod.Delete, "/api/bin", null)).EnsureSuccessStatusCode();
        state = (await library.GetAsync("/api/sources/composed"))["items"]![0]!;
        Assert.StartsWith("One of its pictures was deleted for good.", (string)state["problem"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Extremes_the_same_picture_twice_and_pairs_of_pairs_are_made_and_nothing_deeper_nor_of_itself()
    {
        using var library = new Library();
        var (one, other) = await TwoAsync(library);
        var dot = await library.TakeInAsync("dot.png", Slope(1, 1, 9));
        var strip = await library.TakeInAsync("strip.png", Slope(30_000, 200, 9));
        var extreme = await ComposedAsync(library, new { sources = new[] { dot, strip }, direction = "row" });
        Assert.Equal((226, 1), ((int)extreme["width"]!, (int)extreme["height"]!));
        var twice = (string)(await ComposedAsync(library, new { sources = new[] { one, one }, direction = "row", width = 100 }))["id"]!;
        var deep = (string)(await ComposedAsync(library, new { sources = new[] { twice, other }, direction = "row", width = 100 }))["id"]!;
        await AssertRefusedAsync(library, new { sources = new[] { deep, one }, direction = "row" }, "no deeper");
        await AssertRefusedAsync(library, new { sources = new[] { one }, direction = "row" }, "2 or 3 pictures; 1");
        await AssertRefusedAsync(library, new { sources = new[] { one, other }, direction = "row", width = 9_999 }, "at most");
        await AssertRefusedAsync(library, new { sources = new[] { one, other }, direction = "row", background = "white" }, "#rrggbb");
        await AssertRefusedAsync(library, new { sources = new[] { one, other }, direction = "row", shape = "wide" }, "4:5");
        using var itself = await library.SendJsonAsync(
            HttpMethod.Put, $"/api/sources/{twice}/composed", new { sources = new[] { twice, one }, direction = "row" });
        Assert.Contains("of itself", await itself.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        // What has it in it would become too deep.
        var third = (string)(await ComposedAsync(library, new { sources = new[] { other, other }, direction = "row", width = 90 }))["id"]!;
        using var deeper = await library.SendJsonAsync(
            HttpMethod.Put, $"/api/sources/{twice}/composed", new { sources = new[] { third, one }, direction = "row" });
        Assert.Contains("no deeper", await deeper.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        using var plain = await library.SendJsonAsync(
            HttpMethod.Put, $"/api/sources/{one}/composed", new { sources = new[] { other, other }, direction = "row" });
        Assert.Contains("came in as a file", await plain.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        using var missing = await ComposeAsync(library, new { sources = new[] { one, new string('0', 64) }, direction = "row" });
        Assert.Equal(HttpStatusCode.NotFound, missing.StatusCode);
    }

    [Fact]
    public async Task Many_become_pairs_by_order_or_by_light_as_one_act_that_is_undone_and_done_again()
    {
        using var library = new Library();
        var ids = new List<string>();
        foreach (var (at, grey) in new byte[] { 10, 200, 20, 210, 120 }.Index())
            ids.Add(await library.TakeInAsync($"kite-{at}.png", Slope(60, 90, grey)));
        var tried = await TriedAsync(library, new { sources = ids, by = "light", layout = new { direction = "row" } });
        Assert.Equal(
            [["kite-0", "kite-2"], ["kite-1", "kite-4"]],
            tried["items"]!.AsArray().Select(item => item!["sources"]!.AsArray().Select(source => (string)source!["stem"]!).ToArray()));
        Assert.Equal(ids[3], (string)tried["leftOver"]!);

        var pair = new { by = "order", layout = new { direction = "row", width = 80 } };
        var job = await library.ActAsync(new { on = new { ids }, act = "pair", pair });
        Assert.Equal(("done", 4, 4), ((string)job["state"]!, (int)job["total"]!, (int)job["done"]!));
        Assert.Equal(["kite-0-and-kite-1", "kite-2-and-kite-3"], await StemsAsync(library));
        var undone = await library.ActAsync(new { }, $"/api/jobs/{job["id"]}/undo");
        Assert.Empty(await StemsAsync(library));
        await library.ActAsync(new { }, $"/api/jobs/{undone["id"]}/undo");
        Assert.Equal(["kite-0-and-kite-1", "kite-2-and-kite-3"], await StemsAsync(library));

        // What cannot be made of two does not keep the others from being made.
        ids.Add(await library.TakeInAsync("dot.png", Slope(1, 1, 0)));
        var some = await library.ActAsync(new { on = new { ids = new[] { ids[4], ids[5], ids[0], ids[3] } }, act = "pair", pair });
        Assert.Equal((2, 2), ((int)some["done"]!, (int)some["failed"]!));
        Assert.Contains("never blown up", (string)some["problem"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_was_made_and_not_yet_written_down_when_the_server_ended_is_undone_with_the_rest()
    {
        using var library = new Library();
        var (one, other) = await TwoAsync(library);
        var pair = new { by = "order", layout = new { direction = "row", width = 80 } };
        var job = await library.ActAsync(new { on = new { ids = new[] { one, other } }, act = "pair", pair });
        await library.ExecuteAsync("UPDATE Jobs SET State = 'Running', Done = 0, EndedAt = NULL; DELETE FROM ActChanges;");
        using var restarted = library.Restarted();
        await restarted.UntilAsync($"/api/jobs/{job["id"]}", now => (string)now["state"]! == "done");
        Assert.Single(await StemsAsync(restarted));
        await restarted.ActAsync(new { }, $"/api/jobs/{job["id"]}/undo");
        Assert.Empty(await StemsAsync(restarted));
    }

    [Fact]
    public async Task What_was_made_again_and_not_yet_written_down_when_the_server_ended_is_not_said_to_have_failed()
    {
        using var library = new Library();
        var (one, other) = await TwoAsync(library);
        var pair = await ComposedAsync(library, new { sources = new[] { one, other }, direction = "row", shape = "1:1", width = 80 });
        await library.SendJsonAsync(
            HttpMethod.Patch, $"/api/sources/{one}", new { subject = new { x = 0, y = 0, width = 20, height = 150 } });
        var job = await library.ActAsync(new { on = new { ids = new[] { (string)pair["id"]! } }, act = "makeAgain" });
        await library.ExecuteAsync("UPDATE Jobs SET State = 'Running', Done = 0, EndedAt = NULL;");
        using var restarted = library.Restarted();
        var ended = await restarted.UntilAsync($"/api/jobs/{job["id"]}", now => now["endedAt"] is not null);
        Assert.Equal(("done", 1, 0), ((string)ended["state"]!, (int)ended["done"]!, (int)ended["failed"]!));
        Assert.Single(await StemsAsync(restarted));
    }

    [Fact]
    public async Task Where_an_original_is_gone_from_the_disk_it_is_said_and_the_other_pairs_are_made()
    {
        using var library = new Library();
        var (one, other) = await TwoAsync(library);
        var third = await library.TakeInAsync("a.png", Slope(90, 90, 3));
        string[] ids = [one, other, third, await library.TakeInAsync("b.png", Slope(90, 90, 9))];
        File.Delete(Directory.EnumerateFiles(Path.Combine(library.DataFolder, "originals"), other, SearchOption.AllDirectories).Single());
        using var answer = await ComposeAsync(library, new { sources = new[] { one, other }, direction = "row" });
        Assert.Equal(HttpStatusCode.Gone, answer.StatusCode);
        Assert.Contains("Send reel.png again", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        var pair = new { by = "order", layout = new { direction = "row" } };
        var job = await library.ActAsync(new { on = new { ids }, act = "pair", pair });
        Assert.Equal((2, 2), ((int)job["done"]!, (int)job["failed"]!));
        Assert.Equal(["a-and-b"], await StemsAsync(library));
        Assert.Empty(Directory.EnumerateFiles(Path.Combine(library.DataFolder, "incoming")));
    }

    [Fact]
    public async Task Many_who_make_the_same_or_make_it_again_at_once_are_all_answered_and_one_is_there()
    {
        using var library = new Library();
        var (one, other) = await TwoAsync(library);
        var request = new { sources = new[] { one, other }, direction = "row", gap = 5, width = 205 };
        var made = await Task.WhenAll(Enumerable.Range(0, 16).Select(_ => ComposedAsync(library, request)));
        var id = Assert.Single(made.Select(pair => (string)pair["id"]!).Distinct());
        var changes = await Task.WhenAll(Enumerable.Range(0, 8).Select(
            at => library.SendJsonAsync(HttpMethod.Put, $"/api/sources/{id}/composed", request with { gap = 10 + at, width = 200 + at })));
        Assert.Single(changes, change => change.StatusCode == HttpStatusCode.OK);
        HttpStatusCode[] fitting = [HttpStatusCode.OK, HttpStatusCode.NotFound, HttpStatusCode.Conflict];
        Assert.All(changes, change => Assert.Contains(change.StatusCode, fitting));
        Assert.Single((await library.GetAsync("/api/sources/composed"))["items"]!.AsArray());
    }

    private static byte[] Slope(int width, int height, byte grey)
    {
        // Not the same all over, so that another crop has other pixels.
        using var slope = Image.Xyz(width, height).ExtractBand(0);
        using var plain = (slope / width * 40) + grey;
        using var bytes = plain.Cast(Enums.BandFormat.Uchar);
        return bytes.PngsaveBuffer();
    }

    private static async Task<(string One, string Other)> TwoAsync(Library library) => (
        await library.TakeInAsync("red.png", Slope(200, 150, 60)),
        await library.TakeInAsync("reel.png", Slope(400, 300, 120)));

    private static Task<HttpResponseMessage> ComposeAsync(Library library, object request) =>
        library.SendJsonAsync(HttpMethod.Post, "/api/sources/composed", request);

    private static async Task<JsonNode> ComposedAsync(Library library, object request)
    {
        using var answer = await ComposeAsync(library, request);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
    }

    private static async Task AssertRefusedAsync(Library library, object request, string because)
    {
        using var answer = await ComposeAsync(library, request);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains(because, (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["detail"]!, StringComparison.Ordinal);
    }

    private static async Task<JsonNode> ChangeAsync(Library library, JsonNode id, object request)
    {
        using var answer = await library.SendJsonAsync(HttpMethod.Put, $"/api/sources/{id}/composed", request);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
    }

    private static async Task<JsonNode> TriedAsync(Library library, object request)
    {
        using var answer = await library.SendJsonAsync(HttpMethod.Post, "/api/sources/composed/try", request);
        return (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
    }

    private static async Task<string> ReplaceAsync(Library library, string id, byte[] content)
    {
        using var form = new MultipartFormDataContent { { new ByteArrayContent(content), "files", "better.png" } };
        using var answer = await library.Http.PostAsync(new Uri($"/api/sources/{id}/replacement", UriKind.Relative), form);
        return (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["source"]!["id"]!;
    }

    private static async Task<string> StateAsync(Library library, JsonNode pair) =>
        (string)(await library.GetAsync("/api/sources/composed"))["items"]!.AsArray()
            .Single(item => (string)item!["id"]! == (string)pair["id"]!)!["state"]!;

    private static IEnumerable<string> Inputs(JsonNode state) => state["inputs"]!.AsArray().Select(input => (string)input!["id"]!);

    private static async Task<IEnumerable<string>> StemsAsync(Library library) =>
        (await library.GetAsync("/api/sources?trait=composed"))["items"]!.AsArray().Select(item => (string)item!["stem"]!).Order();
}
