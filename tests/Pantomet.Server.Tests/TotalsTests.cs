using System.Net;

namespace Pantomet.Server.Tests;

public sealed class TotalsTests
{
    [Fact]
    public async Task Totals_are_the_sums_of_the_files_that_todays_plans_ask_for()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        var (flight, spools) = (await library.TakeInAsync("hill-flight.jpg"), await library.TakeInAsync("line-spools.jpg"));
        Assert.Equal(0, (int)(await library.GetAsync("/api/totals"))["files"]!);
        await library.RunAsync([flight, spools], ["windowbox.square"]);
        await library.RunAsync([flight], ["windowbox.portrait"]);
        var variants = (await library.GetAsync("/api/variants"))["items"]!.AsArray();
        var totals = await library.GetAsync("/api/totals");
        Assert.Equal((2, 3), ((int)totals["sources"]!, (int)totals["files"]!));
        Assert.Equal(variants.Sum(variant => (long)variant!["bytes"]!), (long)totals["bytesOut"]!);
        var weights = (await library.GetAsync("/api/sources"))["items"]!.AsArray()
            .ToDictionary(source => (string)source!["id"]!, source => (long)source!["bytes"]!);
        // A source counts once, however many files are made of it.
        Assert.Equal(weights[flight] + weights[spools], (long)totals["bytesIn"]!);
        var portrait = totals["slots"]!.AsArray().Single(slot => (string)slot!["slot"]! == "windowbox.portrait")!;
        Assert.Equal((1, weights[flight]), ((int)portrait["sources"]!, (long)portrait["bytesIn"]!));

        // What is out of date weighs nothing any more.
        await library.SendJsonAsync(
            HttpMethod.Put, $"/api/framings/{flight}/windowbox.square", new { crop = new { x = 0, y = 0, width = 1500, height = 1500 } });
        Assert.Equal(2, (int)(await library.GetAsync("/api/totals"))["files"]!);
    }

    [Fact]
    public async Task A_page_weighs_what_its_pictures_weigh_so_often_as_it_shows_them()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        await library.RunAsync(
            [await library.TakeInAsync("hill-flight.jpg"), await library.TakeInAsync("line-spools.jpg")], ["windowbox.square"]);
        var mean = (long)(await library.GetAsync("/api/variants"))["items"]!.AsArray().Average(variant => (long)variant!["bytes"]!);
        var screens = (await library.GetAsync("/api/totals/page?slot=windowbox.square:3&slot=windowbox.story"))["screens"]!.AsArray();
        Assert.Equal(["phone", "tablet", "desktop", "dense desktop"], screens.Select(screen => (string)screen!["name"]!));
        // One size in one format serves every screen; of the other slot there is nothing yet.
        Assert.All(screens, screen => Assert.Equal(3 * mean, (long)screen!["bytes"]!));
        Assert.Equal([2, 0], screens[0]!["slots"]!.AsArray().Select(slot => (int)slot!["made"]!));
        foreach (var (query, status) in ((string, HttpStatusCode)[])[("windowbox.square:0", HttpStatusCode.UnprocessableEntity),
            ("windowbox.none:2", HttpStatusCode.NotFound)])
            Assert.Equal(status, (await library.Http.GetAsync(new Uri($"/api/totals/page?slot={query}", UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task The_worst_files_come_first_whatever_makes_them_bad_and_page_by_page()
    {
        using var library = new Library();
        // Nothing that is a picture of such a size goes into 700 bytes.
        var caps = new Dictionary<string, long> { ["test.wide"] = 500_000, ["test.near"] = 60_000, ["test.never"] = 700 };
        var slots = caps.Select(
            (cap, at) =>
                new
                {
                    id = cap.Key,
                    name = cap.Key,
                    shape = $"{600 + (100 * at)}x600",
                    formats = new[] { "jpeg" },
                    limits = new { mostBytes = cap.Value }
                });
        (await library.SendJsonAsync(
            HttpMethod.Post, "/api/destinations",
            new { format = "pantomet-destination-1", id = "test", name = "Test", kind = "site", slots })).EnsureSuccessStatusCode();
        var (flight, spools) = (await library.TakeInAsync("hill-flight.jpg"), await library.TakeInAsync("line-spools.jpg"));
        var first = await library.RunAsync([flight], caps.Keys);
        await library.RunAsync([spools], caps.Keys);

        foreach (var by in (string[])["bytes", "score", "cap", "saving"])
        {
            var worst = await library.GetAsync($"/api/weighing/worst?by={by}");
            var files = worst["items"]!.AsArray();
            Assert.Equal((6, 6), (files.Count, (int)worst["total"]!));
            double Badness(System.Text.Json.Nodes.JsonNode file) => by switch
            {
                "bytes" => (long)file["bytes"]!,
                _ when (string)file["state"]! == "blocked" => double.MaxValue,
                "score" => -(double)file["score"]!,
                "cap" => (double)(long)file["bytes"]! / caps[(string)file["slot"]!],
                _ => (double)(long)file["bytes"]! / (long)file["sourceBytes"]!,
            };
            var badness = files.Select(file => Badness(file!)).ToList();
            Assert.Equal(badness.OrderDescending(), badness);
            Assert.Equal(2, files.Count(file => (string)file!["state"]! == "blocked"));

            var page = (await library.GetAsync($"/api/weighing/worst?by={by}&offset=2&limit=3"))["items"]!.AsArray();
            Assert.Equal(files.Skip(2).Take(3).Select(file => (string)file!["id"]!), page.Select(file => (string)file!["id"]!));
            var ofRun = await library.GetAsync($"/api/weighing/worst?by={by}&run={first["id"]}");
            Assert.Equal((3, true), ((int)ofRun["total"]!, ofRun["items"]!.AsArray().All(file => (string)file!["source"]! == flight)));
        }

        // What is in the bin is no file of today's plans, however lately the list was looked at.
        await library.SendJsonAsync(HttpMethod.Delete, $"/api/sources/{flight}", null);
        Assert.Equal(3, (int)(await library.GetAsync("/api/weighing/worst?by=cap"))["total"]!);
    }
}
