using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

/// <summary>Treatments as the interface shows them, and files that a run makes with them.</summary>
public sealed class TreatmentTests
{
    [Fact]
    public async Task A_run_keeps_round_corners_and_a_tone_and_many_who_try_others_at_once_are_all_answered()
    {
        using var library = new Library();
        var id = await ReadyAsync(library);
        var tries = Enumerable.Range(0, 24).Select(at => TryAsync(
            library, id, 200, new { tone = new { text = "light", contrast = 3 + (at * 0.1) } })).ToList();
        await library.RunAsync([id], ["test.a"]);
        var files = (await library.GetAsync("/api/variants"))["items"]!.AsArray();
        Assert.Equal(["jpeg", "webP"], files.Select(file => (string)file!["format"]!).Order());
        Assert.All(files, file => Assert.Empty(file!["findings"]!.AsArray()));
        foreach (var (at, answer) in (await Task.WhenAll(tries)).Index())
        {
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
            var tone = (await answer.Content.ReadFromJsonAsync<JsonNode>())!["tone"]!;
            Assert.True((bool)tone["isReached"]! && (double)tone["contrast"]! >= 3 + (at * 0.1));
        }
    }

    [Fact]
    public async Task What_makes_no_sense_is_refused_at_its_field_and_what_was_deleted_is_not_there()
    {
        using var library = new Library();
        var id = await ReadyAsync(library);
        await AssertRefusedAsync(await TryAsync(library, id, 0, null), "width");
        await AssertRefusedAsync(await TryAsync(library, id, 99_999, null), "width");
        await AssertRefusedAsync(await TryAsync(library, id, 200, new { tone = new { text = "pink" } }), "treatments.tone.text");
        await AssertRefusedAsync(
            await TryAsync(library, id, 200, new { edges = new { corners = 1e300 } }), "treatments.edges.corners");
        using var colours = await library.Http.GetAsync(new Uri($"/api/sources/{id}/colours?page=white", UriKind.Relative));
        await AssertRefusedAsync(colours, "page");
        (await library.Http.DeleteAsync(new Uri($"/api/sources/{id}", UriKind.Relative))).EnsureSuccessStatusCode();
        using var gone = await TryAsync(library, id, 200, null);
        using var none = await library.Http.GetAsync(new Uri($"/api/sources/{id}/colours", UriKind.Relative));
        Assert.Equal((HttpStatusCode.NotFound, HttpStatusCode.NotFound), (gone.StatusCode, none.StatusCode));
    }

    [Fact]
    public async Task A_headlines_words_are_a_pictures_own_come_into_its_files_and_their_alternative_text_and_go_with_undo()
    {
        using var library = new Library();
        var destination = Documents.Of("test", ("test.a", [400]));
        destination["slots"]![0]!["treatments"] = JsonNode.Parse("""{"headline":{"text":"Kites","language":"en"}}""");
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", destination)).EnsureSuccessStatusCode();
        var id = await library.TakeInAsync("hill-flight.jpg");
        await library.RunAsync([id], ["test.a"]);
        var before = (string)(await library.GetAsync("/api/variants"))["items"]![0]!["sha256"]!;

        await ChangeAsync(library, id, new { act = "sayHeadline", text = "Fresh\nwinds", language = "en" });
        await ChangeAsync(library, id, new { act = "placeHeadline", slot = "test.a", anchor = "topLeft" });
        var place = (await ChangeAsync(library, id, new { act = "colourHeadline", slot = "test.a", colour = "#102030" }))["places"]![0]!;
        Assert.Equal(
            ("Fresh\nwinds", "topLeft", "#102030"),
            ((string)place["headline"]!, (string)place["headlineAt"]!, (string)place["headlineColour"]!));
        var plan = (await library.GetAsync($"/api/plans?source={id}"))["items"]![0]!;
        Assert.Equal("stale", (string)plan["state"]!);
        await library.RunAsync([id], ["test.a"]);
        var markup = await library.Http.GetStringAsync(new Uri($"/api/markup?source={id}&slot=test.a&kind=html", UriKind.Relative));
        Assert.Contains("Fresh winds\"", markup, StringComparison.Ordinal);
        var files = (await library.GetAsync("/api/variants"))["items"]!.AsArray().Select(file => (string)file!["sha256"]!).ToList();
        Assert.Equal((2, 2), (files.Count, files.Append(before).Distinct().Count()));

        for (var step = 0; step < 3; step++)
            (await library.Http.PostAsync(new Uri($"/api/framings/{id}/undo", UriKind.Relative), null)).EnsureSuccessStatusCode();
        var back = (await library.GetAsync($"/api/framings/{id}"))["places"]![0]!;
        Assert.Equal(("Kites", null), ((string)back["headline"]!, (string?)back["headlineColour"]));
    }

