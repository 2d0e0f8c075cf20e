using System.IO.Compression;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

public sealed class PackageChangeTests
{
    private static readonly string[] Slots = ["windowbox.square", "windowbox.portrait"];

    [Fact]
    public async Task A_package_of_what_changed_holds_just_that_and_names_what_is_no_longer_wanted()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        var (flight, spools) = (await library.TakeInAsync("hill-flight.jpg"), await library.TakeInAsync("line-spools.jpg"));
        await library.RunAsync([flight, spools], Slots);
        using var first = await library.PackAsync(new { destination = "windowbox", onlyChanged = true });
        Assert.Equal(4, Files(first).Count);
        Assert.StartsWith(
            "Nothing changed", (string)(await library.PackedAsync(new { destination = "windowbox", onlyChanged = true }))["problem"]!,
            StringComparison.Ordinal);

        // One crop is moved, one source is called otherwise: its bytes are the same, its path is not.
        await library.SendJsonAsync(
            HttpMethod.Put, $"/api/framings/{flight}/windowbox.square", new { crop = new { x = 0, y = 0, width = 1500, height = 1500 } });
        await library.RunAsync([flight], Slots);
        await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{spools}", new { stem = "three-spools" });
        using var second = await library.PackAsync(new { destination = "windowbox", onlyChanged = true });
        Assert.Equal(
            ["hill-flight-square-1080w.jpg", "three-spools-portrait-1080w.jpg", "three-spools-square-1080w.jpg"], Files(second).Order());
        Assert.Equal(2, Manifest(second)["withdrawn"]!.AsArray().Count);
        using var whole = await library.PackAsync(new { destination = "windowbox" });
        Assert.Equal(4, Files(whole).Count);
    }

    [Fact]
    public async Task A_file_altered_behind_our_back_is_not_handed_over_and_is_made_again()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        var flight = await library.TakeInAsync("hill-flight.jpg");
        await library.RunAsync([flight], Slots);
        var sha256 = (string)(await library.GetAsync("/api/variants?slot=windowbox.square"))["items"]![0]!["sha256"]!;
        await File.WriteAllTextAsync(Path.Combine(library.DataFolder, "variants", sha256[..2], sha256[2..4], sha256), "something else");
        using (var zip = await library.PackAsync(new { }))
        {
            Assert.Single(Files(zip));
            Assert.Contains("no longer on the disk as it was made", Manifest(zip)["missing"]!.ToJsonString(), StringComparison.Ordinal);
        }

        await library.RunAsync([flight], Slots);
        using var mended = await library.PackAsync(new { });
        Assert.Equal(2, Files(mended).Count);
    }

    [Fact]
    public async Task A_package_asked_for_while_its_files_are_rendered_holds_whole_files_and_says_what_is_still_coming()
    {
        using var library = new Library();
        await library.AddDestinationAsync("galewright-shop.json");
        var flight = await library.TakeInAsync("hill-flight.jpg");
        var answer = await library.SendJsonAsync(
            HttpMethod.Post, "/api/runs",
            new
            {
                sources = new[] { flight },
                slots = new[] { "galewright-shop.hero", "galewright-shop.section-background", "galewright-shop.article-picture" }
            });
        answer.EnsureSuccessStatusCode();
        await library.UntilAsync("/api/variants", page => page["items"]!.AsArray().Any(variant => (string)variant!["state"]! == "done"));
        using var zip = await library.PackAsync(new { });
        Assert.All(
            zip.Entries.Where(entry => entry.FullName.EndsWith(".jpg", StringComparison.Ordinal)),
            entry => Assert.Equal(
                entry.Length, (long)Manifest(zip)["files"]!.AsArray().Single(file => (string)file!["file"]! == entry.FullName)!["bytes"]!));
        Assert.Contains("being rendered when the package was made", Manifest(zip)["missing"]!.ToJsonString(), StringComparison.Ordinal);
    }

    private static List<string> Files(ZipArchive zip) =>
        [.. Manifest(zip)["files"]!.AsArray().Select(file => ((string)file!["file"]!).Split('/')[^1])];

    private static JsonNode Manifest(ZipArchive zip)
    {
        using var stream = zip.GetEntry("manifest.json")!.Open();
        return JsonNode.Parse(stream)!;
    }
}
