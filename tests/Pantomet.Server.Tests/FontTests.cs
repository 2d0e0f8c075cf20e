using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Pantomet.Server.Maintenance;

namespace Pantomet.Server.Tests;

/// <summary>Fonts that people add for headlines.</summary>
public sealed class FontTests : IDisposable
{
    private readonly DirectoryInfo room = Directory.CreateTempSubdirectory("pantomet-fonts-");

    [Fact]
    public async Task Sent_by_many_at_once_it_is_there_once_stays_while_it_is_used_and_when_gone_comes_back_by_being_sent()
    {
        using var library = new Library();
        var font = await File.ReadAllBytesAsync(Library.Font("Play-Bold.ttf"));
        var answers = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => AddAsync(library, ("letters.ttf", font))));
        Assert.All(answers, answer => Assert.Equal(HttpStatusCode.OK, answer.StatusCode));
        var listed = Assert.Single((await library.GetAsync("/api/fonts"))["items"]!.AsArray())!;
        Assert.Equal("Play Bold", (string)listed["name"]!);
        Assert.True((int)listed["letters"]! > 200);
        var id = (string)listed["id"]!;

        await SetAsync(library, $"sha256:{id}");
        var picture = await library.TakeInAsync("hill-flight.jpg");
        await library.RunAsync([picture], ["test.a"]);
        var own = (string)(await library.GetAsync("/api/variants"))["items"]![0]!["sha256"]!;
        Assert.Equal("test.a", (string)Assert.Single((await library.GetAsync("/api/fonts"))["items"]![0]!["slots"]!.AsArray())!);
        using var refused = await DeleteAsync(library, id);
        Assert.Equal(HttpStatusCode.Conflict, refused.StatusCode);
        Assert.Contains("Choose another font there", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);

        await SetAsync(library, "Lato");
        Assert.Equal("stale", await StateAsync(library, picture));
        using var deleted = await DeleteAsync(library, id);
        using var twice = await DeleteAsync(library, id);
        Assert.Equal((HttpStatusCode.NoContent, HttpStatusCode.NotFound), (deleted.StatusCode, twice.StatusCode));
        Assert.Empty(Directory.EnumerateFiles(Path.Combine(library.DataFolder, "fonts"), "*", SearchOption.AllDirectories));

        // A document from elsewhere names a font that is not here.
        await SetAsync(library, $"sha256:{id}", "Winds");
        await library.RunAsync([picture], ["test.a"]);
        var blocked = (await library.GetAsync("/api/variants"))["items"]!.AsArray().Single(file => (string)file!["state"]! == "blocked")!;
        Assert.Equal("font-gone", (string)blocked["findings"]![0]!["id"]!);
        using var tried = await library.SendJsonAsync(
            HttpMethod.Post, "/api/treatments/trial", new { source = picture, slot = "test.a", width = 299 });
        Assert.Contains("Add its file again", await tried.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        using var again = await AddAsync(library, ("letters.ttf", font));
        await SetAsync(library, $"sha256:{id}", "Kites");
        await library.RunAsync([picture], ["test.a"]);
        Assert.Equal("done", await StateAsync(library, picture));
        Assert.Contains(own, (await library.GetAsync("/api/variants"))["items"]!.AsArray().Select(file => (string?)file!["sha256"]));
    }

    [Fact]
    public async Task What_is_no_font_is_refused_by_name_and_those_before_it_are_kept()
    {
        using var library = new Library();
        var font = await File.ReadAllBytesAsync(Library.Font("Lato-Regular.ttf"));
        var broken = font.ToArray();
        broken.AsSpan(400).Clear();
        foreach (var (name, content, sentence) in ((string, byte[], string)[])
        [
            ("picture.ttf", await File.ReadAllBytesAsync(Library.Demo("logo-1200.png")), "no font"),
            ("web.woff2", [.. "wOF2"u8, .. font], "web pages"), ("half.ttf", font[..(font.Length / 2)], "damaged"),
            ("blank.ttf", broken, "font"), ("empty.ttf", [], "no font"),
        ])
        {
            using var answer = await AddAsync(library, (name, content));
            Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
            var detail = (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["detail"]!;
            Assert.StartsWith($"{name}: ", detail, StringComparison.Ordinal);
            Assert.Contains(sentence, detail, StringComparison.Ordinal);
        }

        using var some = await AddAsync(library, ("Lato.ttf", font), ("picture.ttf", [1, 2, 3]));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, some.StatusCode);
        using var none = await AddAsync(library);
        Assert.Contains("no file in the request", await none.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal("Lato", (string)Assert.Single((await library.GetAsync("/api/fonts"))["items"]!.AsArray())!["name"]!);
        Assert.Empty(Directory.EnumerateFiles(Path.Combine(library.DataFolder, "incoming")));
    }

    [Fact]
    public async Task A_backup_brings_them_back_and_says_which_was_altered_and_it_is_whole_again_once_sent()
    {
        using var library = new Library();
        var font = await File.ReadAllBytesAsync(Library.Font("Play-Bold.ttf"));
        using var added = await AddAsync(library, ("letters.ttf", font));
        var id = (string)(await added.Content.ReadFromJsonAsync<JsonNode>())!["items"]![0]!["id"]!;
        await SetAsync(library, $"sha256:{id}");
        var backup = Path.Combine(room.FullName, "backup");
        Assert.Equal(0, MaintenanceCommands.Run(["backup", library.DataFolder, backup]));
        Assert.Equal(0, MaintenanceCommands.Run(["restore", Path.Combine(room.FullName, "back"), backup]));
        using var back = new Library(null, ("data", Path.Combine(room.FullName, "back")));
        var picture = await back.TakeInAsync("hill-flight.jpg");
        await back.RunAsync([picture], ["test.a"]);
        Assert.Equal("done", await StateAsync(back, picture));

        var copy = Directory.EnumerateFiles(Path.Combine(library.DataFolder, "fonts"), "*", SearchOption.AllDirectories).Single();
        await File.AppendAllTextAsync(copy, "altered");
        Assert.Equal(1, MaintenanceCommands.Run(["backup", library.DataFolder, Path.Combine(room.FullName, "second")]));
        picture = await library.TakeInAsync("hill-flight.jpg");
        await library.RunAsync([picture], ["test.a"]);
        Assert.Equal("font-missing", (string)(await library.GetAsync("/api/variants"))["items"]![0]!["findings"]![0]!["id"]!);
        using var again = await AddAsync(library, ("letters.ttf", font));
        await library.RunAsync([picture], ["test.a"]);
        Assert.Equal("done", await StateAsync(library, picture));
    }

    public void Dispose() => room.Delete(recursive: true);

    private static async Task SetAsync(Library library, string font, string text = "Kites")
    {
        var destination = Documents.Of("test", ("test.a", [300]));
        destination["slots"]![0]!["treatments"] = new JsonObject
        {
            ["headline"] = new JsonObject { ["text"] = text, ["font"] = font },
        };
        (await library.SendJsonAsync(HttpMethod.Put, "/api/destinations/test", destination)).EnsureSuccessStatusCode();
    }

    private static async Task<string> StateAsync(Library library, string source) =>
        (string)(await library.GetAsync($"/api/plans?source={source}"))["items"]![0]!["state"]!;

    private static async Task<HttpResponseMessage> AddAsync(Library library, params (string Name, byte[] Content)[] fonts)
    {
        using var form = new MultipartFormDataContent { { new StringContent("none"), "other" } };
        foreach (var (name, content) in fonts)
            form.Add(new ByteArrayContent(content), "files", name);
        return await library.Http.PostAsync(new Uri("/api/fonts", UriKind.Relative), form);
    }

    private static Task<HttpResponseMessage> DeleteAsync(Library library, string id) =>
        library.Http.DeleteAsync(new Uri($"/api/fonts/{id}", UriKind.Relative));
}
