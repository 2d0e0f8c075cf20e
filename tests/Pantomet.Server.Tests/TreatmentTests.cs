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
