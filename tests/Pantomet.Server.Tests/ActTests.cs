using System.Net;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Pantomet.Server.Jobs;
using Pantomet.Server.Tests.Hostile;

namespace Pantomet.Server.Tests;

public sealed class ActTests
{
    [Fact]
    public async Task An_act_reaches_all_that_a_filter_leaves_and_is_undone_and_done_again_as_one()
    {
        using var library = new Library();
        var ids = await TakeInAsync(library, 4);
        await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{ids[0]}", new { group = "old" });
        var job = await library.ActAsync(new { on = new { filter = new { search = "kite" } }, act = "group", group = "red" });
        Assert.Equal(("act", "done", 4, 4), Told(job));
        Assert.Equal(["red", "red", "red", "red"], await GroupsAsync(library, ids));
        var undone = await library.ActAsync(new { }, $"/api/jobs/{job["id"]}/undo");
        Assert.Equal(["old", "", "", ""], await GroupsAsync(library, ids));
        await library.ActAsync(new { }, $"/api/jobs/{undone["id"]}/undo");
        Assert.Equal(["red", "red", "red", "red"], await GroupsAsync(library, ids));
        var twice = await library.SendJsonAsync(HttpMethod.Post, $"/api/jobs/{job["id"]}/undo", new { });
        Assert.Equal(HttpStatusCode.Conflict, twice.StatusCode);
    }

