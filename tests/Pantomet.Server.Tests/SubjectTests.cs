using System.Net;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

public sealed class SubjectTests
{
    private static string Portrait => Path.Combine(Repository.Root, "tests", "photographs", "skimage-astronaut.jpg");

    [Fact]
    public async Task The_sheet_begins_with_the_least_sure_and_ends_with_what_is_settled()
    {
        using var library = new Library();
        var sure = await library.TakeInAsync("studio-delta-cutout.png");
        var unsure = await library.TakeInAsync("workbench-topdown.jpg");
        var settled = await library.TakeInAsync("winder-handle.jpg");
        await ChangeAsync(library, settled, new { act = "confirm" });
        var sheet = await SheetAsync(library);
        Assert.Equal([unsure, sure, settled], sheet.Select(entry => (string)entry!["source"]!["id"]!));
        Assert.Equal([false, false, true], sheet.Select(entry => (bool)entry!["isDecided"]!));
        var only = await (await library.SendJsonAsync(HttpMethod.Post, "/api/subjects", new { sources = new[] { sure, "none" } }))
            .Content.ReadAsStringAsync();
        Assert.Single(JsonNode.Parse(only)!["items"]!.AsArray());
    }

    [Fact]
    public async Task A_face_is_proposed_with_its_person_as_a_wish_and_confirmed_as_that()
    {
        using var library = new Library();
        var id = await library.TakeInAsync("portrait.jpg", await File.ReadAllBytesAsync(Portrait));
        var proposal = (await SheetAsync(library))[0]!;
        Assert.Equal(1, (int)proposal["faces"]!);
        await ChangeAsync(library, id, new { act = "confirm" });
        var framing = await library.GetAsync($"/api/framings/{id}");
        Assert.Equal(proposal["subject"]!.ToJsonString(), framing["subject"]!.ToJsonString());
        Assert.Equal(proposal["wish"]!.ToJsonString(), framing["wish"]!.ToJsonString());

        // Another subject through the fixed part of the interface leaves what is wished for; none takes it along.
        await library.SendJsonAsync(
            HttpMethod.Patch, $"/api/sources/{id}", new { subject = new { x = 150, y = 20, width = 180, height = 200 } });
        Assert.Equal(
            framing["wish"]!.ToJsonString(), (await library.GetAsync($"/api/framings/{id}"))["wish"]!.ToJsonString());
        await library.SendJsonAsync(
            HttpMethod.Patch, $"/api/sources/{id}", new { subject = (object?)null, focus = new { x = 9, y = 9 } });
        Assert.Null((await library.GetAsync($"/api/framings/{id}"))["wish"]);
    }

    [Theory]
    [InlineData("""{ "act": "decide", "wish": { "x": 0, "y": 0, "width": 9, "height": 9 } }""", "goes with a subject")]
    [InlineData(
        """
        { "act": "decide", "subject": { "x": 0, "y": 0, "width": 9, "height": 9 },
          "wish": { "x": 510, "y": 0, "width": 9, "height": 9 } }
        """,
        "inside the picture")]
    public async Task A_wish_that_cannot_be_is_refused_with_a_sentence(string change, string says)
    {
        using var library = new Library();
        var id = await library.TakeInAsync("portrait.jpg", await File.ReadAllBytesAsync(Portrait));
        using var answer = await library.SendJsonAsync(HttpMethod.Post, $"/api/framings/{id}/changes", JsonNode.Parse(change));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains(says, await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    private static async Task<JsonArray> SheetAsync(Library library)
    {
        using var answer = await library.SendJsonAsync(HttpMethod.Post, "/api/subjects", new { });
        return JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["items"]!.AsArray();
    }

    private static async Task ChangeAsync(Library library, string id, object change) =>
        (await library.SendJsonAsync(HttpMethod.Post, $"/api/framings/{id}/changes", change)).EnsureSuccessStatusCode();
}
