using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests.SiteCheck;

/// <summary>Sites that are sent in whole, and what is said of them.</summary>
public sealed class SiteCheckTests : IDisposable
{
    private const string Page =
        """
        <!DOCTYPE html><meta name="viewport" content="width=device-width">
        <style>body { margin: 0 } img { display: block }</style>
        <img src="img/hill.jpg" alt="A hill" width="300" height="200">
        <img src="img/spool.jpg" width="640" height="480" alt="">
        """;

    private readonly Library library = new();

    public void Dispose() => library.Dispose();

    [Fact]
    public async Task A_packed_site_is_checked_and_every_figure_is_said()
    {
        var check = await CheckedAsync(("site.zip", Zip(("site/index.html", Encoding.UTF8.GetBytes(Page)),
            ("site/img/hill.jpg", Demo("hill-flight.jpg")), ("site/img/spool.jpg", Demo("spool-small.jpg")),
            ("site/script.js", "alert(1)"u8.ToArray()))));

        var hill = check["pictures"]!.AsArray()[0]!;
        Assert.Equal(
            ("/img/hill.jpg", "/index.html", 2_865_918, 3600, 2400, "jpeg"),
            ((string)hill["address"]!, (string)hill["page"]!, (long)hill["bytes"]!, (int)hill["width"]!, (int)hill["height"]!,
                (string)hill["format"]!));
        // 300 CSS px on a phone with density 3.
        Assert.Equal((300, 200, 900), ((double)hill["shown"]!["width"]!, (double)hill["shown"]!["height"]!, (int)hill["neededPx"]!));
        Assert.InRange((long)hill["possibleBytes"]!, 20_000, 150_000);
        Assert.Contains("too-many-pixels", Ids(hill));
        Assert.Contains("heavier-than-1-mb", Ids(hill));

        var pictures = check["pictures"]!.AsArray();
        Assert.Equal(2, pictures.Count);
        Assert.Equal(pictures.Sum(one => (long)one!["bytes"]!), (long)check["totals"]!["bytes"]!);
        Assert.Equal(pictures.Sum(one => (long)one!["possibleBytes"]!), (long)check["totals"]!["possibleBytes"]!);
        var page = Assert.Single(check["pages"]!.AsArray())!;
        Assert.Equal(
            ("/index.html", (long)check["totals"]!["bytes"]!, (long)check["totals"]!["possibleBytes"]!),
            ((string)page["address"]!, (long)page["bytes"]!, (long)page["possibleBytes"]!));
    }

    [Fact]
    public async Task The_promised_file_is_there_and_weighs_what_was_promised()
    {
        var check = await CheckedAsync(("img/hill.jpg", Demo("hill-flight.jpg")), ("index.html", Encoding.UTF8.GetBytes(Page)));
        var hill = Picture(check, "/img/hill.jpg");

        var better = await library.Http.GetByteArrayAsync(
            new Uri($"/api/site-checks/{check["id"]}/pictures/{hill["id"]}/better", UriKind.Relative));

        Assert.Equal((long)hill["possibleBytes"]!, better.LongLength);
    }

    [Fact]
    public async Task Files_go_back_under_their_names_and_so_do_those_from_before()
    {
        var check = await CheckedAsync(("a/img/hill.jpg", Demo("hill-flight.jpg")), ("a/index.html", Encoding.UTF8.GetBytes(Page)));
        var hill = Picture(check, "/a/img/hill.jpg");
        var site = new { check = (string)check["id"]!, pictures = new[] { (long)hill["id"]! }, originals = false };

        using (var better = await library.PackAsync(new { site }))
            Assert.Equal((long)hill["possibleBytes"]!, better.GetEntry("a/img/hill.jpg")!.Length);
        using var before = await library.PackAsync(new { site = site with { originals = true } });
        using var content = new MemoryStream();
        await before.GetEntry("a/img/hill.jpg")!.Open().CopyToAsync(content);
        Assert.Equal(Demo("hill-flight.jpg"), content.ToArray());

        var unknown = await library.SendJsonAsync(HttpMethod.Post, "/api/packages", new { site = site with { check = "none" } });
        Assert.Equal(HttpStatusCode.NotFound, unknown.StatusCode);
    }

