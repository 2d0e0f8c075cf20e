using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using Pantomet.Rendering;
using Pantomet.Server.Hosting;
using Pantomet.Server.Storage;
using Pantomet.Server.Tests.Hostile;

namespace Pantomet.Server.Tests;

/// <summary>What fails is said of the thing that it happened to, and everything else goes on.</summary>
public sealed class FaultTests
{
    [Fact]
    public async Task A_database_fault_that_passes_loses_no_file_of_a_run()
    {
        using var library = new Library();
        var id = await ReadyAsync(library, [60, 50, 40]);
        // Until the pairing is begun again.
        await library.ExecuteAsync(
            "CREATE TRIGGER fault BEFORE INSERT ON Variants WHEN (SELECT SUM(Attempts) FROM Pairings) = 0 BEGIN SELECT RAISE(ABORT, 'a " +
            "fault'); END");
        var run = await StartAsync(library, id);
        var done = await library.UntilAsync($"/api/runs/{run}", state => (string)state["state"]! == "done");
        Assert.Equal((3, 3, 0), ((int)done["total"]!, (int)done["done"]!, (int)done["failed"]!));
        Assert.Equal(3, (await library.GetAsync($"/api/variants?run={run}"))["items"]!.AsArray().Count);
    }

    [Fact]
    public async Task What_fails_again_and_again_is_given_up_with_a_finding_and_what_stands_behind_it_is_made()
    {
        using var library = new Library();
        var good = await ReadyAsync(library, [60]);
        var bad = (string)(await library.SendAsync(("bad.png", HostilePictures.Png(90, 60, 0))))[0]!["source"]!["id"]!;
        using var asked = await library.SendJsonAsync(
            HttpMethod.Post, "/api/runs", new { sources = (string[])[bad, good], slots = (string[])["test.a"] });
        // What is stored of it cannot be read: its plan can never be made.
        await library.ExecuteAsync($"UPDATE Sources SET Framing = '[]' WHERE Id = '{bad}'");
        var run = (string)(await asked.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        var done = await library.UntilAsync($"/api/runs/{run}", state => (string)state["state"]! == "done");
        Assert.Equal((2, 2), ((int)done["total"]!, (int)done["done"]! + (int)done["failed"]! + (int)done["leftOut"]!));
        await library.ExecuteAsync($"UPDATE Sources SET Framing = (SELECT Framing FROM Sources WHERE Id = '{good}') WHERE Id = '{bad}'");
        Assert.Single((await library.GetAsync($"/api/variants?source={good}"))["items"]!.AsArray());
    }

    // There is room for one source here. The run that asked first is tried first, and never gets beyond its beginning.
    [Fact]
    public async Task A_run_that_cannot_begin_for_a_full_disk_keeps_no_room_from_another()
    {
        using var library = new Library(services => services.AddSingleton(_ => new OpenSources(1, 1)));
        var first = await ReadyAsync(library, [60]);
        var second = await library.TakeInAsync("second.png", HostilePictures.Png(90, 60, 0));
        await library.ExecuteAsync(
            "CREATE TRIGGER fault BEFORE UPDATE OF State ON Pairings WHEN NEW.Sequence = 1 " +
            "BEGIN SELECT RAISE(ABORT, 'No space left on device'); END");
        await StartAsync(library, first);
        var run = await StartAsync(library, second);
        Assert.Equal(1, (int)(await library.UntilAsync($"/api/runs/{run}", state => (string)state["state"]! == "done"))["done"]!);
    }

    [Fact]
    public async Task A_picture_that_is_taken_away_meanwhile_is_told_of_and_not_lost_in_silence()
    {
        using var library = new Library();
        var id = await ReadyAsync(library, [60, 50, 40]);
        await library.ExecuteAsync("CREATE TRIGGER fault BEFORE INSERT ON Variants BEGIN SELECT RAISE(ABORT, 'a fault'); END");
        var run = await StartAsync(library, id);
        await library.SendJsonAsync(HttpMethod.Delete, $"/api/sources/{id}", null);
        await library.ExecuteAsync("DROP TRIGGER fault");
        var done = await library.UntilAsync($"/api/runs/{run}", state => (string)state["state"]! == "done");
        Assert.Equal(3, (int)done["done"]! + (int)done["failed"]! + (int)done["leftOut"]!);
    }

    [Fact]
    public async Task A_run_that_is_cancelled_as_it_begins_leaves_nothing_running()
    {
        using var library = new Library();
        var id = await ReadyAsync(library, [60, 50, 40]);
        for (var round = 0; round < 25; round++)
        {
            var run = await StartAsync(library, id);
            (await library.SendJsonAsync(HttpMethod.Post, $"/api/runs/{run}/cancel", null)).EnsureSuccessStatusCode();
        }

        var board = await library.UntilAsync("/api/board", board => (int)board["states"]!["running"]! == 0);
        Assert.Equal(1, (int)board["total"]!);
        await library.RunAsync([id], ["test.a"]);
    }

    [Fact]
    public async Task A_run_goes_on_by_places_whatever_its_pictures_are_called_by_then()
    {
        using var library = new Library();
        // Two sizes of one name; a run that is held up between them.
        var document = Documents.Of("test", ("test.a", [60, 50, 40]));
        document["slots"]![0]!["fileName"] = "{stem}-{width}";
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", document)).EnsureSuccessStatusCode();
        var id = (string)(await library.SendAsync(("kite.png", HostilePictures.Png(90, 61, 0))))[0]!["source"]!["id"]!;
        var run = await StartAsync(library, id);
        await library.UntilAsync($"/api/runs/{run}", state => (string)state["state"]! == "done");
        // As after a crash: the pairing is due again, and its files have other names today.
        await library.ExecuteAsync("UPDATE Pairings SET State = 'Queued'; UPDATE Jobs SET State = 'Running'");
        (await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{id}", new { stem = "other" })).EnsureSuccessStatusCode();
        await library.SendJsonAsync(HttpMethod.Post, $"/api/runs/{run}/resume", null);
        var done = await library.UntilAsync($"/api/runs/{run}", state => (string)state["state"]! == "done");
        Assert.Equal((3, 3), ((int)done["total"]!, (int)done["done"]!));
        Assert.Equal(3, (await library.GetAsync($"/api/variants?run={run}"))["items"]!.AsArray().Count);
    }

    [Fact]
    public async Task What_is_there_already_is_not_listed_twice()
    {
        using var library = new Library();
        var id = await ReadyAsync(library, [60, 50]);
        var runs = new List<string>();
        for (var round = 0; round < 3; round++)
        {
            runs.Add(await StartAsync(library, id));
            await library.UntilAsync($"/api/runs/{runs[^1]}", state => (string)state["state"]! == "done");
        }

        Assert.Equal(2, (await library.GetAsync("/api/variants"))["items"]!.AsArray().Count);
        foreach (var run in runs)
            Assert.Equal(
                [run, run],
                (await library.GetAsync($"/api/variants?run={run}"))["items"]!.AsArray().Select(variant => (string)variant!["run"]!));
        // A package of any of the runs has what that run gave.
        using var zip = await library.PackAsync(new { runs = runs.Take(1) });
        Assert.Equal(2, zip.Entries.Count(entry => entry.Name.EndsWith(".jpg", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task A_package_that_failed_has_handed_nothing_over()
    {
        var fails = false;
        using var library = new Library(
            services => services.AddSingleton(provider => new ContentStore(provider.GetRequiredService<DataFolder>().Incoming)
            {
                OpenNew = path => fails && path.EndsWith(".zip", StringComparison.Ordinal)
                    ? new FileStream("/dev/full", FileMode.Open, FileAccess.Write)
                    : new FileStream(path, FileMode.CreateNew),
            }));
        var id = await ReadyAsync(library, [60]);
        await library.RunAsync([id], ["test.a"]);
        fails = true;
        var failed = await library.PackedAsync(new { destination = "test", onlyChanged = true });
        Assert.Equal(("failed", DiskFull.Sentence), ((string)failed["state"]!, (string)failed["problem"]!));
        fails = false;
        var again = await library.PackedAsync(new { destination = "test", onlyChanged = true });
        Assert.Equal(("done", 1), ((string)again["state"]!, (int)again["files"]!));
        Assert.Equal("failed", (string)(await library.PackedAsync(new { destination = "test", onlyChanged = true }))["state"]!);
    }

    [Fact]
    public async Task A_package_that_fails_once_it_is_written_has_handed_nothing_over()
    {
        var (isFirst, isWritten) = (true, false);
        DataFolder? folder = null;
        using var library = new Library(services => services
            .AddSingleton(provider => new ContentStore(provider.GetRequiredService<DataFolder>().Incoming)
            {
                OpenNew = path =>
                {
                    isWritten = isFirst && path.EndsWith(".zip", StringComparison.Ordinal);
                    return new FileStream(path, FileMode.CreateNew);
                },
            })
            // The first who asks afterwards where files lie asks how long the package is.
            .AddTransient(provider => isWritten && !(isFirst = isWritten = false)
                ? throw new IOException("gone")
                : folder ??= new DataFolder(provider.GetRequiredService<ServerSettings>())));
        var id = await ReadyAsync(library, [60]);
        await library.RunAsync([id], ["test.a"]);
        Assert.Equal("failed", (string)(await library.PackedAsync(new { destination = "test", onlyChanged = true }))["state"]!);
        var again = await library.PackedAsync(new { destination = "test", onlyChanged = true });
        Assert.Equal(("done", 1), ((string)again["state"]!, (int)again["files"]!));
    }

    // Disk faults are the server's, not the sender's.
    [Fact]
    public async Task A_fault_of_the_servers_disk_is_not_told_as_a_broken_off_upload()
    {
        var fails = true;
        using var library = new Library(
            services => services.AddSingleton(provider => new ContentStore(provider.GetRequiredService<DataFolder>().Incoming)
            {
                OpenNew = path => fails ? throw new IOException("The device is gone.") : new FileStream(path, FileMode.CreateNew),
            }));
        var entries = await library.SendAsync(("kite.png", HostilePictures.Png(9, 9, 0)), ("tail.png", HostilePictures.Png(9, 8, 0)));
        Assert.All(entries, entry => Assert.Equal("/problems/not-taken-in", (string)entry!["problem"]!["type"]!));
        fails = false;
        Assert.NotNull((await library.SendAsync(("kite.png", HostilePictures.Png(9, 9, 0))))[0]!["source"]);
    }

    [Fact]
    public async Task Weighing_many_at_once_leaves_the_server_free_and_a_lost_original_that_came_back_is_weighed()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        var id = await library.TakeInAsync("spool-small.jpg");
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Documents.Of("test", ("test.a", [300]))))
            .EnsureSuccessStatusCode();
        var size = (await library.GetAsync($"/api/plan?source={id}&slot=test.a"))["variants"]![0]!;
        var place = $"source={id}&slot=test.a&width={size["width"]}&height={size["height"]}";
        var original = Path.Combine(library.DataFolder, "originals", id[..2], id[2..4], id);
        File.Move(original, original + ".away");
        using (var gone = await TryAsync(50))
            Assert.Equal(HttpStatusCode.Gone, gone.StatusCode);
        File.Move(original + ".away", original);
        var trials = Enumerable.Range(0, 200).Select(at => TryAsync(1 + (at % 100))).ToList();
        // Asked after all of them, and answered before all of them are.
        Assert.Equal("ready", await library.Http.GetStringAsync(new Uri("/healthz", UriKind.Relative)));
        Assert.Contains(trials, trial => !trial.IsCompleted);
        Assert.All(await Task.WhenAll(trials), trial => Assert.Equal(HttpStatusCode.OK, trial.StatusCode));

        Task<HttpResponseMessage> TryAsync(int quality) =>
            library.Http.GetAsync(new Uri($"/api/weighing/trial?{place}&as=jpeg&quality={quality}", UriKind.Relative));
    }

    [Fact]
    public async Task Ids_may_be_as_many_as_a_request_holds()
    {
        using var library = new Library();
        var id = await ReadyAsync(library, [60]);
        var ids = Enumerable.Range(0, 40_000).Select(at => $"{at:x64}").Append(id).ToList();
        foreach (var (path, body) in ((string, object)[])
        [
            ("/api/sources/known", new { ids }), ("/api/review", new { sources = ids }), ("/api/sheets", new { sources = ids }),
            ("/api/names/try", new { sources = ids, names = new { of = "stem", pattern = "{stem}" } }),
            ($"/api/framings/{id}/copies/try", new { to = ids, @as = "fraction" }),
            ("/api/acts", new { on = new { ids }, act = "group", group = "red" }),
            ("/api/runs", new { sources = ids, slots = (string[])["test.a"] }), ("/api/packages", new { sources = ids }),
        ])
        {
            using var answer = await library.SendJsonAsync(HttpMethod.Post, path, body);
            Assert.True((int)answer.StatusCode < 500, $"{path}: {answer.StatusCode} {await answer.Content.ReadAsStringAsync()}");
        }
    }

    [Fact]
    public async Task A_draft_with_too_many_slots_is_refused_without_being_read()
    {
        using var library = new Library();
        var document = Documents.Of("test", [.. Enumerable.Range(0, 20_000).Select(at => ($"test.s{at}", (int[])[100]))]);
        var problems =
            (await (await library.SendJsonAsync(
                HttpMethod.Post, "/api/drafts?slot=test.s1", document)).Content.ReadFromJsonAsync<JsonNode>())!["problems"]!.AsArray();
        Assert.Contains("at most 200 slots", (string)Assert.Single(problems)!["sentence"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_slot_for_a_group_can_be_edited_whatever_picture_is_the_newest()
    {
        using var library = new Library();
        await ReadyAsync(library, [60]);
        var document = Documents.Of("other", ("other.a", [100]));
        document["slots"]![0]!["groups"] = new JsonArray("kites");
        using var answer = await library.SendJsonAsync(HttpMethod.Post, "/api/drafts?slot=other.a", document);
        Assert.Equal(1, (int)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["summaries"]![0]!["files"]!);
    }

    [Theory]
    [InlineData("DELETE", "/api/runs", "", 405)]
    [InlineData("POST", "/api/runs", "{", 400)]
    [InlineData("POST", "/api/runs", "", 400)]
    [InlineData("POST", "/api/runs", """{"sources":[null],"slots":["a"]}""", 400)]
    [InlineData("POST", "/api/names/try", """{"sources":["a"],"names":{"of":"stem","texts":[null]}}""", 400)]
    [InlineData("POST", "/api/names/try", """{"sources":["a"],"names":{"of":"stem","pattern":"\ud800"}}""", 400)]
    [InlineData("POST", "/api/destinations", """{"format":"pantomet-destination-1","id":"a","name":"\ud800","kind":"site","slots":[]}""",
        422)]
    [InlineData("POST", "/api/destinations", """{"format":"pantomet-destination-1","id":"a","name":"a","kind":"site","slots":[null]}""",
        422)]
    [InlineData("PUT", "/api/destination-order", """{"ids":[null,null]}""", 400)]
    [InlineData("GET", "/api/nothing", "", 404)]
    [InlineData("GET", "/assets/gone-12345678.js", "", 404)]
    [InlineData("GET", "/api/board?addedTo=9999-12-31", "", 200)]
    [InlineData("GET", "/api/board?addedFrom=tomorrow", "", 400)]
    [InlineData("GET", "/api/weighing", "", 400)]
    [InlineData("PATCH", "/api/sources/none", """{"stem":7}""", 400)]
    public async Task Whatever_is_asked_is_answered_with_its_status_and_a_sentence(string method, string path, string body, int status)
    {
        using var library = new Library();
        using var request = new HttpRequestMessage(
            new HttpMethod(method), path)
        { Content = body.Length > 0 ? new StringContent(body, Encoding.UTF8, "application/json") : null };
        using var answer = await library.Http.SendAsync(request);
        Assert.Equal(status, (int)answer.StatusCode == 415 ? 400 : (int)answer.StatusCode);
        if (status >= 400)
        {
            var problem = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
            Assert.Matches("^[A-Z\"].{15,}[.\\]\")]$", (string)problem["detail"]!);
            Assert.StartsWith("/problems/", (string)problem["type"]!, StringComparison.Ordinal);
        }

        Assert.Equal("nosniff", answer.Headers.GetValues("X-Content-Type-Options").Single());
        Assert.NotEmpty(answer.Headers.GetValues("Content-Security-Policy"));
    }

    // Where both limits cannot be met by a modern format beside one that everybody reads and that was made, nobody misses a picture.
    [Fact]
    public async Task A_modern_format_that_cannot_meet_its_limits_is_left_out_beside_one_that_can()
    {
        using var library = new Library();
        var document = Documents.Of("test", ("test.a", [400]));
        var slot = document["slots"]![0]!;
        slot["deliver"] = "each";
        // WebP halves colour (RFC 9649) and cannot come so near; JPEG can keep it whole.
        (slot["formats"], slot["quality"], slot["looks"]) =
            (new JsonArray("webp", "jpeg"), JsonNode.Parse("""{"floor":60,"ceiling":100}"""), JsonNode.Parse(
                """{"floor":93,"wanted":95,"prefer":"better"}"""));
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", document)).EnsureSuccessStatusCode();
        var id = await library.TakeInAsync("ribbon-tails-detail.jpg");
        await library.RunAsync([id], ["test.a"]);
        var files = (await library.GetAsync("/api/variants"))["items"]!.AsArray()
            .ToDictionary(file => (string)file!["format"]!, file => file!);
        Assert.Equal(("done", "leftOut"), ((string)files["jpeg"]["state"]!, (string)files["webP"]["state"]!));
        Assert.Equal("modern-left-out", (string)files["webP"]["findings"]![0]!["id"]!);
    }

    [Fact]
    public async Task An_original_that_is_fetched_in_parts_is_checked_once()
    {
        using var library = new Library();
        var id = await library.TakeInAsync("spool-small.jpg");
        var path = Directory.EnumerateFiles(Path.Combine(library.DataFolder, "originals"), id, SearchOption.AllDirectories).Single();
        using (var first = await PartAsync(library, id))
            Assert.Equal(HttpStatusCode.PartialContent, first.StatusCode);
        // What no look at its length and time can tell shows that its bytes were not all read again.
        var (modified, bytes) = (File.GetLastWriteTimeUtc(path), await File.ReadAllBytesAsync(path));
        bytes[^1] ^= 1;
        await File.WriteAllBytesAsync(path, bytes);
        File.SetLastWriteTimeUtc(path, modified);
        using (var second = await PartAsync(library, id))
            Assert.Equal(HttpStatusCode.PartialContent, second.StatusCode);
        // What they do tell is found out.
        File.SetLastWriteTimeUtc(path, modified.AddSeconds(1));
        using var third = await PartAsync(library, id);
        Assert.Equal("/problems/original-altered", (string)(await third.Content.ReadFromJsonAsync<JsonNode>())!["type"]!);
    }

    [Fact]
    public async Task A_file_is_found_by_its_hash_without_reading_every_row()
    {
        using var library = new Library();
        await library.GetAsync("/api/space");
        await using var database = new SqliteConnection($"Data Source={Path.Combine(library.DataFolder, "pantomet.db")};Pooling=False");
        await database.OpenAsync();
        await using var command = new SqliteCommand("EXPLAIN QUERY PLAN SELECT * FROM RenderedFiles WHERE Sha256 = 'a'", database);
        await using var rows = await command.ExecuteReaderAsync();
        Assert.True(await rows.ReadAsync());
        Assert.Contains("USING INDEX", rows.GetString(3), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Pictures_that_take_more_memory_than_there_is_are_rendered_one_after_the_other()
    {
        using var library = new Library();
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Documents.Of("test", ("test.a", [60, 50]))))
            .EnsureSuccessStatusCode();
        var ids = new List<string>();
        for (var at = 0; at < 4; at++)
            ids.Add(await library.TakeInAsync($"kite-{at}.png", HostilePictures.Png(90, 61 + at, 0)));
        await library.ExecuteAsync("UPDATE Sources SET LookBytes = 5000000000");
        await library.RunAsync(ids, ["test.a"]);
        Assert.Equal(8, (await library.GetAsync("/api/variants"))["items"]!.AsArray().Count);
    }

    private static Task<HttpResponseMessage> PartAsync(Library library, string id) => library.Http.SendAsync(
        new HttpRequestMessage(HttpMethod.Get, $"/api/sources/{id}/original") { Headers = { Range = new RangeHeaderValue(0, 9) } });

    private static async Task<string> ReadyAsync(Library library, int[] widths)
    {
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Documents.Of("test", ("test.a", widths))))
            .EnsureSuccessStatusCode();
        return await library.TakeInAsync("kite.png", HostilePictures.Png(90, 61, 0));
    }

    private static async Task<string> StartAsync(Library library, string source)
    {
        using var answer = await library.SendJsonAsync(
            HttpMethod.Post, "/api/runs", new { sources = (string[])[source], slots = (string[])["test.a"] });
        return (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
    }
}