    [Theory]
    [InlineData("sayHeadline", null, null, "text")]
    [InlineData("sayHeadline", "\u0007\u0001", null, "text")]
    [InlineData("sayHeadline", "words", "not a language", "language")]
    [InlineData("placeHeadline", null, null, "slot")]
    public async Task Words_that_make_no_sense_are_refused_at_their_field(string act, string? text, string? language, string field)
    {
        using var library = new Library();
        var id = await ReadyAsync(library);
        await AssertRefusedAsync(
            await library.SendJsonAsync(HttpMethod.Post, $"/api/framings/{id}/changes", new { act, text, language, slot = "test.a" }),
            field);
        await AssertRefusedAsync(
            await library.SendJsonAsync(
                HttpMethod.Post, $"/api/framings/{id}/changes", new { act = "sayHeadline", text = new string('w', 2_000) }), "text");
    }

    [Fact]
    public async Task A_mark_is_set_by_its_slot_left_off_for_one_picture_and_said_to_be_gone_when_it_was_deleted()
    {
        using var library = new Library();
        var sign = await library.TakeInAsync("logo-1200.png");
        var destination = Documents.Of("test", ("test.a", [300]));
        destination["slots"]![0]!["treatments"] = new JsonObject { ["mark"] = new JsonObject { ["picture"] = sign, ["size"] = 0.3 } };
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", destination)).EnsureSuccessStatusCode();
        var id = await library.TakeInAsync("hill-flight.jpg");
        var marked = await PictureAsync(await TryAsync(library, id, 300, null));
        Assert.NotEqual(marked, await PictureAsync(await TryAsync(library, id, 300, new { })));
        await library.RunAsync([id], ["test.a"]);
        Assert.Equal("done", await StateAsync(library, id));

        Assert.True((bool)(await ChangeAsync(library, id, new { act = "mark", on = false }))["isUnmarked"]!);
        Assert.Equal("stale", await StateAsync(library, id));
        Assert.Equal(
            await PictureAsync(await TryAsync(library, id, 300, new { })), await PictureAsync(await TryAsync(library, id, 300, null)));
        await ChangeAsync(library, id, new { act = "mark", on = true });
        Assert.Equal("done", await StateAsync(library, id));

        (await library.Http.DeleteAsync(new Uri($"/api/sources/{sign}", UriKind.Relative))).EnsureSuccessStatusCode();
        await ChangeAsync(library, id, new { act = "crop", slot = "test.a", crop = new { x = 10, y = 10, width = 1500, height = 1000 } });
        await library.RunAsync([id], ["test.a"]);
        var blocked = (await library.GetAsync("/api/variants"))["items"]!.AsArray().Single(file => (string)file!["state"]! == "blocked")!;
        Assert.Equal("mark-gone", (string)blocked["findings"]![0]!["id"]!);
        using var gone = await TryAsync(library, id, 299, null);
        Assert.InRange((int)gone.StatusCode, 400, 499);
        Assert.Contains("out of the bin", await gone.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    private static async Task<string> StateAsync(Library library, string source) =>
        (string)(await library.GetAsync($"/api/plans?source={source}"))["items"]![0]!["state"]!;

    private static async Task<string> PictureAsync(HttpResponseMessage answer) =>
        (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["picture"]!;

    private static async Task<JsonNode> ChangeAsync(Library library, string id, object change)
    {
        var answer = await library.SendJsonAsync(HttpMethod.Post, $"/api/framings/{id}/changes", change);
        answer.EnsureSuccessStatusCode();
        return (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
    }

    private static async Task<string> ReadyAsync(Library library)
    {
        var destination = Documents.Of("test", ("test.a", [120]));
        var slot = destination["slots"]![0]!;
        (slot["formats"], slot["deliver"]) = (new JsonArray("webp", "jpeg"), "each");
        slot["treatments"] = JsonNode.Parse("""{"tone":{"text":"light","byHand":{"lights":0.6}},"edges":{"corners":0.2}}""");
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", destination)).EnsureSuccessStatusCode();
        return await library.TakeInAsync("spool-small.jpg");
    }

    private static Task<HttpResponseMessage> TryAsync(Library library, string source, int width, object? treatments) =>
        library.SendJsonAsync(
            HttpMethod.Post, "/api/treatments/trial", new { source, slot = "test.a", width, treatments });

    private static async Task AssertRefusedAsync(HttpResponseMessage answer, string field)
    {
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Equal(field, (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["field"]!);
    }
}
