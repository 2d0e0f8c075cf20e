using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

public sealed class DestinationTests
{
    [Fact]
    public async Task A_document_comes_back_as_it_went_in_can_be_replaced_and_taken_away()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        var document = await library.GetAsync("/api/destinations/windowbox");
        Assert.True(
            JsonNode.DeepEquals(
                JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Repository.Root, "tests", "destinations", "windowbox.json"))),
                document));

        document["slots"]![0]!["limits"]!["mostBytes"] = 400_000;
        (await library.SendJsonAsync(HttpMethod.Put, "/api/destinations/windowbox", document)).EnsureSuccessStatusCode();
        Assert.Equal(400_000, (int)(await library.GetAsync("/api/destinations"))["items"]![0]!["slots"]![0]!["limits"]!["mostBytes"]!);

        (await library.Http.DeleteAsync(new Uri("/api/destinations/windowbox", UriKind.Relative))).EnsureSuccessStatusCode();
        Assert.Empty((await library.GetAsync("/api/destinations"))["items"]!.AsArray());
    }

    [Fact]
    public async Task Ids_that_are_taken_are_refused()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        var document = await library.GetAsync("/api/destinations/windowbox");
        Assert.Equal("id", await FieldAsync(library, document));
        document["id"] = "windowbox-two";
        Assert.Equal("slots", await FieldAsync(library, document));
    }

    [Fact]
    public async Task What_is_wrong_is_answered_at_its_field()
    {
        using var library = new Library();
        var document = JsonNode.Parse(
            await File.ReadAllTextAsync(Path.Combine(Repository.Root, "tests", "destinations", "windowbox.json")))!;
        document["slots"]![1]!["shape"] = "round";
        Assert.Equal("slots[1].shape", await FieldAsync(library, document));
    }

    [Fact]
    public async Task Its_schema_is_served()
    {
        using var library = new Library();
        Assert.Equal("/schemas/destination-1.json", (string)(await library.GetAsync("/schemas/destination-1.json"))["$id"]!);
    }

    private static async Task<string> FieldAsync(Library library, JsonNode document)
    {
        var answer = await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", document);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        return (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["field"]!;
    }
}
