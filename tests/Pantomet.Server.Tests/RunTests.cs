using System.Net;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text.Json.Nodes;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Tests;

public sealed class RunTests
{
    private static readonly string[] Social = ["windowbox.portrait", "windowbox.square", "windowbox.story"];

    [Fact]
    public async Task A_run_makes_every_file_checks_it_and_packs_it()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight-rotated.jpg");
        var run = await library.RunAsync([source], Social);
        // The story needs 1,920 rows and the picture has 1,600: that size is stopped, the other two are made.
        Assert.Equal((2, 2, 0, 1), ((int)run["total"]!, (int)run["done"]!, (int)run["failed"]!, (int)run["blocked"]!));
        var findings = (await library.GetAsync($"/api/runs/{run["id"]}/findings"))["items"]!.AsArray();
        Assert.Contains(findings, one => ((string)one!["slot"]!, (string)one["finding"]!["severity"]!) == ("windowbox.story", "stop"));

        var variants = (await library.GetAsync($"/api/variants?run={run["id"]}"))["items"]!.AsArray();
        foreach (var variant in variants)
        {
            var file = await library.Http.GetByteArrayAsync(new Uri($"/api/variants/{variant!["id"]}/file", UriKind.Relative));
            Assert.Equal(
                ((long)variant["bytes"]!, (string)variant["sha256"]!), (file.LongLength, Convert.ToHexStringLower(SHA256.HashData(file))));
            Assert.InRange(file.LongLength, 1, 500_000);
        }

        using var zip = await library.PackAsync(new { runs = new[] { run["id"]! } });
        Assert.Equal(
            ["windowbox/portrait/hill-flight-rotated-portrait-1080w.jpg", "windowbox/square/hill-flight-rotated-square-1080w.jpg",
                "manifest.json", "manifest.csv", "contact-sheet.html", "preview.html", "checksums.sha256"],
            zip.Entries.Select(entry => entry.FullName));
        var manifest = (await JsonNode.ParseAsync(await zip.GetEntry("manifest.json")!.OpenAsync()))!;
        foreach (var entry in manifest["files"]!.AsArray())
        {
            await using var content = await zip.GetEntry((string)entry!["file"]!)!.OpenAsync();
            Assert.Equal((string)entry["sha256"]!, Convert.ToHexStringLower(await SHA256.HashDataAsync(content)));
        }