    [Fact]
    public async Task A_framing_is_changed_at_every_one_of_some_slots_of_all_that_a_filter_leaves()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        var ids = await TakeInAsync(library, 3);
        var on = new { filter = new { search = "kite" }, slots = new[] { "windowbox.square", "windowbox.story" } };
        var job = await library.ActAsync(new { on, act = "frame", frame = new { act = "leaveOut", on = true } });
        Assert.Equal(["windowbox.square", "windowbox.story"], await LeftOutAsync(library, ids[2]));
        await library.ActAsync(new { }, $"/api/jobs/{job["id"]}/undo");
        Assert.Empty(await LeftOutAsync(library, ids[2]));
    }

    private static async Task<IEnumerable<string>> LeftOutAsync(Library library, string id) =>
        (await library.GetAsync($"/api/framings/{id}"))["places"]!.AsArray().Where(place => (bool)place!["isLeftOut"]!)
            .Select(place => (string)place!["slot"]!).Distinct().Order();

    [Fact]
    public async Task What_was_changed_again_since_is_not_taken_back_with_the_others()
    {
        using var library = new Library();
        var ids = await TakeInAsync(library, 3);
        var job = await library.ActAsync(new { on = new { ids }, act = "group", group = "red" });
        await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{ids[1]}", new { group = "blue" });
        var undone = await library.ActAsync(new { }, $"/api/jobs/{job["id"]}/undo");
        Assert.Equal(["", "blue", ""], await GroupsAsync(library, ids));
        Assert.Equal((2, 1), ((int)undone["done"]!, (int)undone["failed"]!));
        Assert.Contains("\"kite-1\" was changed again since", (string)undone["problem"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_undo_that_reached_nothing_can_be_tried_again()
    {
        using var library = new Library();
        var ids = await TakeInAsync(library, 1);
        var job = await library.ActAsync(new { on = new { ids }, act = "group", group = "red" });
        await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{ids[0]}", new { group = "blue" });
        Assert.Equal("failed", (string)(await library.ActAsync(new { }, $"/api/jobs/{job["id"]}/undo"))["state"]!);
        await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{ids[0]}", new { group = "red" });
        Assert.Equal("done", (string)(await library.ActAsync(new { }, $"/api/jobs/{job["id"]}/undo"))["state"]!);
        Assert.Equal([""], await GroupsAsync(library, ids));
    }

    [Fact]
    public async Task Many_are_moved_to_the_bin_and_come_back_under_their_names()
    {
        using var library = new Library();
        var ids = await TakeInAsync(library, 3);
        var job = await library.ActAsync(new { on = new { ids = ids.Append("gone") }, act = "delete" });
        Assert.Equal((3, 1), ((int)job["done"]!, (int)job["failed"]!));
        Assert.Equal(0, (int)(await library.GetAsync("/api/sources"))["total"]!);
        await library.SendAsync(("kite-1.png", HostilePictures.Png(50, 40, 0)));
        await library.ActAsync(new { }, $"/api/jobs/{job["id"]}/undo");
        var stems = (await library.GetAsync("/api/sources"))["items"]!.AsArray().Select(source => (string)source!["stem"]!);
        Assert.Equal(["kite-0", "kite-1", "kite-1-2", "kite-2"], stems.Order());
    }

    [Fact]
    public async Task Stems_change_places_and_go_back()
    {
        using var library = new Library();
        var ids = await TakeInAsync(library, 3);
        async Task<IEnumerable<string>> StemsAsync() =>
            await Task.WhenAll(ids.Select(async id => (string)(await library.GetAsync($"/api/sources/{id}"))["stem"]!));
        var job = await library.ActAsync(
            new { on = new { ids }, act = "name", names = new { of = "stem", texts = (string[])["kite-1", "kite-2", "kite-0"] } });
        Assert.Equal(["kite-1", "kite-2", "kite-0"], await StemsAsync());
        await library.ActAsync(new { }, $"/api/jobs/{job["id"]}/undo");
        Assert.Equal(["kite-0", "kite-1", "kite-2"], await StemsAsync());
    }

    [Fact]
    public async Task Places_of_pairings_are_left_out_and_taken_in_again()
    {
        using var library = new Library();
        var ids = await TakeInAsync(library, 2);
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Documents.Of("test", ("test.a", [60]), ("test.b", [60]))))
            .EnsureSuccessStatusCode();
        object[] pairings =
            [new { source = ids[0], slot = "test.a" }, new { source = ids[0], slot = "test.b" }, new { source = ids[1], slot = "test.b" }];
        var job = await library.ActAsync(new { on = new { pairings }, act = "frame", frame = new { act = "leaveOut", on = true } });
        Assert.Equal(3, await LeftOutAsync());
        await library.ActAsync(new { }, $"/api/jobs/{job["id"]}/undo");
        Assert.Equal(0, await LeftOutAsync());

        async Task<int> LeftOutAsync() => (int)(await library.GetAsync("/api/board"))["states"]!["leftOut"]!;
    }

    // Each step is asked for by hand, so that what lies between two of them is certain.
    [Fact]
    public async Task An_act_that_is_cancelled_half_way_keeps_and_undoes_what_was_done()
    {
        using var library = new Library();
        var ids = await TakeInAsync(library, 2);
        using var still = library.Restarted(
            services => services.Remove(services.Single(one => one.ImplementationType == typeof(JobRunner))));
        var answer = await still.SendJsonAsync(HttpMethod.Post, "/api/acts", new { on = new { ids }, act = "group", group = "red" });
        var id = (string)JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["id"]!;
        var work = still.Services.GetServices<IJobWork>().Single(work => work.Kind == JobKind.Act);
        // As a crash leaves it: begun, and the first of two is done.
        var step = (await work.NextAsync(default))!;
        await still.ExecuteAsync($"UPDATE Jobs SET Done = 1 WHERE Id = '{id}'");
        await still.SendJsonAsync(HttpMethod.Post, $"/api/jobs/{id}/pause", null);
        await step(default);
        Assert.Equal(["", ""], await GroupsAsync(still, ids));
        await still.SendJsonAsync(HttpMethod.Post, $"/api/jobs/{id}/resume", null);
        await (await work.NextAsync(default))!(default);
        // It went on behind what was done.
        Assert.Equal(["", "red"], await GroupsAsync(still, ids));
        Assert.Equal(("act", "done", 2, 2), Told(await still.GetAsync($"/api/jobs/{id}")));
        Assert.Null(await work.NextAsync(default));
    }

    [Fact]
    public async Task What_fails_each_time_is_given_up_and_what_stands_behind_it_is_done()
    {
        using var library = new Library();
        var ids = await TakeInAsync(library, 2);
        await library.ExecuteAsync(
            "CREATE TRIGGER fault BEFORE UPDATE OF \"Group\" ON Sources WHEN NEW.\"Group\" = 'red' BEGIN SELECT RAISE(ABORT, 'gone'); END");
        await library.SendJsonAsync(HttpMethod.Post, "/api/acts", new { on = new { ids }, act = "group", group = "red" });
        await library.ActAsync(new { on = new { ids }, act = "group", group = "blue" });
        var first = (await library.GetAsync("/api/jobs"))["items"]!.AsArray()[^1]!;
        Assert.Equal("failed", (string)first["state"]!);
        Assert.Contains("failed 8 times", (string)first["problem"]!, StringComparison.Ordinal);
        Assert.Equal(["blue", "blue"], await GroupsAsync(library, ids));
    }

    [Theory]
    [InlineData("""{"on":{},"act":"delete"}""", "one of the three")]
    [InlineData("""{"on":{"ids":["a"],"filter":{}},"act":"delete"}""", "one of the three")]
    [InlineData("""{"on":{"filter":{"state":"lost"}},"act":"delete"}""", "not a state")]
    [InlineData("""{"on":{"filter":{}},"act":"delete"}""", "the filter leaves none")]
    [InlineData("""{"on":{"ids":["a"]},"act":"group"}""", "Name the group")]
    [InlineData("""{"on":{"ids":["a"]},"act":"group","group":"Red kites"}""", "red-kites")]
    [InlineData("""{"on":{"ids":["a"]},"act":"frame"}""", "what is done to each framing")]
    [InlineData("""{"on":{"ids":["a"]},"act":"undo"}""", "at the job that is undone")]
    [InlineData("""{"on":{"ids":["a"],"slots":["site.card"]},"act":"delete"}""", "for acts on framings")]
    [InlineData("""{"on":{"pairings":[],"slots":[]},"act":"frame","frame":{"act":"leaveOut","on":true}}""", "go with ids or a filter")]
    public async Task What_cannot_be_meant_is_refused_with_a_sentence(string act, string part)
    {
        using var library = new Library();
        var answer = await library.SendJsonAsync(HttpMethod.Post, "/api/acts", JsonNode.Parse(act));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains(part, await answer.Content.ReadAsStringAsync(), StringComparison.OrdinalIgnoreCase);
    }

    private static (string Kind, string State, int Total, int Done) Told(JsonNode job) =>
        ((string)job["kind"]!, (string)job["state"]!, (int)job["total"]!, (int)job["done"]!);

    private static async Task<string[]> GroupsAsync(Library library, IEnumerable<string> ids) =>
        await Task.WhenAll(ids.Select(async id => (string)(await library.GetAsync($"/api/sources/{id}"))["group"]!));

    private static async Task<List<string>> TakeInAsync(Library library, int count)
    {
        var ids = new List<string>();
        for (var at = 0; at < count; at++)
            ids.Add(await library.TakeInAsync($"kite-{at}.png", HostilePictures.Png(90, 60 + at, 0)));
        return ids;
    }
}
