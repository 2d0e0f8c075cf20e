using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

public sealed class ApiDescriptionTests(Library library) : IClassFixture<Library>
{
    private static readonly string Kept = Path.Combine(Repository.Root, "src", "client", "src", "api", "openapi-1.json");
    private static readonly JsonSerializerOptions Written = new()
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    // The client's types are made from this file; tools/refresh-api writes it. Types need no examples.
    [Fact]
    public async Task The_pages_are_built_against_what_the_server_says_of_itself()
    {
        var description = await library.GetAsync("/openapi/v1.json");
        WithoutExamples(description);
        var now = description.ToJsonString(Written) + "\n";
        if (Environment.GetEnvironmentVariable("PANTOMET_WRITE_API") is not null)
            await File.WriteAllTextAsync(Kept, now);
        Assert.True(now == await File.ReadAllTextAsync(Kept), "The interface has changed. Run tools/refresh-api, and mend the pages.");
    }

    [Fact]
    public async Task The_page_that_shows_it_loads_nothing_from_elsewhere_and_runs_only_what_it_names()
    {
        using var page = await library.Http.GetAsync(new Uri("/docs/", UriKind.Relative));
        var text = await page.Content.ReadAsStringAsync();
        var policy = page.Headers.GetValues("Content-Security-Policy").Single();
        var nonce = policy.Split("'nonce-")[1].Split('\'')[0];
        Assert.Contains($"nonce=\"{nonce}\"", text, StringComparison.Ordinal);
        Assert.DoesNotContain("https://", text, StringComparison.Ordinal);
    }

    private static void WithoutExamples(JsonNode? node)
    {
        if (node is JsonObject all && all.ContainsKey("example") && !all.ContainsKey("type"))
            all.Remove("example");
        foreach (var inner in node is JsonObject members ? members.Select(member => member.Value) : node is JsonArray items ? items : [])
            WithoutExamples(inner);
    }
}