        // Social networks show pictures in pages of their own: nobody is told which colours go with them.
        Assert.Empty(manifest["colours"]!.AsArray());
    }

    [Fact]
    public async Task A_package_for_a_page_says_which_colours_go_on_from_each_picture()
    {
        using var library = new Library();
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Documents.Of("shop", ("shop.a", [300]))))
            .EnsureSuccessStatusCode();
        var run = await library.RunAsync([await library.TakeInAsync("hill-flight.jpg")], ["shop.a"]);
        using var zip = await library.PackAsync(new { runs = new[] { run["id"]! } });
        var manifest = (await JsonNode.ParseAsync(await zip.GetEntry("manifest.json")!.OpenAsync()))!;
        var colours = Assert.Single(manifest["colours"]!.AsArray())!;
        Assert.Equal(("hill-flight", "shop", "a"), (
            (string)colours["source"]!, (string)colours["destination"]!, (string)colours["slot"]!));
        // By eye: sky above, grass below.
        var (above, below) = ((string)colours["edges"]!["top"]!, (string)colours["edges"]!["bottom"]!);
        Assert.True(Channel(above, 2) > Channel(above, 0), above);
        Assert.True(Channel(below, 1) > Channel(below, 2), below);
        Assert.InRange(colours["main"]!.AsArray().Sum(main => (double)main!["share"]!), 0.5, 1.001);

        static int Channel(string hex, int at) => Convert.ToInt32(hex.Substring(1 + (2 * at), 2), 16);
    }

    [Fact]
    public async Task Files_of_a_run_are_ordered_and_counted_over_all_of_them_not_over_a_page()
    {
        using var library = await ReadyAsync();
        string[] sources = [await library.TakeInAsync("hill-flight.jpg"), await library.TakeInAsync("dune-box-kite.jpg")];
        var run = await library.RunAsync(sources, ["windowbox.square", "windowbox.portrait"]);
        var asMade = await PagedAsync(library, $"/api/variants?run={run["id"]}");
        Assert.Equal(4, asMade.Count);
        Assert.Equal(
            asMade.Select(one => (long)one["bytes"]!).OrderDescending(),
            (await PagedAsync(library, $"/api/variants?run={run["id"]}&by=bytes")).Select(one => (long)one["bytes"]!));
        Assert.Equal(
            asMade.Select(one => (string)one["fileName"]!).Order(StringComparer.Ordinal),
            (await PagedAsync(library, $"/api/variants?run={run["id"]}&by=name")).Select(one => (string)one["fileName"]!));
        Assert.Equal(
            [("windowbox.portrait", 2), ("windowbox.square", 2)],
            (await library.GetAsync($"/api/runs/{run["id"]}/slots"))["items"]!.AsArray()
                .Select(one => ((string)one!["slot"]!, (int)one["files"]!)));
        var answer = await library.Http.GetAsync(new Uri("/api/variants?by=colour", UriKind.Relative));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
    }

    // Page by page of three.
    private static async Task<List<JsonNode>> PagedAsync(Library library, string path)
    {
        var all = new List<JsonNode>();
        for (var cursor = ""; ;)
        {
            var page = await library.GetAsync($"{path}&limit=3{cursor}");
            all.AddRange(page["items"]!.AsArray().Select(one => one!));
            if ((string?)page["next"] is not { } next)
                return all;
            cursor = $"&cursor={next}";
        }
    }

    [Fact]
    public async Task A_thumbnail_of_a_file_is_small_and_goes_with_its_picture()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        await library.RunAsync([source], ["windowbox.square"]);
        var file = (await library.GetAsync("/api/variants"))["items"]![0]!;
        var thumbnail = await library.Http.GetAsync(new Uri($"/api/variants/{file["id"]}/thumbnail", UriKind.Relative));
        using var picture = NetVips.Image.NewFromBuffer(await thumbnail.Content.ReadAsByteArrayAsync());
        Assert.Equal((120, 120), (picture.Width, picture.Height));
        Assert.InRange(thumbnail.Content.Headers.ContentLength!.Value, 1, (long)file["bytes"]! / 10);

        // Asked for by many at once when it is not there, it is made once, and each gets the same.
        await library.SendJsonAsync(HttpMethod.Delete, "/api/space/previews", null);
        var many = await Task.WhenAll(Enumerable.Range(0, 12).Select(
            _ => library.Http.GetByteArrayAsync(new Uri($"/api/variants/{file["id"]}/thumbnail", UriKind.Relative))));
        Assert.All(many, one => Assert.Equal(many[0], one));

        // What was damaged on the disk is said, and takes nothing down.
        await library.SendJsonAsync(HttpMethod.Delete, "/api/space/previews", null);
        var path = Directory.EnumerateFiles(Path.Combine(library.DataFolder, "variants"), "*", SearchOption.AllDirectories).Single();
        await File.WriteAllTextAsync(path, "no picture any more");
        var damaged = await library.Http.GetAsync(new Uri($"/api/variants/{file["id"]}/thumbnail", UriKind.Relative));
        Assert.Equal(HttpStatusCode.Gone, damaged.StatusCode);

        await library.SendJsonAsync(HttpMethod.Delete, $"/api/sources/{source}", null);
        await library.SendJsonAsync(HttpMethod.Delete, "/api/bin", null);
        Assert.Empty(Directory.EnumerateFiles(Path.Combine(library.DataFolder, "previews"), "*", SearchOption.AllDirectories));
    }

    [Fact]
    public async Task A_framing_is_kept_per_source_and_slot_and_makes_just_its_files_stale()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        await library.RunAsync([source], Social);
        var path = $"/api/framings/{source}/windowbox.square";

        var set = await JsonAsync(
            await library.SendJsonAsync(HttpMethod.Put, path, new { crop = new { x = 900, y = 0, width = 2000, height = 2000 } }));
        Assert.True((bool)set["byHand"]!);
        Assert.Equal(["stale"], await StatesAsync(library, source, "windowbox.square"));
        Assert.Equal(["done"], await StatesAsync(library, source, "windowbox.portrait"));

        await library.SendJsonAsync(HttpMethod.Delete, path, null);
        Assert.Equal(["done"], await StatesAsync(library, source, "windowbox.square"));
    }

    [Fact]
    public async Task The_same_recipe_is_not_made_twice()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        await library.RunAsync([source], Social);
        var file = Directory.EnumerateFiles(Path.Combine(library.DataFolder, "variants"), "*", SearchOption.AllDirectories).First();
        var written = File.GetLastWriteTimeUtc(file);
        var again = await library.RunAsync([source], Social);
        Assert.Equal(3, (int)again["done"]!);
        Assert.Equal(written, File.GetLastWriteTimeUtc(file));
    }

    [Fact]
    public async Task Two_runs_of_the_same_cells_both_end_and_share_their_files()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        var runs = await Task.WhenAll(library.RunAsync([source], Social), library.RunAsync([source], Social));
        Assert.All(runs, run => Assert.Equal((3, 0), ((int)run["done"]!, (int)run["failed"]!)));
        var variants = (await library.GetAsync($"/api/variants?source={source}"))["items"]!.AsArray();
        Assert.Equal(3, variants.Select(variant => (string)variant!["sha256"]!).Distinct().Count());
        Assert.Equal(3, Directory.EnumerateFiles(Path.Combine(library.DataFolder, "variants"), "*", SearchOption.AllDirectories).Count());
        using var zip = await library.PackAsync(new { });
        Assert.Equal(3 + 5, zip.Entries.Count);
    }

    [Fact]
    public async Task A_run_can_be_cancelled_and_keeps_what_is_finished()
    {
        using var library = await ReadyAsync("galewright-shop.json");
        var sources = new List<string>();
        foreach (var name in (string[])["festival-panorama.jpg", "workbench-topdown.jpg", "ribbon-tails-detail.jpg"])
            sources.Add(await library.TakeInAsync(name));
        var slots = (await library.GetAsync("/api/destinations"))["items"]![1]!["slots"]!.AsArray().Select(slot => (string)slot!["id"]!)
            .ToArray();
        var id = (string)(await JsonAsync(await library.SendJsonAsync(HttpMethod.Post, "/api/runs", new { sources, slots })))["id"]!;
        await library.UntilAsync($"/api/runs/{id}", run => (int)run["done"]! > 2);
        var done = await StandsStillAsync(library, id, "cancel", "cancelled");
        Assert.InRange(done, 3, 80);
        using var zip = await library.PackAsync(new { runs = new[] { id } });
        // A file that another format of its place makes needless is settled without being there.
        var made = (await library.GetAsync($"/api/variants?run={id}"))["items"]!.AsArray();
        Assert.Equal(done, made.Count(variant => (string)variant!["state"]! is "done" or "leftOut"));
        Assert.Equal(made.Count(variant => (string)variant!["state"]! == "done") + 5,
            zip.Entries.Count(entry => !entry.FullName.StartsWith("markup/", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task A_run_is_paused_goes_on_and_makes_each_file_once()
    {
        using var library = await ReadyAsync("galewright-shop.json");
        var sources = new List<string>();
        foreach (var name in (string[])["festival-panorama.jpg", "hill-flight.jpg", "workbench-topdown.jpg", "ribbon-tails-detail.jpg"])
            sources.Add(await library.TakeInAsync(name));
        var id = (string)(await JsonAsync(
            await library.SendJsonAsync(
                HttpMethod.Post, "/api/runs",
                new { sources, slots = new[] { "galewright-shop.hero", "galewright-shop.small-square" } })))["id"]!;
        await library.UntilAsync($"/api/runs/{id}", run => (int)run["done"]! > 0);
        var before = await StandsStillAsync(library, id, "pause", "paused");
        Assert.True(before < (int)(await library.GetAsync($"/api/runs/{id}"))["total"]!, "Nothing was left to go on with.");

        // Another run need not wait for one that is paused.
        await library.RunAsync([sources[1]], ["galewright-shop.page-header"]);
        await library.SendJsonAsync(HttpMethod.Post, $"/api/runs/{id}/resume", null);
        var run = await library.UntilAsync($"/api/runs/{id}", one => (string)one["state"]! == "done");
        Assert.Equal(((int)run["total"]!, 0), ((int)run["done"]!, (int)run["failed"]!));
        var names = (await library.GetAsync($"/api/variants?run={id}"))["items"]!.AsArray().Select(variant => (string)variant!["fileName"]!)
            .ToList();
        Assert.Equal(names.Distinct().Count(), names.Count);
    }

    [Fact]
    public async Task A_small_run_need_not_wait_for_the_end_of_a_large_one()
    {
        using var library = await ReadyAsync("galewright-shop.json");
        var large = new List<string>();
        foreach (var name in (string[])["festival-panorama.jpg", "workbench-topdown.jpg", "ribbon-tails-detail.jpg", "line-spools.jpg"])
            large.Add(await library.TakeInAsync(name));
        var small = await library.TakeInAsync("spool-small.jpg");
        var first =
            (string)(await JsonAsync(
                await library.SendJsonAsync(
                    HttpMethod.Post, "/api/runs",
                    new { sources = large, slots = new[] { "galewright-shop.hero", "galewright-shop.article-picture" } })))["id"]!;
        await library.RunAsync([small], ["windowbox.square", "galewright-shop.small-square"]);
        Assert.NotEqual("done", (string)(await library.GetAsync($"/api/runs/{first}"))["state"]!);
        await library.SendJsonAsync(HttpMethod.Post, $"/api/runs/{first}/cancel", null);
    }

    [Fact]
    public async Task What_failed_is_tried_again_when_its_cause_is_gone()
    {
        using var library = await ReadyAsync();
        var damaged = await library.TakeInAsync("line-spools.jpg");
        var path = Path.Combine(library.DataFolder, "originals", damaged[..2], damaged[2..4], damaged);
        var whole = await File.ReadAllBytesAsync(path);
        await File.WriteAllBytesAsync(path, whole[..300_000]);
        var run = await library.RunAsync([damaged], Social);
        Assert.Equal(3, (int)run["failed"]!);
        await File.WriteAllBytesAsync(path, whole);
        var again = (string)(await JsonAsync(await library.SendJsonAsync(HttpMethod.Post, $"/api/runs/{run["id"]}/retry", null)))["id"]!;
        var mended = await library.UntilAsync($"/api/runs/{again}", one => (string)one["state"]! == "done");
        Assert.Equal((3, 0), ((int)mended["done"]!, (int)mended["failed"]!));
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await library.SendJsonAsync(HttpMethod.Post, $"/api/runs/{again}/retry", null)).StatusCode);
    }

    [Fact]
    public async Task Events_tell_of_a_run_until_its_end()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        var id = (string)(await JsonAsync(
            await library.SendJsonAsync(HttpMethod.Post, "/api/runs", new { sources = new[] { source }, slots = Social })))["id"]!;
        var answer = await library.Http.GetAsync(new Uri($"/api/runs/{id}/events", UriKind.Relative));
        Assert.Equal("text/event-stream", answer.Content.Headers.ContentType!.MediaType);
        var last = (await answer.Content.ReadAsStringAsync()).Split('\n').Last(line => line.StartsWith("data:", StringComparison.Ordinal));
        Assert.Equal("done", (string)JsonNode.Parse(last[5..])!["state"]!);
    }

    [Fact]
    public async Task A_cap_that_cannot_be_met_blocks_the_file_and_says_so()
    {
        using var library = await ReadyAsync();
        var document = await library.GetAsync("/api/destinations/windowbox");
        document["slots"]![1]!["limits"]!["mostBytes"] = 5_000;
        (await library.SendJsonAsync(HttpMethod.Put, "/api/destinations/windowbox", document)).EnsureSuccessStatusCode();
        var run = await library.RunAsync([await library.TakeInAsync("hill-flight.jpg")], Social);
        Assert.Equal((2, 1), ((int)run["done"]!, (int)run["failed"]!));
        var blocked = (await library.GetAsync($"/api/variants?run={run["id"]}"))["items"]!.AsArray()
            .Single(variant => (string)variant!["state"]! == "blocked")!;
        Assert.Equal("cap-not-met", (string)blocked["findings"]![0]!["id"]!);
        Assert.Equal(
            HttpStatusCode.Gone,
            (await library.Http.GetAsync(new Uri($"/api/variants/{blocked["id"]}/file", UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task A_package_of_a_selection_holds_what_todays_plans_ask_for_and_nothing_stale()
    {
        using var library = await ReadyAsync();
        var source = await library.TakeInAsync("hill-flight.jpg");
        await library.RunAsync([source], Social);
        await library.SendJsonAsync(
            HttpMethod.Put, $"/api/framings/{source}/windowbox.square", new { crop = new { x = 0, y = 0, width = 1500, height = 1500 } });
        using var zip = await library.PackAsync(new { sources = new[] { source } });
        Assert.DoesNotContain(zip.Entries, entry => entry.FullName.Contains("square", StringComparison.Ordinal));
        Assert.Equal(7, zip.Entries.Count);
    }

    [Fact]
    public async Task The_same_files_give_the_same_package_to_the_byte()
    {
        using var library = await ReadyAsync();
        await library.RunAsync([await library.TakeInAsync("hill-flight.jpg")], Social);
        var first = await BytesAsync(library);
        await Task.Delay(2_100);
        Assert.Equal(first, await BytesAsync(library));
    }

    [Fact]
    public async Task A_source_taken_away_in_the_middle_ends_its_part_of_the_run()
    {
        using var library = await ReadyAsync("galewright-shop.json");
        var gone = await library.TakeInAsync("line-spools.jpg");
        var stays = await library.TakeInAsync("hill-flight.jpg");
        var slots = new[] { "galewright-shop.hero", "galewright-shop.section-background" };
        var id = (string)(await JsonAsync(
            await library.SendJsonAsync(HttpMethod.Post, "/api/runs", new { sources = new[] { stays, gone }, slots })))["id"]!;
        await library.Http.DeleteAsync(new Uri($"/api/sources/{gone}", UriKind.Relative));
        var run = await library.UntilAsync($"/api/runs/{id}", run => (string)run["state"]! == "done");
        Assert.InRange((int)run["done"]!, 12, 24);
        Assert.Equal(0, (int)run["failed"]!);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public async Task An_original_altered_behind_our_back_is_not_rendered_from_and_is_whole_again_when_it_is_sent_again(bool hasChecksum)
    {
        using var library = await ReadyAsync();
        var damaged = await library.TakeInAsync("line-spools.jpg");
        var whole = await library.TakeInAsync("hill-flight.jpg");
        if (!hasChecksum)
            await library.ExecuteAsync("UPDATE Sources SET Checksum = NULL");
        var path = Path.Combine(library.DataFolder, "originals", damaged[..2], damaged[2..4], damaged);
        await File.WriteAllBytesAsync(path, (await File.ReadAllBytesAsync(path))[..300_000]);
        var run = await library.RunAsync([damaged, whole], Social);
        Assert.Equal((3, 3), ((int)run["done"]!, (int)run["failed"]!));
        var failed = (await library.GetAsync($"/api/variants?run={run["id"]}&source={damaged}"))["items"]!.AsArray();
        Assert.All(failed, variant => Assert.Equal("original-altered", (string)variant!["findings"]![0]!["id"]!));
        Assert.Equal(
            HttpStatusCode.Gone, (await library.Http.GetAsync(new Uri($"/api/sources/{damaged}/original", UriKind.Relative))).StatusCode);

        File.Delete(path);
        run = await library.RunAsync([damaged], Social);
        Assert.Contains(
            "original-missing", (await library.GetAsync($"/api/variants?run={run["id"]}")).ToJsonString(), StringComparison.Ordinal);
        Assert.Equal(damaged, await library.TakeInAsync("line-spools.jpg"));
        Assert.Equal(3, (int)(await library.RunAsync([damaged], Social))["done"]!);
    }

    [Fact]
    public async Task A_format_whose_encoder_gives_up_fails_its_own_file_and_no_other()
    {
        using var library = new Library();
        // WebP holds no more than 16,383 px a side (RFC 9649), which its encoder finds out itself.
        var slot =
            new
            {
                id = "test.strip",
                name = "strip",
                shape = "free",
                sizes = new { allPixels = true },
                formats = new[] { "webp", "jpeg" },
                deliver = "each"
            };
        await library.SendJsonAsync(
            HttpMethod.Post, "/api/destinations",
            new { format = "pantomet-destination-1", id = "test", name = "Test", kind = "site", slots = new[] { slot } });
        var svg = """
            <svg xmlns="http://www.w3.org/2000/svg" width="17000" height="20"><rect width="9000" height="9" fill="#336699"/></svg>
            """u8.ToArray();
        var strip = (string)(await library.SendAsync(("strip.svg", svg)))[0]!["source"]!["id"]!;
        var run = await library.RunAsync([strip], ["test.strip"]);
        Assert.Equal((1, 1), ((int)run["done"]!, (int)run["failed"]!));
        var variants = (await library.GetAsync($"/api/variants?run={run["id"]}"))["items"]!.AsArray();
        var failed = Assert.Single(variants, variant => (string)variant!["state"]! == "blocked")!;
        Assert.Equal(("strip-strip-17000w.webp", "not-rendered"), ((string)failed["fileName"]!, (string)failed["findings"]![0]!["id"]!));
    }

    [Fact]
    public async Task A_file_is_handed_out_with_its_name_its_hash_and_for_good()
    {
        using var library = await ReadyAsync();
        var run = await library.RunAsync([await library.TakeInAsync("hill-flight.jpg")], ["windowbox.square"]);
        var variant = (await library.GetAsync($"/api/variants?run={run["id"]}"))["items"]![0]!;
        var answer = await library.Http.GetAsync(new Uri($"/api/variants/{variant["id"]}/file", UriKind.Relative));
        Assert.Equal($"\"{variant["sha256"]}\"", answer.Headers.ETag!.Tag);
        Assert.Equal("hill-flight-square-1080w.jpg", answer.Content.Headers.ContentDisposition!.FileName);
        // RFC 8246: what the id names never changes.
        Assert.Contains("immutable", answer.Headers.CacheControl!.ToString(), StringComparison.Ordinal);
        using var again = new HttpRequestMessage(HttpMethod.Get, $"/api/variants/{variant["id"]}/file");
        again.Headers.IfNoneMatch.Add(answer.Headers.ETag);
        Assert.Equal(HttpStatusCode.NotModified, (await library.Http.SendAsync(again)).StatusCode);
    }

    [Fact]
    public async Task A_package_of_nothing_says_what_to_do()
    {
        using var library = await ReadyAsync();
        var id = (await JsonAsync(await library.SendJsonAsync(HttpMethod.Post, "/api/packages", new { })))["id"]!;
        var package = await library.UntilAsync($"/api/packages/{id}", package => (string)package["state"]! is not ("queued" or "running"));
        Assert.Contains("Render it first", (string)package["problem"]!, StringComparison.Ordinal);
    }

    private static async Task<Library> ReadyAsync(params string[] more)
    {
        var library = new Library();
        foreach (var file in (string[])["windowbox.json", .. more])
            await library.AddDestinationAsync(file);
        return library;
    }

    private static async Task<byte[]> BytesAsync(Library library)
    {
        var id = (await JsonAsync(await library.SendJsonAsync(HttpMethod.Post, "/api/packages", new { })))["id"]!;
        await library.UntilAsync($"/api/packages/{id}", package => (string)package["state"]! == "done");
        return await library.Http.GetByteArrayAsync(new Uri($"/api/packages/{id}/file", UriKind.Relative));
    }

    private static async Task<string[]> StatesAsync(Library library, string source, string slot) =>
        [.. (await library.GetAsync($"/api/variants?source={source}&slot={slot}"))["items"]!.AsArray()
            .Select(variant => (string)variant!["state"]!)];

    private static async Task<JsonNode> JsonAsync(HttpResponseMessage answer) => (await answer.Content.ReadFromJsonAsync<JsonNode>())!;

    // What is in hand is finished, however long that takes; nothing more is begun. Gives the files that are done then.
    private static async Task<int> StandsStillAsync(Library library, string run, string act, string state)
    {
        var told = await JsonAsync(await library.SendJsonAsync(HttpMethod.Post, $"/api/runs/{run}/{act}", null));
        Assert.Equal(state, (string)told["state"]!);
        var (before, now) = (-1, (int)told["done"]!);
        while (before != now)
        {
            await Task.Delay(3000);
            (before, now) = (now, (int)(await library.GetAsync($"/api/runs/{run}"))["done"]!);
        }

        Assert.InRange(now, (int)told["done"]!, (int)told["done"]! + RunJobs.AtOnce);
        return now;
    }
}
