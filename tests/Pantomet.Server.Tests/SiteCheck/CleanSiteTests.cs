using System.Globalization;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using NetVips;

namespace Pantomet.Server.Tests.SiteCheck;

/// <summary>A site as it should be: six pages like those of the demo site, with ladders in two formats, true sizes, and nothing inside that
/// is not seen.</summary>
public sealed class CleanSiteTests
{
    private const string Third = "(max-width: 700px) calc(100vw - 40px), (max-width: 1200px) calc((100vw - 88px) / 3), 371px";
    private const string Half = "(max-width: 700px) calc(100vw - 40px), (max-width: 1200px) calc((100vw - 72px) / 2), 564px";
    private const string Column = "(max-width: 680px) calc(100vw - 40px), 640px";

    private static readonly int[] ThirdWidths = [400, 560, 800, 1200];
    private static readonly int[] HalfWidths = [400, 600, 800, 1200];
    private static readonly int[] ThumbWidths = [180, 350, 520];
    private static readonly int[] WideWidths = [800, 1200, 1640, 2880];

    private readonly Dictionary<string, byte[]> files = new()
    {
        ["logo.svg"] = File.ReadAllBytes(Library.Demo("logo.svg")),
        ["css/style.css"] = File.ReadAllBytes(Path.Combine(Repository.Root, "demo", "site", "css", "style.css"))
            .Where(letter => letter != '\r').ToArray(),
    };

    [Fact]
    public async Task Nothing_is_said_of_a_site_as_it_should_be()
    {
        files["css/style.css"] = Encoding.UTF8.GetBytes(
            Encoding.UTF8.GetString(files["css/style.css"]).Replace("url(../img/shelf.jpg)", "none", StringComparison.Ordinal));
        Page("index.html", $"""
            <div class="wide">{Shown("beach-morning.jpg", WideWidths, "100vw", "fetchpriority=high")}</div>
            <main><div class="three"><div>{Shown("dune-box-kite.jpg", ThirdWidths, Third)}</div>
            <div>{Shown("line-spools.jpg", ThirdWidths, Third)}</div></div>
            <div class="thumbs">{Shown("workbench-topdown.jpg", ThumbWidths, "150px", "loading=lazy")}</div></main>
            """);
        Page("kites.html", $"""
            <main><div class="three"><div>{Shown("studio-delta.jpg", ThirdWidths, Third)}</div>
            <div>{Shown("winder-handle.jpg", ThirdWidths, Third)}</div></div></main>
            """);
        Page("kite.html", $"""
            <main><div class="two"><div class="half">{Shown("studio-delta.jpg", HalfWidths, Half)}</div>
            <div class="half"><p>Sewn twice along every edge.</p></div></div></main>
            """);
        Page("journal.html", $"""
            <main><div class="column">{Shown("beach-morning.jpg", [400, 640, 900, 1280], Column)}</div></main>
            """);
        Page("gallery.html", $"""
            <main><div class="two"><div class="half">{Shown("ribbon-tails-detail.jpg", HalfWidths, Half)}</div>
            <div class="half"><p>Woven, and hemmed on both sides.</p></div></div></main>
            """);
        Page("about.html", """<main><p>Galewright Kites is an invented shop.</p></main>""");
        using var library = new Library();
        using var form = new MultipartFormDataContent();
        foreach (var (path, content) in files)
            form.Add(new ByteArrayContent(content), "files", path);

        var answer = await library.Http.PostAsync(new Uri("/api/site-checks", UriKind.Relative), form);
        var id = (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        var check = await library.UntilAsync($"/api/site-checks/{id}", one => one["endedAt"] is not null);

        Assert.Equal(
            [],
            check["pictures"]!.AsArray().SelectMany(picture => picture!["findings"]!.AsArray().Select(
                finding => $"{picture["address"]} {finding!["sentence"]}")));
        Assert.Equal(6, check["pages"]!.AsArray().Count);
        Assert.True(check["pictures"]!.AsArray().Count > 40);
    }

    private void Page(string path, string body) => files[path] = Encoding.UTF8.GetBytes(
        $"""
        <!DOCTYPE html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Kites</title>
        <link rel="stylesheet" href="css/style.css">
        <header><img src="logo.svg" alt="Galewright Kites" width="180" height="60"></header>{body}</html>
        """);

    private string Shown(string source, IReadOnlyList<int> widths, string sizes, string more = "")
    {
        var stem = Path.GetFileNameWithoutExtension(source);
        var height = 0;
        foreach (var width in widths)
        {
            using var picture = Image.Thumbnail(Library.Demo(source), width, height: 100_000).CopyMemory();
            files[$"img/{stem}-{width}.webp"] = picture.WebpsaveBuffer(q: 62, keep: Enums.ForeignKeep.None);
            files[$"img/{stem}-{width}.jpg"] = picture.JpegsaveBuffer(q: 62, keep: Enums.ForeignKeep.None, optimizeCoding: true);
            height = picture.Height;
        }

        string Set(string ending) => string.Join(
            ", ", widths.Select(width => string.Create(CultureInfo.InvariantCulture, $"img/{stem}-{width}.{ending} {width}w")));
        return $"""
            <picture><source type="image/webp" srcset="{Set("webp")}" sizes="{sizes}">
            <img srcset="{Set("jpg")}" sizes="{sizes}" src="img/{stem}-{widths[^1]}.jpg" alt="{stem}" width="{widths[^1]}" height="{height}"
            {more}></picture>
            """;
    }
}
