using System.Net;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Pantomet.Rendering;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Tests;

public sealed class IntakeTests
{
    private static readonly byte[] Spool = File.ReadAllBytes(Library.Demo("spool-small.jpg"));

    [Fact]
    public async Task What_is_unusual_is_counted_and_listed_over_all_sources_not_over_a_page()
    {
        using var library = new Library();
        var turned = await library.TakeInAsync("hill-flight-rotated.jpg");
        foreach (var name in (string[])["spool-small.jpg", "line-spools.jpg"])
            await library.TakeInAsync(name);
        var traits = (await library.GetAsync("/api/sources/traits"))["items"]!.AsArray();
        Assert.Equal(1, (int)traits.Single(trait => (string)trait!["id"]! == "turned")!["count"]!);
        Assert.DoesNotContain(
            (await library.GetAsync("/api/sources/traits?search=spool"))["items"]!.AsArray(), trait => (string)trait!["id"]! == "turned");
        var page = await library.GetAsync("/api/sources?trait=turned&limit=1");
        Assert.Equal((1, turned), ((int)page["total"]!, (string)page["items"]![0]!["id"]!));
        Assert.Equal(turned, (string)(await library.GetAsync("/api/sources/ids?trait=turned"))["ids"]!.AsArray().Single()!);
        Assert.Equal(3, (await library.GetAsync("/api/sources/ids"))["ids"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_bad_file_never_fails_the_others_and_is_answered_in_its_place()
    {
        using var library = new Library();
        var answers = await library.SendAsync(
            ("kite.jpg", Encoding.UTF8.GetBytes("no picture")), ("spool.jpg", Spool), ("empty.png", []), ("cut.jpg", Spool[..40_000]));
        Assert.Equal(
            ["/problems/not-a-picture", null, "/problems/empty-file", "/problems/damaged"],
            answers.Select(answer => (string?)answer!["problem"]?["type"]));
        Assert.StartsWith("kite.jpg: This is a text file", (string)answers[0]!["problem"]!["detail"]!, StringComparison.Ordinal);
        Assert.Equal(640, (int)answers[1]!["source"]!["width"]!);
        Assert.Empty(Directory.EnumerateFiles(Path.Combine(library.DataFolder, "incoming")));
    }

    [Fact]
    public async Task The_same_bytes_twice_are_recognised_and_stored_once()
    {
        using var library = new Library();
        var answers = await library.SendAsync(("spool.jpg", Spool), ("copy of spool.jpg", Spool));
        Assert.Equal((string)answers[0]!["source"]!["id"]!, (string)answers[1]!["duplicateOf"]!);
        Assert.Single(Directory.EnumerateFiles(Path.Combine(library.DataFolder, "originals"), "*", SearchOption.AllDirectories));
        Assert.Equal(1, (int)(await library.GetAsync("/api/sources"))["total"]!);
    }

    [Fact]
    public async Task Who_is_about_to_send_files_is_told_which_need_not_be_sent()
    {
        using var library = new Library();
        var id = await library.TakeInAsync("spool-small.jpg");
        async Task<int> KnownAsync() =>
            (await (await library.SendJsonAsync(
                HttpMethod.Post, "/api/sources/known",
                new { ids = new[] { id, new string('0', 64) } })).Content.ReadFromJsonAsync<JsonNode>())!["items"]!.AsArray().Count;
        Assert.Equal(1, await KnownAsync());
        // Lost on the disk: it had better be sent again.
        File.Delete(Path.Combine(library.DataFolder, "originals", id[..2], id[2..4], id));
        Assert.Equal(0, await KnownAsync());
    }

    [Fact]
    public async Task The_original_comes_back_byte_for_byte()
    {
        using var library = new Library();
        var id = await library.TakeInAsync("hill-flight-rotated.jpg");
        var back = await library.Http.GetByteArrayAsync(new Uri($"/api/sources/{id}/original", UriKind.Relative));
        Assert.Equal(id, Convert.ToHexStringLower(SHA256.HashData(back)));
        Assert.Equal(await File.ReadAllBytesAsync(Library.Demo("hill-flight-rotated.jpg")), back);
    }

    [Theory]
    [InlineData("../../../etc/passwd.jpg", "passwd.jpg")]
    [InlineData("ki\u0001te.jpg", "kite.jpg")]
    [InlineData("🪁.jpg", "🪁.jpg")]
    [InlineData("\u202Egpj.kite.jpg", "gpj.kite.jpg")]
    public async Task Names_from_outside_are_kept_safe(string sent, string kept)
    {
        using var library = new Library();
        // The field is written by hand: a client library would refuse or repair some of these names.
        var content = new ByteArrayContent(
            [.. Encoding.UTF8.GetBytes($"--x\r\nContent-Disposition: form-data; name=\"files\"; filename=\"{sent}\"\r\n\r\n"), .. Spool,
                .. Encoding.ASCII.GetBytes("\r\n--x--\r\n")]);
        content.Headers.TryAddWithoutValidation("Content-Type", "multipart/form-data; boundary=x");
        var answer = await library.Http.PostAsync(new Uri("/api/sources", UriKind.Relative), content);
        var entry = (await answer.Content.ReadFromJsonAsync<JsonArray>())![0]!;
        Assert.Equal(kept, (string)entry["fileName"]!);
        Assert.Matches("^[a-z0-9-]+$", (string)entry["source"]!["stem"]!);
    }

    [Theory]
    [InlineData("hill.heic", "image/heic")]
    [InlineData("layers.psd", "image/vnd.adobe.photoshop")]
    [InlineData("hill.jxl", "image/jxl")]
    [InlineData("hill.bmp", "image/bmp")]
    public async Task What_the_usual_decoder_does_not_read_is_kept_as_it_came_and_read_through_a_working_picture(
        string file, string mediaType)
    {
        using var library = new Library();
        var sent = await File.ReadAllBytesAsync(
            Path.Combine(Repository.Root, "tests", "Pantomet.Imaging.Tests", "Sources", "pictures", file));
        var source = (await library.SendAsync((file, sent)))[0]!["source"]!;
        Assert.Contains("working-picture", source["traits"]!.AsArray().Select(trait => (string)trait!["id"]!));
        var original = await library.Http.GetAsync(new Uri($"/api/sources/{source["id"]}/original", UriKind.Relative));
        Assert.Equal(
            (mediaType, sent.Length),
            (original.Content.Headers.ContentType!.MediaType, (await original.Content.ReadAsByteArrayAsync()).Length));

        // Altered or cleared away, it is made again from the original.
        var working = Assert.Single(
            Directory.EnumerateFiles(Path.Combine(library.DataFolder, "working"), "*", SearchOption.AllDirectories));
        var before = await File.ReadAllBytesAsync(working);
        await File.WriteAllTextAsync(working, "something else");
        Directory.Delete(Path.Combine(library.DataFolder, "previews"), recursive: true);
        (await library.Http.GetAsync(new Uri($"/api/sources/{source["id"]}/preview?width=200", UriKind.Relative)))
            .EnsureSuccessStatusCode();
        Assert.Equal(before, await File.ReadAllBytesAsync(working));
    }

    [Fact]
    public async Task The_same_name_twice_gets_two_stems()
    {
        using var library = new Library();
        var answers = await library.SendAsync(
            ("Kite.jpg", Spool), ("kite.jpg", await File.ReadAllBytesAsync(Library.Demo("size-guide.png"))));
        Assert.Equal(["kite", "kite-2"], answers.Select(answer => (string)answer!["source"]!["stem"]!));
    }

    [Fact]
    public async Task Taking_away_can_be_undone_and_keeps_what_was_set()
    {
        using var library = new Library();
        var id = await library.TakeInAsync("spool-small.jpg");
        (await library.SendJsonAsync(
            HttpMethod.Patch, $"/api/sources/{id}",
            new { stem = "red-spool", altText = "A red spool", subject = new { x = 134, y = 10, width = 378, height = 460 } }))
                .EnsureSuccessStatusCode();
        (await library.Http.DeleteAsync(new Uri($"/api/sources/{id}", UriKind.Relative))).EnsureSuccessStatusCode();
        Assert.Equal(HttpStatusCode.NotFound, (await library.Http.GetAsync(new Uri($"/api/sources/{id}", UriKind.Relative))).StatusCode);
        (await library.SendJsonAsync(HttpMethod.Post, $"/api/sources/{id}/restore", null)).EnsureSuccessStatusCode();
        var source = await library.GetAsync($"/api/sources/{id}");
        Assert.Equal(
            ("red-spool", "A red spool", 378), ((string)source["stem"]!, (string)source["altText"]!, (int)source["subject"]!["width"]!));
    }

    [Fact]
    public async Task A_subject_outside_the_picture_and_a_stem_that_is_none_are_explained_at_their_field()
    {
        using var library = new Library();
        var id = await library.TakeInAsync("spool-small.jpg");
        foreach (var (field, change) in new (string, object)[] { ("subject",
            new { subject = new { x = 600, y = 0, width = 100, height = 10 } }), ("stem", new { stem = "Red Spool" }),
            ("focus", new { focus = new { x = -1, y = 0 } }) })
        {
            var answer = await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{id}", change);
            Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
            Assert.Equal(field, (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["field"]!);
        }
    }

    [Fact]
    public async Task The_list_is_searched_and_paged_newest_first()
    {
        using var library = new Library();
        foreach (var name in (string[])["spool-small.jpg", "size-guide.png", "logo.svg"])
            await library.TakeInAsync(name);
        var page = await library.GetAsync("/api/sources?limit=2");
        Assert.Equal(["logo", "size-guide"], page["items"]!.AsArray().Select(item => (string)item!["stem"]!));
        var rest = await library.GetAsync($"/api/sources?limit=2&cursor={page["next"]}");
        Assert.Equal("spool-small", (string)Assert.Single(rest["items"]!.AsArray())!["stem"]!);
        Assert.Equal(
            "size-guide",
            (string)Assert.Single((await library.GetAsync("/api/sources?search=GUIDE%20size"))["items"]!.AsArray())!["stem"]!);
        Assert.Empty((await library.GetAsync("/api/sources?search=%25"))["items"]!.AsArray());
    }

    [Fact]
    public async Task Limits_of_pixels_and_bytes_can_be_set()
    {
        using var library = new Library(null, ("most-pixels", "300000"), ("most-file-bytes", "100000"));
        var answers = await library.SendAsync(
            ("spool.jpg", Spool), ("guide.png", await File.ReadAllBytesAsync(Library.Demo("size-guide.png"))));
        Assert.Equal(
            ["/problems/too-many-pixels", "/problems/file-too-long"], answers.Select(answer => (string)answer!["problem"]!["type"]!));
    }

    [Fact]
    public async Task A_full_disk_is_said_in_a_sentence_and_what_was_there_stays()
    {
        var isFull = false;
        using var library = new Library(
            services => services.AddSingleton(provider => new ContentStore(provider.GetRequiredService<DataFolder>().Incoming)
            {
                // /dev/full answers every write with ENOSPC, as a full disk does.
                OpenNew = path => isFull
                    ? new FileStream("/dev/full", FileMode.Open, FileAccess.Write)
                    : new FileStream(path, FileMode.CreateNew),
            }));
        var id = await library.TakeInAsync("spool-small.jpg");
        isFull = true;
        var refused = (await library.SendAsync(("guide.png", await File.ReadAllBytesAsync(Library.Demo("size-guide.png")))))[0]!;
        Assert.Equal("/problems/disk-full", (string)refused["problem"]!["type"]!);
        isFull = false;
        Assert.Equal(Spool, await library.Http.GetByteArrayAsync(new Uri($"/api/sources/{id}/original", UriKind.Relative)));
        await library.TakeInAsync("size-guide.png");
    }

    [Fact]
    public async Task A_full_disk_fails_the_files_of_a_run_and_a_package_with_a_sentence_and_both_work_once_there_is_room()
    {
        var isFull = false;
        using var library = new Library(
            services => services.AddSingleton(provider => new ContentStore(provider.GetRequiredService<DataFolder>().Incoming)
            {
                OpenNew = path => isFull
                    ? new FileStream("/dev/full", FileMode.Open, FileAccess.Write)
                    : new FileStream(path, FileMode.CreateNew),
            }));
        await library.AddDestinationAsync("windowbox.json");
        var flight = await library.TakeInAsync("hill-flight.jpg");
        isFull = true;
        var run = await library.RunAsync([flight], ["windowbox.square", "windowbox.portrait"]);
        Assert.Equal((0, 2), ((int)run["done"]!, (int)run["failed"]!));
        Assert.Equal("disk-full", (string)(await library.GetAsync($"/api/variants?run={run["id"]}"))["items"]![0]!["findings"]![0]!["id"]!);
        isFull = false;
        Assert.Equal(2, (int)(await library.RunAsync([flight], ["windowbox.square", "windowbox.portrait"]))["done"]!);
        isFull = true;
        Assert.StartsWith(
            "The disk of the server is full", (string)(await library.PackedAsync(new { }))["problem"]!, StringComparison.Ordinal);
        isFull = false;
        using var zip = await library.PackAsync(new { });
        Assert.Equal(7, zip.Entries.Count);
        Assert.Empty(Directory.EnumerateFiles(Path.Combine(library.DataFolder, "incoming")));
    }

    [Fact]
    public async Task Previews_are_made_again_when_they_were_cleared_away()
    {
        using var library = new Library();
        var id = await library.TakeInAsync("hill-flight-rotated.jpg");
        var address = new Uri($"/api/sources/{id}/preview?width=320", UriKind.Relative);
        var before = await library.Http.GetByteArrayAsync(address);
        Directory.Delete(Path.Combine(library.DataFolder, "previews"), recursive: true);
        Assert.Equal(before, await library.Http.GetByteArrayAsync(address));
    }
}
