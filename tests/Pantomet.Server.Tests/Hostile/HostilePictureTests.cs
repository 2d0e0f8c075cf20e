using System.Net.Http.Json;
using System.Text.Json.Nodes;
using NetVips;

namespace Pantomet.Server.Tests.Hostile;

/// <summary>OWASP ASVS 5, file handling: whatever a file does to its decoder, the server answers for that file and goes on with the
/// others.</summary>
public sealed class HostilePictureTests : IDisposable
{
    private readonly Library library = new();

    public static TheoryData<string> Names => new(HostilePictures.All.Keys);

    public void Dispose() => library.Dispose();

    [Theory]
    [MemberData(nameof(Names))]
    public async Task It_is_taken_in_or_refused_with_a_sentence_and_its_neighbours_are_taken_in(string name)
    {
        var good = await File.ReadAllBytesAsync(Library.Demo("spool-small.jpg"));
        var entries = await library.SendAsync(
            ("before.jpg", good), (name, HostilePictures.All[name]()), ("after.png", HostilePictures.Png(30, 20, 0)));
        Assert.Equal("before", (string)entries[0]!["source"]!["stem"]!);
        Assert.Equal("after", (string)entries[2]!["source"]!["stem"]!);
        if (entries[1]!["problem"] is { } problem)
            Assert.Matches("^.+: [A-Z].{20,}\\.$", (string)problem["detail"]!);
        else
            Assert.NotNull(entries[1]!["source"]);
        Assert.Equal("ready", await library.Http.GetStringAsync(new Uri("/healthz", UriKind.Relative)));
    }

    [Theory]
    [InlineData("30,000,000 wide.png", "too-long-side")]
    [InlineData("60,000 pages.tif", "too-many-frames")]
    [InlineData("markers.svg", "too-much-time")]
    [InlineData("17,000 square in passes.png", "too-much-memory")]
    public async Task What_is_too_much_of_it_is_said(string name, string type)
    {
        var entry = (await library.SendAsync((name, HostilePictures.All[name]())))[0]!;
        Assert.Equal($"/problems/{type}", (string)entry["problem"]!["type"]!);
    }

    // Neither chain, nor depth, nor structures keep a picture out: they are not read.
    [Theory]
    [InlineData("60,000 Exif directories.png")]
    [InlineData("XMP 20,000 deep.png")]
    [InlineData("XMP of 500 structures.png")]
    public async Task What_its_metadata_nests_is_nobodys_business(string name) =>
        Assert.Null((await library.SendAsync((name, HostilePictures.All[name]())))[0]!["problem"]);

    [Fact]
    public async Task A_damaged_colour_profile_is_no_reason_to_refuse_a_picture_nor_its_neighbours()
    {
        var entries = await library.SendAsync(
            ("one.png", HostilePictures.Png(9, 9, 0)), ("odd.jpg", HostilePictures.WithDamagedProfile()),
            ("two.png", HostilePictures.Png(9, 8, 0)));
        Assert.All(entries, entry => Assert.Null(entry!["problem"]));
        Assert.Equal("an unnamed profile", (string)entries[1]!["source"]!["colourProfile"]!);
    }

    [Fact]
    public async Task A_screenshot_has_the_same_bounds()
    {
        foreach (var name in (string[])["nested masks.svg", "60,000 Exif directories.png", "17,000 square.jxl", "16,383 square.webp"])
        {
            using var answer = await library.Http.PostAsync(
                new Uri("/api/screenshots", UriKind.Relative), new ByteArrayContent(HostilePictures.All[name]()));
            if (!answer.IsSuccessStatusCode)
                Assert.Matches("[A-Z].{20,}\\.", (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["detail"]!);
        }

        // The web server's own bound is 30 MB; the sentence says 60.
        using var large = await library.Http.PostAsync(
            new Uri("/api/screenshots", UriKind.Relative), new ByteArrayContent(new byte[40_000_000]));
        Assert.Contains("not a picture", (string)(await large.Content.ReadFromJsonAsync<JsonNode>())!["detail"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_opens_a_source_later_knows_what_the_look_took()
    {
        await library.TakeInAsync("hill-flight.jpg");
        await using var database = new Microsoft.Data.Sqlite.SqliteConnection(
            $"Data Source={System.IO.Path.Combine(library.DataFolder, "pantomet.db")};Pooling=False");
        await database.OpenAsync();
        await using var query = new Microsoft.Data.Sqlite.SqliteCommand("SELECT LookBytes, LookMilliseconds FROM Sources", database);
        await using var row = await query.ExecuteReaderAsync();
        await row.ReadAsync();
        Assert.True(row.GetInt64(0) > 0);
        Assert.True(row.GetInt64(1) > 0);
    }

    // Every loader under damage: answers only. Fixed seeds: what fails once fails again.
    [Theory]
    [InlineData("jpg", 1)]
    [InlineData("png", 2)]
    [InlineData("gif", 3)]
    [InlineData("webp", 4)]
    [InlineData("avif", 5)]
    [InlineData("tif", 6)]
    [InlineData("svg", 7)]
    [InlineData("heic", 8)]
    [InlineData("psd", 9)]
    [InlineData("bmp", 10)]
    [InlineData("jxl", 11)]
    public async Task Damaged_anywhere_it_is_read_or_refused(string ending, int seed)
    {
        const int rounds = 24;
        var whole = Whole(ending);
        var random = new Random(seed);
        var files = Enumerable.Range(0, rounds).Select(round =>
        {
            var damaged = (byte[])whole.Clone();
            var reach = round % 2 == 0 ? Math.Min(2_000, damaged.Length) : damaged.Length;
            for (var spot = 0; spot < 1 + (round % 8); spot++)
                damaged[random.Next(reach)] = (byte)random.Next(256);
            return ($"{round}.{ending}", round % 5 == 4 ? damaged[..random.Next(1, damaged.Length)] : damaged);
        }).ToArray();
        foreach (var entry in await library.SendAsync(files))
            Assert.True(entry!["source"] is not null || ((string)entry["problem"]!["detail"]!).EndsWith('.'), entry.ToJsonString());
        await library.TakeInAsync("spool-small.jpg");
    }

    private static byte[] Whole(string ending)
    {
        var imaging = System.IO.Path.Combine(Repository.Root, "tests", "Pantomet.Imaging.Tests", "Sources", "pictures");
        switch (ending)
        {
            case "heic" or "jxl" or "bmp":
                return File.ReadAllBytes(System.IO.Path.Combine(imaging, $"hill.{ending}"));
            case "psd":
                return File.ReadAllBytes(System.IO.Path.Combine(imaging, "layers.psd"));
            case "gif":
                return File.ReadAllBytes(Library.Demo("tail-loop.gif"));
            case "svg":
                return File.ReadAllBytes(Library.Demo("logo.svg"));
            default:
                using (var spool = Image.Thumbnail(Library.Demo("spool-small.jpg"), 240))
                    return ending == "avif"
                        ? spool.HeifsaveBuffer(compression: Enums.ForeignHeifCompression.Av1, effort: 0)
                        : spool.WriteToBuffer($".{ending}");
        }
    }
}
