using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Builder;
using NetVips;
using Pantomet.Market;

namespace Pantomet.Server.Tests.Publishing;

/// <summary>Publishing to the stand-in marketplace, which holds to rules of its own.</summary>
public sealed class MarketTests : IAsyncLifetime, IDisposable
{
    private const string Key = "galewright-7";
    private readonly Library library = new();
    private readonly WebApplication market = MarketServer.Build(["--urls", "http://127.0.0.1:0", "--key", Key]);

    public Task InitializeAsync() => market.StartAsync();

    public async Task DisposeAsync() => await market.DisposeAsync();

    public void Dispose() => library.Dispose();

    [Theory]
    [InlineData("format")]
    [InlineData("too-heavy")]
    [InlineData("not-what-it-says")]
    [InlineData("broken")]
    [InlineData("too-poor")]
    [InlineData("too-small")]
    [InlineData("too-large")]
    [InlineData("shape")]
    [InlineData("colours")]
    [InlineData("turned")]
    [InlineData("place")]
    [InlineData("twice")]
    [InlineData("too-many")]
    public async Task It_refuses_what_is_wrong(string code)
    {
        using var client = Seller();
        var right = Jpeg(1500, 1200);
        Assert.Equal(HttpStatusCode.Created, (await PutAsync(client, "right", right)).StatusCode);
        for (var more = 1; code == "too-many" && more < MarketRules.Quayside.MaxPictures; more++)
            Assert.Equal(
                HttpStatusCode.Created, (await PutAsync(client, $"right-{more}", Jpeg(600 + (5 * more), 480 + (4 * more)))).StatusCode);
        var (content, type) = code switch
        {
            "format" => (right, "image/webp"),
            "too-heavy" => (new byte[920_001], "image/jpeg"),
            "not-what-it-says" => (Encoded(600, 480, ".png"), "image/jpeg"),
            "broken" => (right[..(right.Length / 2)], "image/jpeg"),
            "too-poor" => (Encoded(600, 480, ".jpg[Q=1]", flat: true), "image/jpeg"),
            "too-small" => (Jpeg(450, 360), "image/jpeg"),
            "too-large" => (Encoded(2500, 2000, ".jpg", flat: true), "image/jpeg"),
            "shape" => (Jpeg(1600, 1200), "image/jpeg"),
            "colours" => (Cmyk(), "image/jpeg"),
            "turned" => (Jpeg(1500, 1200, picture => picture.Set(GValue.GIntType, "orientation", 6)), "image/jpeg"),
            "place" => (Jpeg(1500, 1200, picture => picture.Set(GValue.GStrType, "exif-ifd3-GPSLatitudeRef", "N")), "image/jpeg"),
            _ => (code == "twice" ? right : Jpeg(1600, 1280), "image/jpeg"),
        };
        using var answer = await PutAsync(client, "wrong", content, type);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        var errors = (await answer.Content.ReadFromJsonAsync<JsonNode>())!["errors"]!.AsArray();
        Assert.Contains(code, errors.Select(error => (string)error!["code"]!));
    }

    [Fact]
    public async Task It_takes_all_two_hundred_that_are_made_for_it()
    {
        const int Pictures = 20;
        var longest = Enumerable.Range(50, 10).Select(tens => 10 * tens).ToArray();
        var sources = new List<string>();
        using var photograph = Image.NewFromFile(Library.Demo("beach-morning.jpg"));
        for (var at = 0; at < Pictures; at++)
        {
            using var part = photograph.Crop(at * 10, at * 4, 900, 800);
            sources.Add(await library.TakeInAsync($"kite {at}.jpg", part.WriteToBuffer(".jpg[Q=90]")));
        }

        await AskAsync([.. longest.Select(side => ("5:4", side))]);
        await library.RunAsync(sources, longest.Select(side => $"quayside.photo-{side}"));
        var publication = await PublishAsync(await TargetAsync(Key));
        Assert.Equal("", (string)publication["publication"]!["problem"]!);
        Assert.Equal(Pictures * longest.Length, (int)publication["publication"]!["done"]!);
        using var client = Seller();
        var listings = (await client.GetFromJsonAsync<JsonNode>(new Uri("listings", UriKind.Relative)))!["items"]!.AsArray();
        Assert.Equal(Pictures, listings.Count);
        Assert.All(listings, listing => Assert.Equal(longest.Length, listing!["pictures"]!.AsArray().Count));
        Assert.Contains("kite-19", await client.GetStringAsync(new Uri("", UriKind.Relative)));
    }

