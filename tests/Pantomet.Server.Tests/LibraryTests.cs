using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.Configuration;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Tests;

public sealed class LibraryTests
{
    [Fact]
    public async Task Many_are_named_at_once_after_a_look_and_named_back_exactly()
    {
        using var library = new Library();
        var ids = new[] { await library.TakeInAsync("spool-small.jpg"), await library.TakeInAsync("tail-loop.gif") };
        var tried =
            await (await library.SendJsonAsync(
                HttpMethod.Post, "/api/names/try",
                new { sources = ids, names = new { of = "stem", pattern = "Drachen für {group}-{number}" } }))
                .Content.ReadFromJsonAsync<JsonNode>();
        Assert.Equal("drachen-fur-1", (string)tried!["items"]![0]!["after"]!);
        Assert.Equal("spool-small", (string)(await library.GetAsync($"/api/sources/{ids[0]}"))["stem"]!);
        var named = await library.ActAsync(
            new { on = new { ids }, act = "name", names = new { of = "altText", list = "A spool\nA tail" } });
        Assert.Equal("A tail", (string)(await library.GetAsync($"/api/sources/{ids[1]}"))["altText"]!);
        await library.ActAsync(new { }, $"/api/jobs/{named["id"]}/undo");
        Assert.Equal("", (string)(await library.GetAsync($"/api/sources/{ids[0]}"))["altText"]!);
        var refused = await library.SendJsonAsync(
            HttpMethod.Post, "/api/names/try", new { sources = ids, names = new { of = "stem", list = "one\ntwo\nthree" } });
        Assert.Contains("3 lines for 2 pictures", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_demo_is_made_once_and_never_again()
    {
        using var folder = new Library(null, ("demo", Path.Combine(Repository.Root, "demo")));
        var sources = await folder.GetAsync("/api/sources");
        Assert.Equal(20, (int)sources["total"]!);
        Assert.Equal(
            ["galewright-shop", "quayside-market", "stallholders-hall", "windowbox", "plaza-nine", "windward-letter", "print-archive"],
            (await folder.GetAsync("/api/destinations"))["items"]!.AsArray().Select(item => (string)item!["id"]!));
        // What the person takes away must not come back with the next start.
        foreach (var source in sources["items"]!.AsArray())
            await folder.Http.DeleteAsync(new Uri($"/api/sources/{source!["id"]}", UriKind.Relative));
        using var again = folder.Restarted();
        Assert.Equal(0, (int)(await again.GetAsync("/api/sources"))["total"]!);
    }

    [Fact]
    public async Task The_database_writes_ahead()
    {
        using var library = new Library();
        await library.GetAsync("/api/sources");
        await using var connection = new SqliteConnection($"Data Source={Path.Combine(library.DataFolder, "pantomet.db")};Mode=ReadOnly");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA journal_mode";
        Assert.Equal("wal", await command.ExecuteScalarAsync());
    }

    [Fact]
    public async Task The_same_bytes_at_the_same_time_become_one_source()
    {
        using var library = new Library();
        var spool = await File.ReadAllBytesAsync(Library.Demo("spool-small.jpg"));
        _ = library.Http;
        var answers = await Task.WhenAll(Enumerable.Range(0, 8).Select(number => library.SendAsync(($"spool-{number}.jpg", spool))));
        Assert.Single(answers.Select(answer => (string)answer[0]!["source"]!["id"]!).Distinct());
        Assert.Equal(7, answers.Count(answer => answer[0]!["duplicateOf"] is not null));
        Assert.Equal(1, (int)(await library.GetAsync("/api/sources"))["total"]!);
    }

    [Fact]
    public async Task Different_files_of_one_name_at_the_same_time_get_different_stems()
    {
        using var library = new Library();
        var spool = await File.ReadAllBytesAsync(Library.Demo("spool-small.jpg"));
        _ = library.Http;
        // A comment segment (ITU-T T.81, B.2.4.5) makes each file another one with the same picture.
        var answers = await Task.WhenAll(Enumerable.Range(0, 6).Select(number =>
            library.SendAsync(("kite.jpg", [.. spool[..2], 0xFF, 0xFE, 0, 3, (byte)number, .. spool[2..]]))));
        Assert.Equal(
            ["kite", "kite-2", "kite-3", "kite-4", "kite-5", "kite-6"],
            answers.Select(answer => (string)answer[0]!["source"]!["stem"]!).Order());
    }

    [Fact]
    public async Task An_original_is_handed_out_under_its_own_name_whole_or_in_part()
    {
        using var library = new Library();
        var spool = await File.ReadAllBytesAsync(Library.Demo("spool-small.jpg"));
        var id = (string)(await library.SendAsync(("🪁 rød.jpg", spool)))[0]!["source"]!["id"]!;
        using var request = new HttpRequestMessage(HttpMethod.Get, $"/api/sources/{id}/original");
        request.Headers.Range = new RangeHeaderValue(100, 199);
        var answer = await library.Http.SendAsync(request);
        Assert.Equal(HttpStatusCode.PartialContent, answer.StatusCode);
        Assert.Equal(spool[100..200], await answer.Content.ReadAsByteArrayAsync());
        // RFC 6266: names beyond ASCII go into filename*.
        Assert.Equal(
            ("attachment", "🪁 rød.jpg"),
            (answer.Content.Headers.ContentDisposition!.DispositionType, answer.Content.Headers.ContentDisposition.FileNameStar));
    }

    [Fact]
    public async Task Plans_say_how_a_source_stands_with_every_slot()
    {
        using var library = new Library();
        foreach (var file in (string[])["windowbox.json", "stallholders-hall.json"])
            await library.AddDestinationAsync(file);
        var id = await library.TakeInAsync("hill-flight-rotated.jpg");
        var items = (await library.GetAsync($"/api/plans?source={id}"))["items"]!.AsArray();
        Assert.Equal(
            ["windowbox.portrait open", "windowbox.square open", "windowbox.story blocked", "stallholders-hall.main-photo open"],
            items.Select(item => $"{item!["plan"]!["slot"]} {item["state"]}"));
        var padded = items[3]!["plan"]!["variants"]![0]!;
        Assert.Equal(
            (2000, 2000, "hill-flight-rotated-main-photo-2000w.jpg"),
            ((int)padded["width"]!, (int)padded["height"]!, (string)padded["fileName"]!));
    }

    [Fact]
    public async Task What_shows_the_whole_picture_cannot_be_cropped()
    {
        using var library = new Library();
        await library.AddDestinationAsync("stallholders-hall.json");
        var id = await library.TakeInAsync("spool-small.jpg");
        var answer = await library.SendJsonAsync(
            HttpMethod.Put, $"/api/framings/{id}/stallholders-hall.main-photo",
            new { crop = new { x = 0, y = 0, width = 10, height = 10 } });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("shows the whole picture", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("{\"crop\":{\"x\":0,\"y\":0,\"width\":10,\"height\":10},\"tier\":\"narrow\"}", "tier")]
    [InlineData("{\"crop\":{\"x\":0,\"y\":0,\"width\":10,\"height\":10},\"rotation\":40}", "rotation")]
    [InlineData("{\"crop\":{\"x\":0,\"y\":0,\"width\":0,\"height\":10}}", "crop")]
    public async Task What_a_framing_cannot_say_is_refused_at_its_field(string body, string field)
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        var id = await library.TakeInAsync("spool-small.jpg");
        var answer = await library.Http.PutAsync(
            new Uri($"/api/framings/{id}/windowbox.square", UriKind.Relative), new StringContent(body, Encoding.UTF8, "application/json"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Equal(field, (string)JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["field"]!);
    }

    [Theory]
    [InlineData("PANTOMET_MOST_PIXELS", "many")]
    [InlineData("PANTOMET_MOST_FILE_BYTES", "-1")]
    public void A_setting_that_is_no_number_is_named(string name, string value)
    {
        var configuration = new ConfigurationBuilder().AddInMemoryCollection([new(name, value)]).Build();
        var problem = Assert.Throws<InvalidOperationException>(() => ServerSettings.From(configuration));
        Assert.Contains(name, problem.Message, StringComparison.Ordinal);
        Assert.Contains(value, problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void An_option_goes_before_a_variable()
    {
        var configuration = new ConfigurationBuilder().AddInMemoryCollection(
            [new("data", "/a"), new("PANTOMET_DATA", "/b"), new("PANTOMET_MOST_PIXELS", "1000")]).Build();
        Assert.Equal(("/a", 1000), (ServerSettings.From(configuration).DataFolder, ServerSettings.From(configuration).MaxPixels));
    }
}