    [Fact]
    public async Task Places_become_slots_with_their_pictures()
    {
        var check = await CheckedAsync(
            ("index.html", Encoding.UTF8.GetBytes(Page)), ("img/hill.jpg", Demo("hill-flight.jpg")),
            ("img/spool.jpg", Demo("spool-small.jpg")));
        var pictures = check["pictures"]!.AsArray().Select(one => (long)one!["id"]!).ToArray();

        var made = await (await library.SendJsonAsync(HttpMethod.Post, $"/api/site-checks/{check["id"]}/slots", new { pictures }))
            .Content.ReadFromJsonAsync<JsonNode>();
        var destination = await library.GetAsync($"/api/destinations/{made!["destination"]}");

        // 300 CSS px with densities 1, 2 and 3.
        var slot = Assert.Single(destination["slots"]!.AsArray(), one => (string)one!["name"]! == "300 px wide")!;
        Assert.Equal("3:2", (string)slot["shape"]!);
        Assert.Equal([900, 600, 300], slot["sizes"]!["widths"]!.AsArray().Select(one => (int)one!));
        var source = await library.GetAsync($"/api/sources/{made["slots"]!.AsArray()
            .Single(one => (string)one!["name"]! == "300 px wide")!["sources"]![0]}");
        Assert.Equal("hill", (string)source["stem"]!);
        Assert.Equal((string)slot["groups"]![0]!, (string)source["group"]!);

        var table = await library.Http.GetStringAsync(new Uri($"/api/site-checks/{check["id"]}/csv", UriKind.Relative));
        Assert.Equal(3, table.Split("\r\n", StringSplitOptions.RemoveEmptyEntries).Length);
        Assert.StartsWith("address,page,bytes,possible_bytes", table, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_a_browser_measured_is_joined_with_the_bytes_of_the_folder()
    {
        const string Loose = "<!DOCTYPE html><style>img { max-width: 100% }</style><table><tr><td><img src='hill.jpg' alt=''></table>";
        const string Measured =
            """
            {"format":"measured-page","version":1,"address":"https://galewright.example/","title":"","viewport":
             {"width":1440,"height":900,"density":1},"pictures":[{"address":"https://galewright.example/hill.jpg","use":"image",
             "width":450,"height":300,"x":0,"y":0,"isShown":true,"alt":"","loading":"eager","naturalWidth":3600,"naturalHeight":2400,
             "isComplete":true}]}
            """;
        (string, byte[])[] site = [("hill.jpg", Demo("hill-flight.jpg")), ("index.html", Encoding.UTF8.GetBytes(Loose))];

        var alone = Picture(await CheckedAsync(site), "/hill.jpg");
        Assert.Null(alone["shown"]);
        Assert.Null(alone["neededPx"]);

        var joined = Picture(
            await CheckedAsync([.. site, ("measured.json", Encoding.UTF8.GetBytes(Measured))]), "https://galewright.example/hill.jpg");
        Assert.Equal((450.0, 900), ((double)joined["shown"]!["width"]!, (int)joined["neededPx"]!));
        Assert.Equal("https://galewright.example/index.html", (string)joined["page"]!);
    }

    [Fact]
    public async Task A_record_without_contents_gives_weights_and_how_long_they_are_kept()
    {
        var check = await CheckedAsync(
            ("traffic.har", await File.ReadAllBytesAsync(Path.Combine(Repository.Root, "demo", "site", "traffic.har"))));

        var hero = Picture(check, "https://galewright.example/img/hero-beach.jpg");
        Assert.Equal((2_411_543, false), ((long)hero["bytes"]!, (bool)hero["hasFile"]!));
        Assert.Null(hero["width"]);
        Assert.Equal(["old-copy-kept", "not-looked-at"], Ids(hero));
        Assert.Equal(["broken"], Ids(Picture(check, "https://galewright.example/img/not-there.jpg")));
        Assert.Equal("galewright.example", (string)check["name"]!);
    }

    [Fact]
    public async Task What_cannot_be_read_is_said_and_the_rest_is_checked()
    {
        var check = await CheckedAsync(
            ("broken.zip", [.. "PK\u0003\u0004"u8, 1, 2, 3]), ("notes.txt", "kites"u8.ToArray()), ("a/hill.jpg", "no picture"u8.ToArray()),
            ("measured.json", """{"format":"measured-page","version":9}"""u8.ToArray()), ("spool.jpg", Demo("spool-small.jpg")));

        Assert.Equal("done", (string)check["state"]!);
        Assert.Equal(
            ["measured.json", "notes.txt", "broken.zip"], check["notRead"]!.AsArray().Select(one => (string)one!["path"]!));
        Assert.Equal(["broken"], Ids(Picture(check, "/a/hill.jpg")));
        // A folder of pictures alone is no site: that no page shows them says nothing.
        Assert.DoesNotContain("on-no-page", Ids(Picture(check, "/spool.jpg")));
    }

    [Fact]
    public async Task A_later_check_says_what_became_of_the_site()
    {
        (string, byte[]) page = ("index.html", Encoding.UTF8.GetBytes(Page));
        var first = await CheckedAsync(page, ("img/hill.jpg", Demo("hill-flight.jpg")));
        var alone = await library.GetAsync($"/api/site-checks/{first["id"]}/changes?budget=800000");
        Assert.Null(alone["since"]);
        Assert.Equal("/index.html", (string)Assert.Single(alone["overBudget"]!.AsArray())!["address"]!);

        var second = await CheckedAsync(
            page, ("img/hill.jpg", Demo("hill-flight-rotated.jpg")), ("img/spool.jpg", Demo("spool-small.jpg")),
            ("img/new.jpg", Demo("grey-archive.jpg")));
        var changes = await library.GetAsync($"/api/site-checks/{second["id"]}/changes?since={first["id"]}&budget=5000000");

        Assert.Equal((string)first["id"]!, (string)changes["since"]!);
        Assert.Equal(["/img/new.jpg"], changes["new"]!.AsArray().Select(one => (string)one!));
        // Lighter, and with a place inside.
        Assert.Equal(["/img/hill.jpg"], changes["worse"]!.AsArray().Select(one => (string)one!["address"]!));
        Assert.Equal(["/img/spool.jpg"], changes["mended"]!.AsArray().Select(one => (string)one!["address"]!));
        Assert.Empty(changes["overBudget"]!.AsArray());
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await library.Http.GetAsync(new Uri($"/api/site-checks/{second["id"]}/changes?since=none", UriKind.Relative))).StatusCode);
    }