    [Fact]
    public async Task What_it_refuses_is_said_at_the_pairing_until_it_is_mended()
    {
        var source = await library.TakeInAsync("beach-morning.jpg");
        await AskAsync([("4:3", 600)]);
        await library.RunAsync([source], ["quayside.photo-600"]);
        var target = await TargetAsync(Key);
        var refused = await PublishAsync(target);
        Assert.Equal("done", (string)refused["publication"]!["state"]!);
        Assert.Equal(1, (int)refused["publication"]!["leftAlone"]!);
        var finding = (await CellAsync())["finding"]!;
        Assert.Equal("refused-by-target", (string)finding["id"]!);
        Assert.Equal("Quayside does not take it: 600 × 450 px is not 5:4.", (string)finding["sentence"]!);
        await AskAsync([("5:4", 600)]);
        await library.RunAsync([source], ["quayside.photo-600"]);
        Assert.Null((await CellAsync())["finding"]);
        Assert.Equal(0, (int)(await PublishAsync(target))["publication"]!["leftAlone"]!);
    }

    [Fact]
    public async Task A_wrong_key_is_said_and_nothing_is_sent()
    {
        var source = await library.TakeInAsync("beach-morning.jpg");
        await AskAsync([("5:4", 600)]);
        await library.RunAsync([source], ["quayside.photo-600"]);
        var refused = (await PublishAsync(await TargetAsync("wrong")))["publication"]!;
        Assert.Equal("failed", (string)refused["state"]!);
        Assert.Contains("does not take this key: We do not know this key. Nothing was changed there.", (string)refused["problem"]!);
    }

    private HttpClient Seller() => new()
    {
        BaseAddress = new Uri(market.Urls.Single() + "/"),
        DefaultRequestHeaders = { Authorization = new AuthenticationHeaderValue("Bearer", Key) },
    };

    private async Task<string> TargetAsync(string key)
    {
        using var answer = await library.SendJsonAsync(
            HttpMethod.Post, "/api/targets", new { name = "Quayside", kind = "market", address = market.Urls.Single(), key });
        return (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
    }

    private async Task<JsonNode> PublishAsync(string target)
    {
        using var answer = await library.SendJsonAsync(HttpMethod.Post, "/api/publications", new { target, destination = "quayside" });
        var id = (await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        return await library.UntilAsync($"/api/publications/{id}", one => one["publication"]!["endedAt"] is not null);
    }

    private async Task<JsonNode> CellAsync() => (await library.GetAsync("/api/board"))["rows"]![0]!["cells"]![0]!;

    private async Task AskAsync((string Shape, int LongestSide)[] slots)
    {
        var document = Documents.Of("quayside", [.. slots.Select(slot => ($"quayside.photo-{slot.LongestSide}", (int[])[1]))]);
        document["kind"] = "marketplace";
        foreach (var (at, (shape, longestSide)) in slots.Index())
        {
            var slot = document["slots"]![at]!;
            (slot["shape"], slot["sizes"]) = (shape, new JsonObject { ["longestSide"] = longestSide });
            slot["limits"] = new JsonObject { ["mostBytes"] = 920_000, ["fewestBytes"] = 4_000 };
        }

        (await library.SendJsonAsync(HttpMethod.Put, "/api/destinations/quayside", document)).EnsureSuccessStatusCode();
    }

    private static Task<HttpResponseMessage> PutAsync(HttpClient client, string name, byte[] content, string type = "image/jpeg")
    {
        var body = new ByteArrayContent(content) { Headers = { ContentType = new MediaTypeHeaderValue(type) } };
        return client.PutAsync(new Uri($"listings/kite/pictures/{name}", UriKind.Relative), body);
    }

    private static byte[] Jpeg(int width, int height, Action<MutableImage>? changed = null)
    {
        using var picture = Image.Zone(width, height, uchar: true);
        using var marked = changed is null ? picture.Copy() : picture.Mutate(changed);
        return marked.WriteToBuffer(".jpg[Q=40]");
    }

    private static byte[] Encoded(int width, int height, string format, bool flat = false)
    {
        using var picture = flat ? Image.Black(width, height) : Image.Zone(width, height, uchar: true);
        return picture.WriteToBuffer(format);
    }

    private static byte[] Cmyk()
    {
        using var picture = Image.Zone(600, 480, uchar: true);
        using var four = picture.Bandjoin([picture, picture, picture]).Copy(interpretation: Enums.Interpretation.Cmyk);
        return four.WriteToBuffer(".jpg[Q=40]");
    }
}
