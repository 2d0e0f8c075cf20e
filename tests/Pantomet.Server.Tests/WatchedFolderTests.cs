using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Pantomet.Server.Jobs;

namespace Pantomet.Server.Tests;

public sealed class WatchedFolderTests : IDisposable
{
    private readonly DirectoryInfo card = Directory.CreateTempSubdirectory("pantomet-card-");

    [Fact]
    public async Task What_appears_is_taken_in_once_complete_and_the_rest_is_explained()
    {
        using var library = Watching();
        var picture = await File.ReadAllBytesAsync(Library.Demo("spool-small.jpg"));
        Directory.CreateDirectory(In("100KITES"));
        await File.WriteAllBytesAsync(In("100KITES/spool.jpg"), picture);
        await File.WriteAllTextAsync(In("notes.txt"), "no picture");
        await File.WriteAllBytesAsync(In("coming.jpg.part"), picture);
        await File.WriteAllBytesAsync(In(".hidden.jpg"), picture);
        File.CreateSymbolicLink(In("link.jpg"), Library.Demo("beach-morning.jpg"));
        await File.WriteAllBytesAsync(In("begun.jpg"), []);
        await using (var held = new FileStream(In("locked.gif"), FileMode.Create, FileAccess.Write, FileShare.None))
        {
            await held.WriteAsync(await File.ReadAllBytesAsync(Library.Demo("tail-loop.gif")));
            await held.FlushAsync();
            var answer = await library.UntilAsync(
                "/api/watching",
                answer => ((int)answer["taken"]!, answer["refused"]!.AsArray().Count, (int)answer["waiting"]!) == (1, 1, 2));
            Assert.Equal(
                "notes.txt: This is a text file, not a picture that Pantomet reads. Send a JPEG, PNG, WebP, AVIF, GIF, TIFF, SVG, HEIC, " +
                "PSD, BMP or JPEG XL file.", (string)answer["refused"]![0]!["sentence"]!);
        }

        await library.UntilAsync("/api/watching", answer => (int)answer["taken"]! == 2);
        Assert.Equal(["locked.gif", "spool.jpg"], await NamesAsync(library));
        var done = (await library.GetAsync("/api/jobs?kind=intake&state=done"))["items"]!.AsArray();
        Assert.Equal((2, 1), (done.Sum(job => (int)job!["done"]!), done.Sum(job => (int)job!["failed"]!)));
        // Everything lies where it lay.
        Assert.Equal(7, card.EnumerateFiles("*", SearchOption.AllDirectories).Count());
    }

    [Fact]
    public async Task A_file_taken_in_half_written_is_tried_again_when_the_rest_has_come()
    {
        using var library = Watching();
        var picture = await File.ReadAllBytesAsync(Library.Demo("spool-small.jpg"));
        await File.WriteAllBytesAsync(In("spool.jpg"), picture[..(picture.Length / 2)]);
        var half = await library.UntilAsync("/api/watching", answer => answer["refused"]!.AsArray().Count == 1);
        Assert.Contains("ends too early", (string)half["refused"]![0]!["sentence"]!, StringComparison.Ordinal);
        await File.WriteAllBytesAsync(In("spool.jpg"), picture);
        var whole = await library.UntilAsync("/api/watching", answer => (int)answer["taken"]! == 1);
        Assert.Empty(whole["refused"]!.AsArray());
    }

    [Fact]
    public async Task A_source_that_was_taken_away_does_not_come_back_by_itself()
    {
        using var library = Watching();
        File.Copy(Library.Demo("spool-small.jpg"), In("spool.jpg"));
        await library.UntilAsync("/api/watching", answer => (int)answer["taken"]! == 1);
        var id = (string)(await library.GetAsync("/api/sources"))["items"]![0]!["id"]!;
        await library.Http.DeleteAsync(new Uri($"/api/sources/{id}", UriKind.Relative));
        File.Copy(Library.Demo("tail-loop.gif"), In("tail.gif"));
        await library.UntilAsync("/api/watching", answer => (int)answer["taken"]! == 2);
        Assert.Equal(["tail.gif"], await NamesAsync(library));
    }

    [Fact]
    public async Task What_is_cancelled_is_not_asked_for_again_and_what_is_paused_waits()
    {
        using var library = Watching();
        File.Copy(Library.Demo("spool-small.jpg"), In("spool.jpg"));
        await library.UntilAsync("/api/watching", answer => (int)answer["taken"]! == 1);
        using var still = library.Restarted(
            services => services.Remove(services.Single(one => one.ImplementationType == typeof(JobRunner))));
        File.Copy(Library.Demo("tail-loop.gif"), In("tail.gif"));
        var job = await AskedAsync(still, "queued");
        Assert.Equal(1, (int)job["total"]!);
        (await still.SendJsonAsync(HttpMethod.Post, $"/api/jobs/{job["id"]}/pause", null)).EnsureSuccessStatusCode();
        File.Copy(Library.Demo("spool-small.jpg"), In("again.jpg"));
        await still.UntilAsync("/api/watching", answer => (int)answer["waiting"]! == 2);
        Assert.Empty((await still.GetAsync("/api/jobs?kind=intake&state=queued"))["items"]!.AsArray());
        (await still.SendJsonAsync(HttpMethod.Post, $"/api/jobs/{job["id"]}/cancel", null)).EnsureSuccessStatusCode();

        // The next one has what came since, and not what was cancelled.
        Assert.Equal(1, (int)(await AskedAsync(still, "queued"))["total"]!);
        using var going = still.Restarted(_ => { });
        var end = await going.UntilAsync("/api/watching", answer => (int)answer["taken"]! == 2 && (int)answer["waiting"]! == 0);
        Assert.Contains("cancelled", (string)end["refused"]!.AsArray().Single()!["sentence"]!, StringComparison.Ordinal);
    }

    private static async Task<JsonNode> AskedAsync(Library library, string state) => (await library.UntilAsync(
        $"/api/jobs?kind=intake&state={state}", answer => answer["items"]!.AsArray().Count == 1))["items"]![0]!;

    public void Dispose() => card.Delete(recursive: true);

    private Library Watching()
    {
        var library = new Library(null, ("watch", card.FullName), ("watch-every", "60"));
        _ = library.Http;
        return library;
    }

    private string In(string name) => Path.Combine(card.FullName, name);

    private static async Task<IEnumerable<string>> NamesAsync(Library library) =>
        (await library.GetAsync("/api/sources"))["items"]!.AsArray().Select(source => (string)source!["fileName"]!);
}