    // An address may say what a path must not.
    [Fact]
    public async Task No_file_leaves_its_folder_when_a_package_is_unpacked()
    {
        const string Traffic =
            """
            {"log":{"entries":[{"request":{"url":"https://kites.example/a/..%2f..%2f..%2fhill.jpg"},"response":{"status":200,
             "content":{"mimeType":"image/jpeg","encoding":"base64","text":"@"},"headers":[]}}]}}
            """;
        var body = Convert.ToBase64String(Demo("hill-flight-rotated.jpg"));
        var check = await CheckedAsync(
            ("a.har", Encoding.UTF8.GetBytes(Traffic.Replace("@", body, StringComparison.Ordinal))),
            ("spool.jpg", Demo("spool-small.jpg")));

        using var zip = await library.PackAsync(new { site = new { check = (string)check["id"]!, originals = true } });

        Assert.All(zip.Entries, entry => Assert.DoesNotContain("..", entry.FullName, StringComparison.Ordinal));
        Assert.DoesNotContain(zip.Entries, entry => entry.Name == "hill.jpg");
    }

    [Fact]
    public async Task Nothing_sent_is_refused()
    {
        using var form = new MultipartFormDataContent { { new StringContent("kites"), "name" } };
        var answer = await library.Http.PostAsync(new Uri("/api/site-checks", UriKind.Relative), form);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await library.SendJsonAsync(HttpMethod.Delete, "/api/site-checks/kites", null)).StatusCode);
    }

    [Fact]
    public async Task A_deleted_check_leaves_no_file_that_no_other_needs()
    {
        (string, byte[]) spool = ("spool.jpg", Demo("spool-small.jpg"));
        var both = await CheckedAsync(
            spool, ("hill.jpg", Demo("hill-flight-rotated.jpg")), ("index.html", Encoding.UTF8.GetBytes(Page)));
        // The page has been read, and is not kept.
        Assert.Equal(2, Kept().Length);
        var one = await CheckedAsync(spool);

        await library.SendJsonAsync(HttpMethod.Delete, $"/api/site-checks/{both["id"]}", null);
        Assert.Single(Kept());
        await library.SendJsonAsync(HttpMethod.Delete, $"/api/site-checks/{one["id"]}", null);
        Assert.Empty(Kept());
        Assert.Empty((await library.GetAsync("/api/site-checks"))["items"]!.AsArray());
        Assert.Empty(Directory.GetFileSystemEntries(Path.Combine(library.DataFolder, "site-checks")));
        // Nor any of the better ones.
        Assert.Empty(Directory.GetFiles(Path.Combine(library.DataFolder, "variants"), "*", SearchOption.AllDirectories));

        string[] Kept() => Directory.GetFiles(Path.Combine(library.DataFolder, "site-files"), "*", SearchOption.AllDirectories);
    }

    // What was put into the demo site on purpose, line by line: address and id of the finding.
    [Fact]
    public async Task Every_defect_of_the_demo_site_is_found()
    {
        var answer = await library.SendJsonAsync(HttpMethod.Post, "/api/site-checks/demo", null);
        var check = await EndOfAsync(answer);

        var found = check["pictures"]!.AsArray().SelectMany(picture => picture!["findings"]!.AsArray().Select(finding =>
            $"{((string)picture["address"]!).Replace("https://galewright.example", "", StringComparison.Ordinal)} {finding!["id"]}"))
            .Order(StringComparer.Ordinal).ToList();
        var list = Path.Combine(Repository.Root, "tests", "sites", "demo-defects.txt");
        if (Environment.GetEnvironmentVariable("RECORD") is not null)
            await File.WriteAllLinesAsync(list, found);
        Assert.Equal(await File.ReadAllLinesAsync(list), found);
        Assert.InRange(found.Count, 40, 400);
        Assert.Equal(6, check["pages"]!.AsArray().Count);
    }

    private static byte[] Demo(string name) => File.ReadAllBytes(Library.Demo(name));

    private static IEnumerable<string> Ids(JsonNode picture) => picture["findings"]!.AsArray().Select(one => (string)one!["id"]!);

    private static JsonNode Picture(JsonNode check, string address) =>
        Assert.Single(check["pictures"]!.AsArray(), one => (string)one!["address"]! == address)!;

    private static byte[] Zip(params (string Path, byte[] Content)[] files)
    {
        using var packed = new MemoryStream();
        using (var zip = new ZipArchive(packed, ZipArchiveMode.Create))
        {
            foreach (var (path, content) in files)
            {
                using var entry = zip.CreateEntry(path).Open();
                entry.Write(content);
            }
        }

        return packed.ToArray();
    }

    private async Task<JsonNode> CheckedAsync(params (string Name, byte[] Content)[] files) => await EndOfAsync(await SentAsync(files));

    private async Task<HttpResponseMessage> SentAsync((string Name, byte[] Content)[] files)
    {
        using var form = new MultipartFormDataContent();
        foreach (var (name, content) in files)
            form.Add(new ByteArrayContent(content), "files", name);
        return await library.Http.PostAsync(new Uri("/api/site-checks", UriKind.Relative), form);
    }

    private async Task<JsonNode> EndOfAsync(HttpResponseMessage answer)
    {
        Assert.Equal(HttpStatusCode.Accepted, answer.StatusCode);
        var id = (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        return await library.UntilAsync($"/api/site-checks/{id}", check => check["endedAt"] is not null);
    }
}
