using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Pantomet.Rendering;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Tests.SiteCheck;

/// <summary>Checks of sites while disks are full, servers are killed, uploads break off, and others do the same.</summary>
public sealed class SiteCheckFaultTests
{
    private static readonly (string Name, byte[] Content)[] Site =
    [
        ("index.html", "<img src=hill.jpg alt='' width=300 height=200><img src=ribbon.jpg alt='' width=300 height=300>"u8.ToArray()),
        ("hill.jpg", Demo("hill-flight.jpg")), ("ribbon.jpg", Demo("ribbon-tails-detail.jpg")), ("beach.jpg", Demo("beach-morning.jpg")),
    ];

    private static byte[] Demo(string name) => File.ReadAllBytes(Library.Demo(name));

    private static MultipartFormDataContent Form((string Name, byte[] Content)[] files)
    {
        var form = new MultipartFormDataContent();
        foreach (var (name, content) in files)
            form.Add(new ByteArrayContent(content), "files", name);
        return form;
    }

    private static async Task<string> AskedAsync(HttpClient http, (string Name, byte[] Content)[] files)
    {
        using var form = Form(files);
        using var answer = await http.PostAsync(new Uri("/api/site-checks", UriKind.Relative), form);
        Assert.Equal(HttpStatusCode.Accepted, answer.StatusCode);
        return (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
    }

    private static string[] Kept(string dataFolder) =>
        Directory.GetFiles(Path.Combine(dataFolder, "site-files"), "*", SearchOption.AllDirectories);

    [Fact]
    public async Task Killed_at_any_moment_it_goes_on()
    {
        using var server = new ServerProcess();
        await server.StartAsync();
        var id = await AskedAsync(server.Http, Site);
        foreach (var moment in (int[])[50, 700, 1500, 3000])
        {
            await Task.Delay(moment);
            await server.KillAsync();
            await server.StartAsync();
        }

        var check = await server.UntilAsync($"/api/site-checks/{id}", one => one["endedAt"] is not null);

        Assert.Equal("done", (string)check["state"]!);
        Assert.Single(check["pages"]!.AsArray());
        Assert.Equal(3, check["pictures"]!.AsArray().Count);
        Assert.All(check["pictures"]!.AsArray(), one => Assert.Equal("made", (string)one!["possible"]!));
        Assert.Equal(3, Kept(server.DataFolder).Length);
        (await server.CheckAsync([])).Dispose();
    }

    // What was given to a check that nobody asked for, since the server ended in the middle.
    [Fact]
    public async Task What_an_upload_left_that_was_killed_is_gone_after_the_next_start()
    {
        using var library = new Library();
        var left = Path.Combine(library.DataFolder, "site-checks", "left", "0");
        Directory.CreateDirectory(Path.GetDirectoryName(left)!);
        await File.WriteAllTextAsync(left, "half of a site");

        var id = await AskedAsync(library.Http, [("spool.jpg", Demo("spool-small.jpg"))]);
        await library.UntilAsync($"/api/site-checks/{id}", one => one["endedAt"] is not null);

        Assert.False(Directory.Exists(Path.GetDirectoryName(left)));
    }

    [Fact]
    public async Task A_full_disk_leaves_nothing_of_an_upload_and_is_not_taken_for_an_answer()
    {
        var (isFull, room) = (false, 2);
        using var library = new Library(services => services.AddSingleton(provider =>
            new ContentStore(provider.GetRequiredService<DataFolder>().Incoming)
            {
                // Some of it fits.
                OpenNew = path => isFull && room-- <= 0
                    ? throw new IOException("No space left on device", 28)
                    : new FileStream(path, FileMode.CreateNew),
            }));
        isFull = true;
        using (var form = Form(Site))
        using (var refused = await library.Http.PostAsync(new Uri("/api/site-checks", UriKind.Relative), form))
        {
            Assert.Equal(HttpStatusCode.InsufficientStorage, refused.StatusCode);
            Assert.Contains(DiskFull.Sentence, await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }

        Assert.Empty(Directory.GetFileSystemEntries(Path.Combine(library.DataFolder, "site-checks")));

        isFull = false;
        var id = await AskedAsync(library.Http, Site);
        var check = await library.UntilAsync($"/api/site-checks/{id}", one => one["endedAt"] is not null);
        await library.ExecuteAsync("DELETE FROM Recipes; DELETE FROM RenderedFiles;");
        (isFull, room) = (true, 0);
        var better = new Uri($"/api/site-checks/{id}/pictures/{check["pictures"]![0]!["id"]}/better", UriKind.Relative);
        // That it cannot be made at this moment is not that it stays as it is.
        Assert.Equal(HttpStatusCode.InsufficientStorage, (await library.Http.GetAsync(better)).StatusCode);
        isFull = false;
        Assert.Equal(HttpStatusCode.OK, (await library.Http.GetAsync(better)).StatusCode);
    }

    [Fact]
    public async Task Who_deletes_a_check_takes_no_file_from_one_that_goes_on()
    {
        using var library = new Library();
        var first = await AskedAsync(library.Http, Site);
        await library.UntilAsync($"/api/site-checks/{first}", one => one["endedAt"] is not null);

        var others = await Task.WhenAll(AskedAsync(library.Http, Site), AskedAsync(library.Http, Site));
        await library.UntilAsync($"/api/site-checks/{others[0]}", one => (string)one["state"]! != "queued");
        await library.SendJsonAsync(HttpMethod.Delete, $"/api/site-checks/{first}", null);

        foreach (var id in others)
        {
            var check = await library.UntilAsync($"/api/site-checks/{id}", one => one["endedAt"] is not null);
            Assert.Equal("done", (string)check["state"]!);
            foreach (var picture in check["pictures"]!.AsArray())
            {
                var better = new Uri($"/api/site-checks/{id}/pictures/{picture!["id"]}/better", UriKind.Relative);
                Assert.Equal(HttpStatusCode.OK, (await library.Http.GetAsync(better)).StatusCode);
            }
        }

        Assert.Equal(3, Kept(library.DataFolder).Length);
    }

    // 20,000 pictures that a stranger's file says were measured: the time is in proportion.
    [Fact]
    public async Task A_measured_page_with_very_many_pictures_is_joined()
    {
        var text = new StringBuilder(
            """{"format":"measured-page","version":1,"address":"https://kites.example/","title":"","viewport":""" +
            """{"width":1440,"height":900,"density":1},"pictures":[""");
        text.AppendJoin(',', Enumerable.Range(0, 20_000).Select(at =>
            $$"""{"address":"https://kites.example/{{at}}.jpg","use":"image","width":9,"height":9,""" +
            """ "x":0,"y":0,"isShown":true,"alt":""}"""));
        using var library = new Library();
        var id = await AskedAsync(library.Http, [("measured.json", Encoding.UTF8.GetBytes($"{text}]}}"))]);
        var check = await library.UntilAsync($"/api/site-checks/{id}", one => one["endedAt"] is not null);
        Assert.Equal(20_000, check["pictures"]!.AsArray().Count);
    }
}
