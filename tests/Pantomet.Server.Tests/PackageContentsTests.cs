using System.Net;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

public sealed class PackageContentsTests
{
    [Fact]
    public async Task What_is_said_of_a_package_is_what_it_holds_and_each_file_can_be_looked_at()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        var (flight, spools) = (await library.TakeInAsync("hill-flight.jpg"), await library.TakeInAsync("line-spools.jpg"));
        // Too small for any place, in each by other figures.
        await library.TakeInAsync("spool-small.jpg");
        var run = await library.RunAsync([flight, spools], ["windowbox.square"]);
        var package = await library.PackedAsync(new { });
        Assert.Equal("everything", (string)package["scope"]!);

        var contents = await library.GetAsync($"/api/packages/{package["id"]}/contents");
        var place = Assert.Single(contents["places"]!.AsArray())!;
        var made = (await library.GetAsync("/api/variants"))["items"]!.AsArray();
        Assert.Equal(
            ("square", 2, made.Sum(one => (long)one!["bytes"]!)), ((string)place["slot"]!, (int)place["files"]!, (long)place["bytes"]!));
        // What stands alone comes before what is only not rendered yet.
        var reasons = contents["missing"]!.AsArray().Select(one => (string)one!["reason"]!).ToList();
        Assert.Equal((7, 7), ((int)contents["missingTotal"]!, reasons.Count));
        Assert.All(reasons[..3], reason => Assert.Contains("short", reason, StringComparison.Ordinal));
        Assert.All(reasons[3..], reason => Assert.Equal("It has not been rendered yet.", reason));

        var page = await AnswerAsync(library, package, "contact-sheet.html");
        Assert.Equal("text/html", page.Content.Headers.ContentType!.MediaType);
        Assert.Contains("default-src 'none'", Assert.Single(page.Headers.GetValues("Content-Security-Policy")), StringComparison.Ordinal);
        Assert.Contains("windowbox/square/hill-flight-square-1080w.jpg", await page.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        var picture = await AnswerAsync(library, package, "windowbox/square/hill-flight-square-1080w.jpg");
        Assert.Equal("image/jpeg", picture.Content.Headers.ContentType!.MediaType);
        var itself = made.Single(one => (string)one!["source"]! == flight)!;
        Assert.Equal(
            await library.Http.GetByteArrayAsync(new Uri($"/api/variants/{itself["id"]}/file", UriKind.Relative)),
            await picture.Content.ReadAsByteArrayAsync());

        Assert.Equal(HttpStatusCode.NotFound, (await AnswerAsync(library, package, "..%2F..%2Fpantomet.db")).StatusCode);
        Assert.Equal("run", (string)(await library.PackedAsync(new { runs = new[] { (string)run["id"]! } }))["scope"]!);
        Assert.Equal("selection", (string)(await library.PackedAsync(new { sources = new[] { flight } }))["scope"]!);
        // Cut short or cleared away on the disk: said, not guessed.
        var zip = Path.Combine(library.DataFolder, "packages", $"{package["id"]}.zip");
        await File.WriteAllBytesAsync(zip, (await File.ReadAllBytesAsync(zip))[..1000]);
        Assert.Equal(HttpStatusCode.Gone, (await AnswerAsync(library, package, "contact-sheet.html")).StatusCode);
        File.Delete(zip);
        Assert.Equal(
            HttpStatusCode.Gone,
            (await library.Http.GetAsync(new Uri($"/api/packages/{package["id"]}/contents", UriKind.Relative))).StatusCode);
    }

    private static Task<HttpResponseMessage> AnswerAsync(Library library, JsonNode package, string path) =>
        library.Http.GetAsync(new Uri($"/api/packages/{package["id"]}/files/{path}", UriKind.Relative));
}
