using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

public sealed class FramingTests
{
    private static readonly object Kite = new { x = 2448, y = 192, width = 720, height = 864 };

    [Fact]
    public async Task A_new_source_is_framed_from_a_proposal_until_somebody_decides()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        var framing = await library.GetAsync($"/api/framings/{source}");
        Assert.False((bool)framing["isDecided"]!);
        Assert.NotNull(framing["proposal"]!["subject"]);
        Assert.Null((await library.GetAsync($"/api/sources/{source}"))["subject"]);

        var confirmed = await DoAsync(library, source, new { act = "confirm" });
        Assert.True((bool)confirmed["isDecided"]!);
        Assert.Equal(framing["proposal"]!["subject"]!.ToJsonString(), confirmed["subject"]!.ToJsonString());
        Assert.Equal(Crops(framing), Crops(confirmed));
    }

    [Fact]
    public async Task What_is_tried_is_the_same_as_what_is_done_and_leaves_nothing_behind()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        var before = await library.GetAsync($"/api/framings/{source}");
        var change = new { act = "decide", subject = Kite };
        var tried = await JsonAsync(await library.SendJsonAsync(HttpMethod.Post, $"/api/framings/{source}/try", change));
        Assert.Equal(before.ToJsonString(), (await library.GetAsync($"/api/framings/{source}")).ToJsonString());
        var done = await DoAsync(library, source, change);
        Assert.Equal(tried["places"]!.ToJsonString(), done["places"]!.ToJsonString());
        Assert.NotEqual(Crops(before), Crops(done));
    }

    [Fact]
    public async Task Everything_is_undone_and_redone_after_a_restart_too()
    {
        using var library = await ReadyAsync("galewright-shop.json");
        var source = await library.TakeInAsync("hill-flight.jpg");
        List<string> seen = [State(await library.GetAsync($"/api/framings/{source}"))];
        foreach (var change in (object[])
        [
            new { act = "decide", subject = Kite, focus = new { x = 2800, y = 500 } },
            new { act = "crop", slot = "windowbox.square", crop = new { x = 1200, y = 10, width = 2000, height = 2000 } },
            new { act = "quarter", quarters = 1 },
            new { act = "mirror" },
            new { act = "levelAlong", from = new { x = 0, y = 100 }, to = new { x = 1000, y = 150 } },
            new { act = "part", slot = "windowbox.square", on = true },
            new { act = "pad", slot = "windowbox.story", on = true },
            new { act = "leaveOut", slot = "windowbox.portrait", on = true },
            new { act = "accept", slot = "windowbox.square" },
            new { act = "allAutomatic" },
        ])
            seen.Add(State(await DoAsync(library, source, change)));
        // A picture of its own after each step but accepting, which is seen in the round of review only.
        Assert.Equal(seen.Count - 1, seen.Distinct().Count());

        using var again = library.Restarted();
        for (var step = seen.Count - 2; step >= 0; step--)
            Assert.Equal(seen[step], State(await MoveAsync(again, source, "undo")));
        Assert.Null((await again.GetAsync($"/api/framings/{source}"))["undo"]);
        for (var step = 1; step < seen.Count; step++)
            Assert.Equal(seen[step], State(await MoveAsync(again, source, "redo")));
        Assert.Equal(seen[^1], State(await again.GetAsync($"/api/framings/{source}")));
    }

    [Fact]
    public async Task What_was_undone_is_gone_once_something_new_is_done()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("spool-small.jpg");
        await DoAsync(library, source, new { act = "quarter", quarters = 1 });
        Assert.Equal("turning", (string)(await MoveAsync(library, source, "undo"))["redo"]!);
        var framing = await DoAsync(library, source, new { act = "mirror" });
        Assert.Null(framing["redo"]);
        Assert.Equal(State(framing), State(await MoveAsync(library, source, "redo")));
    }

    [Fact]
    public async Task Of_two_windows_the_second_is_told_and_overwrites_nothing()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        var seen = (long)(await library.GetAsync($"/api/framings/{source}"))["revision"]!;
        Task<HttpResponseMessage> FromAsync(long revision, object change)
        {
            var request = new HttpRequestMessage(
                HttpMethod.Post, $"/api/framings/{source}/changes")
            { Content = JsonContent.Create(change) };
            request.Headers.IfMatch.Add(new EntityTagHeaderValue($"\"{revision}\""));
            return library.Http.SendAsync(request);
        }

        Assert.Equal(HttpStatusCode.OK, (await FromAsync(seen, new { act = "decide", subject = Kite })).StatusCode);
        var second = await FromAsync(seen, new { act = "quarter", quarters = 1 });
        Assert.Equal(HttpStatusCode.PreconditionFailed, second.StatusCode);
        Assert.Contains("another window", (string)(await JsonAsync(second))["detail"]!, StringComparison.Ordinal);
        Assert.Equal(0, (int)(await library.GetAsync($"/api/framings/{source}"))["turn"]!["quarters"]!);

        // At the very same time, too: of many that saw the same, one is stored.
        var now = (long)(await library.GetAsync($"/api/framings/{source}"))["revision"]!;
        var answers = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => FromAsync(now, new { act = "quarter", quarters = 1 })));
        Assert.Equal(
            [HttpStatusCode.OK], answers.Select(answer => answer.StatusCode).Where(status => status != HttpStatusCode.PreconditionFailed));
        Assert.Equal(1, (int)(await library.GetAsync($"/api/framings/{source}"))["turn"]!["quarters"]!);
    }

    [Theory]
    [InlineData("""{"act":"decide","subject":{"x":3000,"y":0,"width":900,"height":10}}""", "subject", "inside the picture")]
    [InlineData("""{"act":"decide","subject":{"x":0,"y":0,"width":0,"height":10}}""", "subject", "at least 1 px")]
    [InlineData("""{"act":"decide","subject":{"x":0,"y":0,"width":4000,"height":4000}}""", "subject", "3600×2400")]
    [InlineData("""{"act":"decide","subject":{"x":0,"y":0,"width":100,"height":100},"focus":{"x":500,"y":50}}""", "focus",
        "lie in the subject")]
    [InlineData("""{"act":"level","level":16}""", "level", "15 degrees")]
    [InlineData("""{"act":"levelAlong","from":{"x":0,"y":0},"to":{"x":100,"y":60}}""", "from", "15 degrees")]
    [InlineData("""{"act":"crop","slot":"windowbox.square"}""", "crop", "at least 1 px")]
    [InlineData("""{"act":"crop","slot":"windowbox.square","tier":"narrow","crop":{"x":0,"y":0,"width":10,"height":10}}""", "tier",
        "no tier")]
    public async Task What_cannot_be_done_is_said_at_its_field(string change, string field, string says)
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        var answer = await library.Http.PostAsync(
            new Uri($"/api/framings/{source}/changes", UriKind.Relative), new StringContent(change, Encoding.UTF8, "application/json"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        var problem = await JsonAsync(answer);
        Assert.Equal(field, (string)problem["field"]!);
        Assert.Contains(says, (string)problem["detail"]!, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("""{"x":10.5,"y":0,"width":100,"height":100}""", "crop.x", "whole pixels")]
    [InlineData("""{"x":3000,"y":0,"width":1000,"height":1000}""", "crop", "beyond the picture")]
    [InlineData("""{"x":-1,"y":0,"width":100,"height":100}""", "crop", "beyond the picture")]
    [InlineData("""{"x":1e300,"y":0,"width":100,"height":100}""", "crop.x", "whole pixels")]
    public async Task A_script_that_sends_a_crop_in_fractions_or_beyond_the_edge_is_told(string crop, string field, string says)
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        var answer = await library.Http.PutAsync(
            new Uri($"/api/framings/{source}/windowbox.square", UriKind.Relative),
            new StringContent($"{{\"crop\":{crop}}}", Encoding.UTF8, "application/json"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        var problem = await JsonAsync(answer);
        Assert.Equal(field, (string)problem["field"]!);
        Assert.Contains(says, (string)problem["detail"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_crop_of_another_shape_is_fitted_and_that_is_said()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        var answer = await JsonAsync(
            await library.SendJsonAsync(
                HttpMethod.Put, $"/api/framings/{source}/windowbox.square",
                new { crop = new { x = 0, y = 0, width = 2000, height = 1000 } }));
        Assert.Equal("crop-fitted", (string)answer["findings"]![0]!["id"]!);
        Assert.Equal((2000, 2000), ((int)answer["crop"]!["width"]!, (int)answer["crop"]!["height"]!));
    }

    [Fact]
    public async Task Patching_subject_and_focus_is_a_step_like_any_other()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{source}", new { subject = Kite, focus = new { x = 2500, y = 200 } });
        Assert.Equal("subject", (string)(await library.GetAsync($"/api/framings/{source}"))["undo"]!);
        // The focus that was set does not lie in the new subject, and is let go of.
        var moved = await JsonAsync(
            await library.SendJsonAsync(
                HttpMethod.Patch, $"/api/sources/{source}", new { subject = new { x = 0, y = 0, width = 100, height = 100 } }));
        Assert.Equal((100, null), ((int)moved["subject"]!["width"]!, moved["focus"]));
        await MoveAsync(library, source, "undo");
        Assert.Equal(2500, (double)(await library.GetAsync($"/api/sources/{source}"))["focus"]!["x"]!);
    }

    [Fact]
    public async Task Slots_of_one_ratio_share_a_framing_until_they_are_parted()
    {
        using var library = await ReadyAsync("plaza-nine.json");
        var source = await library.TakeInAsync("hill-flight.jpg");
        var crop = new { x = 300, y = 100, width = 1800, height = 1800 };
        var shared = await DoAsync(library, source, new { act = "crop", slot = "windowbox.square", crop });
        Assert.Equal(["plaza-nine.round-portrait"], Place(shared, "windowbox.square")["shares"]!.AsArray().Select(id => (string)id!));
        Assert.Equal(
            Place(shared, "windowbox.square")["crop"]!.ToJsonString(), Place(shared, "plaza-nine.round-portrait")["crop"]!.ToJsonString());

        await DoAsync(library, source, new { act = "part", slot = "windowbox.square" });
        var parted = await DoAsync(
            library, source, new { act = "crop", slot = "windowbox.square", crop = new { x = 0, y = 0, width = 1200, height = 1200 } });
        Assert.Equal(1200, (int)Place(parted, "windowbox.square")["crop"]!["width"]!);
        Assert.Equal(1800, (int)Place(parted, "plaza-nine.round-portrait")["crop"]!["width"]!);
    }

    [Fact]
    public async Task A_fresh_library_asks_once_about_each_picture_and_warns_of_nothing_but_pixels()
    {
        using var library = await ReadyAsync(
            "galewright-shop.json", "quayside-market.json", "stallholders-hall.json", "plaza-nine.json", "windward-letter.json");
        foreach (var name in (string[])["hill-flight.jpg", "dune-box-kite.jpg", "ribbon-tails-detail.jpg", "festival-panorama.jpg"])
            await library.TakeInAsync(name);
        var items = (await ReviewAsync(library))["items"]!.AsArray();
        var reasons = items.Select(item => (
            Source: (string)item!["source"]!, IsWhole: item["slot"] is null,
            Reason: Assert.Single(item["reasons"]!.AsArray())!.ToString())).ToList();
        Assert.Equal(4, reasons.Where(one => one.IsWhole).Select(one => one.Source).Distinct().Count());
        Assert.All(reasons, one => Assert.Equal(one.IsWhole ? "unconfirmed" : "littleResolution", one.Reason));
        Assert.Equal(4, reasons.Count(one => one.IsWhole));
    }

    [Fact]
    public async Task The_review_brings_the_worst_first_and_shrinks_as_things_are_settled()
    {
        using var library = await ReadyAsync();
        var kite = await library.TakeInAsync("hill-flight.jpg");
        var small = await library.TakeInAsync("spool-small.jpg");
        await DoAsync(library, kite, new { act = "decide", subject = new { x = 828, y = 192, width = 2340, height = 1800 } });
        await DoAsync(library, small, new { act = "confirm" });
        var queue = await ReviewAsync(library);
        var first = queue["items"]![0]!;
        Assert.Equal(
            (kite, "windowbox.story", "subjectCut"), ((string)first["source"]!, (string)first["slot"]!, (string)first["reasons"]![0]!));
        Assert.Contains(
            queue["items"]!.AsArray(), item => (string)item!["source"]! == small && (string)item["reasons"]![0]! == "littleResolution");

        var before = queue["items"]!.AsArray().Count;
        var settled = (int)queue["settled"]!;
        await DoAsync(library, kite, new { act = "accept", slot = "windowbox.story" });
        await DoAsync(library, small, new { act = "leaveOut", slot = "windowbox.square" });
        queue = await ReviewAsync(library);
        Assert.Equal((before - 2, settled + 2), (queue["items"]!.AsArray().Count, (int)queue["settled"]!));

        // What was accepted comes back when it changes.
        await DoAsync(library, kite, new { act = "decide", subject = new { x = 820, y = 192, width = 2340, height = 1800 } });
        Assert.Contains(
            (await ReviewAsync(library))["items"]!.AsArray(), item => (string?)item!["slot"] == "windowbox.story" &&
                (string)item["source"]! == kite);
    }

    [Fact]
    public async Task Whatever_is_in_the_round_can_be_accepted_padded_places_too()
    {
        using var library = new Library();
        foreach (var file in Directory.EnumerateFiles(Path.Combine(Repository.Root, "tests", "destinations"), "*.json"))
            await library.AddDestinationAsync(Path.GetFileName(file));
        var small = await library.TakeInAsync("spool-small.jpg");
        await DoAsync(library, small, new { act = "confirm" });
        var items = (await ReviewAsync(library))["items"]!.AsArray();
        Assert.Contains(items, item => (string?)item!["slot"] == "stallholders-hall.main-photo");
        foreach (var item in items)
            await DoAsync(library, small, new { act = "accept", slot = (string?)item!["slot"], tier = (string?)item["tier"] });
        Assert.Empty((await ReviewAsync(library))["items"]!.AsArray());
    }

    [Fact]
    public async Task What_is_left_out_is_not_rendered_and_says_so()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        foreach (var slot in (string[])["windowbox.square", "windowbox.portrait", "windowbox.story"])
            await DoAsync(library, source, new { act = "leaveOut", slot });
        Assert.Equal(
            ["leftOut", "leftOut", "leftOut"],
            (await library.GetAsync($"/api/plans?source={source}"))["items"]!.AsArray().Select(item => (string)item!["state"]!));
        var run = await library.SendJsonAsync(
            HttpMethod.Post, "/api/runs", new { sources = new[] { source }, slots = new[] { "windowbox.square" } });
        Assert.Contains("left out", (string)(await JsonAsync(run))["detail"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_framing_is_copied_to_a_series_after_it_was_shown()
    {
        using var library = await ReadyAsync();
        var (from, to) = (await library.TakeInAsync("winder-handle.jpg"), await library.TakeInAsync("winder-handle-cmyk.jpg"));
        await DoAsync(library, from, new { act = "decide", subject = new { x = 286, y = 585, width = 1742, height = 2308 } });
        await DoAsync(
            library, from, new { act = "crop", slot = "windowbox.square", crop = new { x = 130, y = 325, width = 1300, height = 1300 } });
        await DoAsync(library, to, new { act = "mirror" });
        await MoveAsync(library, to, "undo");
        var tried = await library.SendJsonAsync(
            HttpMethod.Post, $"/api/framings/{from}/copies/try", new { to = new[] { to }, @as = "fraction" });
        var shown = (await JsonAsync(tried))["items"]![0]!["framing"]!;
        Assert.False((bool)(await library.GetAsync($"/api/framings/{to}"))["isDecided"]!);
        await library.ActAsync(new { on = new { ids = new[] { to } }, act = "copyFraming", copy = new { from, @as = "fraction" } });
        var taken = await library.GetAsync($"/api/framings/{to}");
        Assert.Equal(shown["places"]!.ToJsonString(), taken["places"]!.ToJsonString());
        // 2600 × 3250 to 1280 × 1600: every figure by 64/130.
        Assert.Equal("""{"x":64,"y":160,"width":640,"height":640}""", Place(taken, "windowbox.square")["crop"]!.ToJsonString());
        // A step like any other: what was undone before it cannot be redone over it.
        Assert.Equal(("framing from winder-handle", null), ((string)taken["undo"]!, taken["redo"]));
    }

    [Fact]
    public async Task A_better_file_takes_names_subject_and_framings_scaled()
    {
        using var library = await ReadyAsync();
        var small = await library.TakeInAsync("winder-handle-cmyk.jpg");
        await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{small}", new { stem = "beech-winder", altText = "A winder" });
        await DoAsync(library, small, new { act = "decide", subject = new { x = 64, y = 160, width = 640, height = 640 } });
        await DoAsync(
            library, small, new { act = "crop", slot = "windowbox.square", crop = new { x = 64, y = 160, width = 640, height = 640 } });
        var replaced = await JsonAsync(await ReplaceAsync(library, small, "winder-handle.jpg"));
        var better = replaced["source"]!;
        Assert.False((bool)replaced["hasOtherRatio"]!);
        Assert.Equal(("beech-winder", "A winder", 2600), ((string)better["stem"]!, (string)better["altText"]!, (int)better["width"]!));
        Assert.Equal("""{"x":130,"y":325,"width":1300,"height":1300}""", better["subject"]!.ToJsonString());
        Assert.Equal(HttpStatusCode.NotFound, (await library.Http.GetAsync(new Uri($"/api/sources/{small}", UriKind.Relative))).StatusCode);
        Assert.DoesNotContain(
            (await ReviewAsync(library))["items"]!.AsArray(),
            item => item!["reasons"]!.AsArray().Any(reason => (string)reason! == "replaced"));

        // Back by the ordinary way of taking away and restoring.
        await library.Http.DeleteAsync(new Uri($"/api/sources/{better["id"]}", UriKind.Relative));
        Assert.Equal(
            HttpStatusCode.OK, (await library.Http.PostAsync(new Uri($"/api/sources/{small}/restore", UriKind.Relative), null)).StatusCode);
    }

    [Fact]
    public async Task A_better_file_of_other_proportions_puts_framings_by_hand_up_for_review()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("spool-small.jpg");
        await DoAsync(
            library, source, new { act = "crop", slot = "windowbox.square", crop = new { x = 0, y = 0, width = 300, height = 300 } });
        var replaced = await JsonAsync(await ReplaceAsync(library, source, "winder-handle.jpg"));
        Assert.True((bool)replaced["hasOtherRatio"]!);
        Assert.Contains(
            (await ReviewAsync(library))["items"]!.AsArray(), item => (string?)item!["slot"] == "windowbox.square" &&
                item["reasons"]!.AsArray().Any(reason => (string)reason! == "replaced"));
    }

    [Fact]
    public async Task A_file_that_is_no_better_replaces_nothing()
    {
        using var library = await ReadyAsync();
        var (one, other) = (await library.TakeInAsync("spool-small.jpg"), await library.TakeInAsync("winder-handle.jpg"));
        Assert.Contains(
            "in the library already", (string)(await JsonAsync(await ReplaceAsync(library, one, "winder-handle.jpg")))["detail"]!,
            StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await ReplaceAsync(library, one, "README.md")).StatusCode);
        Assert.Equal([other, one], (await library.GetAsync("/api/sources"))["items"]!.AsArray().Select(item => (string)item!["id"]!));
    }

    [Fact]
    public async Task Framings_of_an_older_library_stay()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        var old = Path.Combine(Directory.CreateDirectory(Path.Combine(library.DataFolder, "old")).FullName, "pantomet.db");
        // The schema as it was before, with what a person had set in it.
        await library.ExecuteAsync("""
            ALTER TABLE Sources DROP COLUMN Framing; ALTER TABLE Sources DROP COLUMN Proposal;
            ALTER TABLE Sources DROP COLUMN FramingRevision; ALTER TABLE Sources DROP COLUMN NumberedAs; DROP TABLE FramingSteps;
            ALTER TABLE Sources ADD COLUMN Subject TEXT; ALTER TABLE Sources ADD COLUMN Focus TEXT;
            UPDATE Sources SET Subject = '{"x":2448,"y":192,"width":720,"height":864}';
            CREATE TABLE Framings (SourceId TEXT, SlotId TEXT, Tier TEXT, Crop TEXT, SetAt TEXT);
            """);
        await library.ExecuteAsync(
            $$"""INSERT INTO Framings VALUES ('{{source}}', 'windowbox.square', '', """ +
            """'{"x":1,"y":2,"width":1800,"height":1800}', '2026-01-01')""");
        await library.ExecuteAsync("DELETE FROM __EFMigrationsHistory WHERE MigrationId LIKE '%_Framing'");
        await library.ExecuteAsync($"VACUUM INTO '{old}'");
        Directory.Move(Path.Combine(library.DataFolder, "originals"), Path.Combine(Path.GetDirectoryName(old)!, "originals"));
        using var again = new Library(null, ("data", Path.GetDirectoryName(old)!));
        var framing = await again.GetAsync($"/api/framings/{source}");
        Assert.Equal(2448, (int)framing["subject"]!["x"]!);
        Assert.NotNull(framing["proposal"]!["subject"]);
        Assert.Equal("""{"x":1,"y":2,"width":1800,"height":1800}""", Place(framing, "windowbox.square")["crop"]!.ToJsonString());
    }

    private static async Task<Library> ReadyAsync(params string[] more)
    {
        var library = new Library();
        foreach (var file in (string[])["windowbox.json", .. more])
            await library.AddDestinationAsync(file);
        return library;
    }

    private static async Task<JsonNode> DoAsync(Library library, string source, object change)
    {
        var answer = await library.SendJsonAsync(HttpMethod.Post, $"/api/framings/{source}/changes", change);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return await JsonAsync(answer);
    }

    private static async Task<JsonNode> MoveAsync(Library library, string source, string way) =>
        await JsonAsync(await library.SendJsonAsync(HttpMethod.Post, $"/api/framings/{source}/{way}", null));

    private static async Task<JsonNode> ReviewAsync(Library library) =>
        await JsonAsync(await library.SendJsonAsync(HttpMethod.Post, "/api/review", new { }));

    private static async Task<HttpResponseMessage> ReplaceAsync(Library library, string source, string demoName)
    {
        using var form =
            new MultipartFormDataContent { { new ByteArrayContent(await File.ReadAllBytesAsync(Library.Demo(demoName))), "files",
                demoName } };
        return await library.Http.PostAsync(new Uri($"/api/sources/{source}/replacement", UriKind.Relative), form);
    }

    private static JsonNode Place(JsonNode framing, string slot) =>
        framing["places"]!.AsArray().Single(place => (string)place!["slot"]! == slot)!;

    private static string Crops(JsonNode framing) =>
        string.Join(" ", framing["places"]!.AsArray().Select(place => place!["crop"]!.ToJsonString()));

    // Everything but the counters and the way back and forth.
    private static string State(JsonNode framing)
    {
        var copy = framing.DeepClone().AsObject();
        foreach (var name in (string[])["revision", "undo", "redo"])
            copy.Remove(name);
        foreach (var place in copy["places"]!.AsArray())
            place!.AsObject().Remove("review");
        return copy.ToJsonString();
    }

    private static async Task<JsonNode> JsonAsync(HttpResponseMessage answer) => (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
}
