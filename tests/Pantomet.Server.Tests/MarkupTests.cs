using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Pantomet.Server.Tests;

public sealed partial class MarkupTests : IDisposable
{
    private readonly Library library = new();

    public void Dispose() => library.Dispose();

    [Fact]
    public async Task Every_address_is_a_file_of_the_package()
    {
        await library.AddDestinationAsync("galewright-shop.json");
        var source = await library.TakeInAsync("hill-flight.jpg");
        var slots = (await library.GetAsync("/api/destinations"))["items"]![0]!["slots"]!.AsArray().Select(slot => (string)slot!["id"]!);
        await library.RunAsync([source], slots);
        using var package = await library.PackAsync(new { sources = (string[])[source] });
        var files = package.Entries.Select(entry => entry.FullName).ToHashSet();
        foreach (var slot in slots)
        {
            var listed = (await MarkupAsync(source, slot, "addresses")).Split('\n', StringSplitOptions.RemoveEmptyEntries);
            Assert.NotEmpty(listed);
            Assert.All(listed, address => Assert.Contains(address, files));
            var html = await MarkupAsync(source, slot, "html");
            Assert.All(Address().Matches(html), address => Assert.Contains(address.Value, listed));
            Assert.Equal(listed.Length, Address().Matches(html).Select(address => address.Value).Distinct().Count());
        }
    }

    [Fact]
    public async Task What_a_picture_shows_is_said_in_all_that_holds_words()
    {
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Documents.Of("shop", ("shop.a", [100, 200]))))
            .EnsureSuccessStatusCode();
        var source = await library.TakeInAsync("spool-small.jpg");
        (await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{source}", new { altText = "A \"red\" spool" }))
            .EnsureSuccessStatusCode();
        await library.RunAsync([source], ["shop.a"]);
        Assert.Contains("alt=\"A &quot;red&quot; spool\"", await MarkupAsync(source, "shop.a", "html"), StringComparison.Ordinal);
        Assert.Contains("A &quot;red&quot; spool", await MarkupAsync(source, "shop.a", "meta"), StringComparison.Ordinal);
        Assert.Equal("A \"red\" spool", (string)JsonNode.Parse(await MarkupAsync(source, "shop.a", "json"))!["alt"]!);
        Assert.Contains("fetchpriority", await MarkupAsync(source, "shop.a", "html&top=true"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_base_address_stands_before_the_slots_folder_and_what_is_at_the_top_is_fetched_first()
    {
        var shop = Documents.Of("shop", ("shop.a", [100, 200]));
        (shop["baseAddress"], shop["slots"]![0]!["atTop"]) = ("https://pictures.galewright.example/shop/", true);
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", shop)).EnsureSuccessStatusCode();
        var source = await library.TakeInAsync("spool-small.jpg");
        await library.RunAsync([source], ["shop.a"]);
        Assert.StartsWith(
            "https://pictures.galewright.example/shop/a/spool-small-a-", await MarkupAsync(source, "shop.a", "addresses"),
            StringComparison.Ordinal);
        Assert.Contains("fetchpriority=\"high\"", await MarkupAsync(source, "shop.a", "html"), StringComparison.Ordinal);
        Assert.Contains("loading=\"lazy\"", await MarkupAsync(source, "shop.a", "html&top=false"), StringComparison.Ordinal);

        using var package = await library.PackAsync(new { });
        Assert.Contains(
            "src=\"https://pictures.galewright.example/shop/a/", await TextAsync("markup/shop/a.html"), StringComparison.Ordinal);
        // The preview lies beside the files, and nothing of it is elsewhere.
        Assert.DoesNotContain("http", await TextAsync("preview.html"), StringComparison.Ordinal);
        Assert.Contains("src=\"shop/a/spool-small-a-", await TextAsync("preview.html"), StringComparison.Ordinal);

        async Task<string> TextAsync(string path)
        {
            using var reader = new StreamReader(await package.GetEntry(path)!.OpenAsync());
            return await reader.ReadToEndAsync();
        }
    }

    [Fact]
    public async Task A_placeholder_is_a_colour_and_a_picture_of_at_most_700_characters()
    {
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Documents.Of("shop", ("shop.a", [300]))))
            .EnsureSuccessStatusCode();
        foreach (var name in (string[])["hill-flight.jpg", "festival-panorama.jpg"])
        {
            var source = await library.TakeInAsync(name);
            await library.RunAsync([source], ["shop.a"]);
            var placeholder = JsonNode.Parse(await MarkupAsync(source, "shop.a", "json"))!["placeholder"]!;
            Assert.Matches("^#[0-9a-f]{6}$", (string)placeholder["colour"]!);
            var uri = (string)placeholder["picture"]!;
            Assert.InRange(uri.Length, 60, 700);
            Assert.StartsWith("data:image/webp;base64,", uri, StringComparison.Ordinal);
            Assert.Contains(
                uri, WebUtility.HtmlDecode(await MarkupAsync(source, "shop.a", "html&placeholder=blurred")), StringComparison.Ordinal);
            Assert.DoesNotContain("style", await MarkupAsync(source, "shop.a", "html"), StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task Slots_of_one_name_have_folders_of_their_own_whatever_is_packed()
    {
        var shop = Documents.Of("shop", ("shop.a", [100]), ("shop.b", [100]));
        shop["slots"]![1]!["name"] = "a";
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", shop)).EnsureSuccessStatusCode();
        var source = await library.TakeInAsync("spool-small.jpg");
        await library.RunAsync([source], ["shop.a", "shop.b"]);
        var address = (await MarkupAsync(source, "shop.b", "addresses")).Trim();
        Assert.StartsWith("shop/a-2/", address, StringComparison.Ordinal);
        using var package = await library.PackAsync(new { slots = (string[])["shop.b"] });
        Assert.Contains(address, package.Entries.Select(entry => entry.FullName));
    }

    [Fact]
    public async Task Before_there_is_a_file_it_says_what_to_do()
    {
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Documents.Of("shop", ("shop.a", [100]))))
            .EnsureSuccessStatusCode();
        var source = await library.TakeInAsync("spool-small.jpg");
        using var none = await library.Http.GetAsync(Asked(source, "shop.a", "html"));
        Assert.Equal(HttpStatusCode.Conflict, none.StatusCode);
        Assert.Contains("Render it", (string)(await none.Content.ReadFromJsonAsync<JsonNode>())!["detail"]!, StringComparison.Ordinal);
        using var unknown = await library.Http.GetAsync(Asked(source, "shop.b", "html"));
        Assert.Equal(HttpStatusCode.NotFound, unknown.StatusCode);
        using var odd = await library.Http.GetAsync(Asked(source, "shop.a", "poem"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, odd.StatusCode);
    }

    private static Uri Asked(string source, string slot, string kind) =>
        new($"/api/markup?source={source}&slot={slot}&kind={kind}", UriKind.Relative);

    private async Task<string> MarkupAsync(string source, string slot, string kind)
    {
        using var answer = await library.Http.GetAsync(Asked(source, slot, kind));
        Assert.Equal("text/plain", answer.Content.Headers.ContentType!.MediaType);
        return await answer.Content.ReadAsStringAsync();
    }

    [GeneratedRegex("""[a-z0-9-]+/[a-z0-9-]+/[a-z0-9-]+\.(?:avif|webp|jpg|png)""")]
    private static partial Regex Address();
}
