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
        var weights = (await library.GetAsync("/api/sources"))["items"]!.AsArray().ToDictionary(source => (string)source!["id"]!, source => (long)source!["bytes"]!);
        // A source counts once, however many files are made of it.
        Assert.Equal(weights[flight] + weights[spools], (long)totals["bytesIn"]!);
        var portrait = totals["slots"]!.AsArray().Single(slot => (string)slot!["slot"]! == "windowbox.portrait")!;
        Assert.Equal((1, weights[flight]), ((int)portrait["sources"]!, (long)portrait["bytesIn"]!));

        // What is out of date weighs nothing any more.
        await library.SendJsonAsync(HttpMethod.Put, $"/api/framings/{flight}/windowbox.square", new { crop = new { x = 0, y = 0, width = 1500, height = 1500 } });
        Assert.Equal(2, (int)(await library.GetAsync("/api/totals"))["files"]!);
    }

    [Fact]
    public async Task A_page_weighs_what_its_pictures_weigh_so_often_as_it_shows_them()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        await library.RunAsync([await library.TakeInAsync("hill-flight.jpg"), await library.TakeInAsync("line-spools.jpg")], ["windowbox.square"]);
        var mean = (long)(await library.GetAsync("/api/variants"))["items"]!.AsArray().Average(variant => (long)variant!["bytes"]!);
        var screens = (await library.GetAsync("/api/totals/page?slot=windowbox.square:3&slot=windowbox.story"))["screens"]!.AsArray();
        Assert.Equal(["phone", "tablet", "desktop", "dense desktop"], screens.Select(screen => (string)screen!["name"]!));
        // One size in one format serves every screen; of the other slot there is nothing yet.
        Assert.All(screens, screen => Assert.Equal(3 * mean, (long)screen!["bytes"]!));
        Assert.Equal([2, 0], screens[0]!["slots"]!.AsArray().Select(slot => (int)slot!["made"]!));
        foreach (var (query, status) in ((string, HttpStatusCode)[])[("windowbox.square:0", HttpStatusCode.UnprocessableEntity), ("windowbox.none:2", HttpStatusCode.NotFound)])
            Assert.Equal(status, (await library.Http.GetAsync(new Uri($"/api/totals/page?slot={query}", UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task The_heaviest_files_come_first_when_they_are_asked_for()
    {
        using var library = new Library();
        await library.AddDestinationAsync("windowbox.json");
        await library.RunAsync([await library.TakeInAsync("hill-flight.jpg"), await library.TakeInAsync("line-spools.jpg")], ["windowbox.square", "windowbox.portrait"]);
        var bytes = (await library.GetAsync("/api/weighing/worst?by=bytes"))["items"]!.AsArray().Select(variant => (long)variant!["bytes"]!).ToList();
        Assert.Equal(4, bytes.Count);
        Assert.Equal(bytes.OrderDescending(), bytes);
    }
}
