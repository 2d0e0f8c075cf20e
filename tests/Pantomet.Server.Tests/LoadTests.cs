using System.Collections.Concurrent;
using System.Diagnostics;
using System.Text;
using System.Text.Json.Nodes;
using Pantomet.Server.Tests.Hostile;

namespace Pantomet.Server.Tests;

/// <summary>Eight at once on everything that writes: no fault of the server, every answer with a sentence, and what was acknowledged is
/// there, before and after a restart.</summary>
public sealed class LoadTests
{
    private const int People = 8;
    private static readonly TimeSpan Long = TimeSpan.FromSeconds(30);
    private static readonly string[] Lists =
        ["/api/sources", "/api/destinations", "/api/board", "/api/variants", "/api/runs", "/api/packages", "/api/bin", "/api/space",
            "/api/totals", "/api/weighing/worst", "/api/drawings", "/healthz"];

    [Fact]
    public async Task With_requests_that_make_sense()
    {
        using var library = new Library();
        (await library.SendJsonAsync(
            HttpMethod.Post, "/api/destinations", Documents.Of("common", ("common.a", [60, 40]), ("common.b", [30]))))
                .EnsureSuccessStatusCode();
        var shared = new ConcurrentBag<string>();
        foreach (var entry in await library.SendAsync(
            [.. Enumerable.Range(0, 8).Select(at => ($"shared-{at}.png", HostilePictures.Png(90, 50 + at, 0)))]))
            shared.Add((string)entry!["source"]!["id"]!);
        var runs = new ConcurrentBag<string>();
        var faults = new ConcurrentBag<string>();
        var people = await Task.WhenAll(
            Enumerable.Range(0, People).Select(at => Task.Run(() => new Person(library, at, [.. shared], runs, faults).WorkAsync(Long))));
        Assert.Empty(faults);
        await CheckAsync(library, people);
        using var again = library.Restarted();
        await CheckAsync(again, people);
    }

    [Fact]
    public async Task With_requests_that_make_none()
    {
        using var library = new Library();
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Documents.Of("common", ("common.a", [60]))))
            .EnsureSuccessStatusCode();
        var id = await library.TakeInAsync("kite.png", HostilePictures.Png(90, 50, 0));
        var addresses = Addresses(await library.GetAsync("/openapi/v1.json"));
        var faults = new ConcurrentBag<string>();
        await Task.WhenAll(Enumerable.Range(0, People).Select(at => Task.Run(async () =>
        {
            var random = new Random(at);
            for (var watch = Stopwatch.StartNew(); watch.Elapsed < Long;)
            {
                var (method, path) = addresses[random.Next(addresses.Count)];
                using var request = new HttpRequestMessage(new HttpMethod(method), Filled(path, id, random));
                if (method is not ("GET" or "DELETE"))
                    request.Content = new StringContent(
                        Nonsense(random, id), Encoding.UTF8, random.Next(8) == 0 ? "text/plain" : "application/json");
                await Person.SendAsync(library, request, faults);
            }
        })));
        Assert.Empty(faults);
        await CheckAsync(library, []);
    }

    private static async Task CheckAsync(Library library, IReadOnlyList<Person> people)
    {
        foreach (var list in Lists)
            Assert.True((await library.Http.GetAsync(new Uri(list, UriKind.Relative))).IsSuccessStatusCode, list);
        foreach (var person in people)
        {
            Assert.Equal(person.Text, (string)(await library.GetAsync($"/api/sources/{person.Source}"))["altText"]!);
            Assert.Equal(
                person.Width,
                (int)(await library.GetAsync($"/api/destinations/{person.Destination}"))["slots"]![0]!["sizes"]!["widths"]![0]!);
            Assert.Equal(person.Quarters % 4, (int)(await library.GetAsync($"/api/framings/{person.Source}"))["turn"]!["quarters"]!);
        }

        // What somebody has paused waits for somebody.
        foreach (var run in (await library.GetAsync("/api/jobs?state=paused"))["items"]!.AsArray())
            (await library.SendJsonAsync(HttpMethod.Post, $"/api/jobs/{run!["id"]}/resume", null)).EnsureSuccessStatusCode();
        await library.UntilAsync("/api/board", board => (int)board["states"]!["running"]! == 0);
        foreach (var run in (await library.GetAsync("/api/runs"))["items"]!.AsArray().Where(run => (string)run!["state"]! == "done"))
            Assert.Equal((int)run!["total"]!, (int)run["done"]! + (int)run["failed"]! + (int)run["leftOut"]!);
    }

    private static List<(string Method, string Path)> Addresses(JsonNode description) =>
        [.. description["paths"]!.AsObject()
            .SelectMany(
                path => path.Value!.AsObject().Where(method => method.Key != "parameters")
                    .Select(method => (method.Key.ToUpperInvariant(), path.Key)))
                    .Where(one => !one.Key.EndsWith("/events", StringComparison.Ordinal))];

    private static string Filled(string path, string id, Random random)
    {
        while (path.IndexOf('{') is var from and >= 0)
            path = path[..from] + Uri.EscapeDataString(Odd(random, id)) + path[(path.IndexOf('}', from) + 1)..];
        return random.Next(3) == 0
            ? $"{path}?source={id}&slot={Uri.EscapeDataString(Odd(random, id))}&limit={random.Next(-9, 9)}" +
                "&cursor=x&as=jpeg&quality=200&width=0&height=0"
            : path;
    }

    private static string Odd(Random random, string id) => random.Next(8) switch
    {
        0 => id,
        1 => "common.a",
        2 => "…%00 \"'<>",
        3 => new string('a', 300),
        4 => "-1",
        5 => "null",
        6 => "..",
        _ => "none",
    };

    private static string Nonsense(Random random, string id) => random.Next(9) switch
    {
        0 => "",
        1 => "[",
        2 => "null",
        3 => """{"sources":[null],"slots":null}""",
        4 => $$"""{"sources":["{{id}}"],"slots":["common.a"],"of":"stem","pattern":"{nothing}","ids":["{{id}}",null]}""",
        5 => $$"""{"act":"crop","slot":"common.a","crop":{"x":-5,"y":1e99,"width":0,"height":-1},"to":["{{id}}"],"as":"fraction"}""",
        6 => """{"format":"pantomet-destination-1","id":"\ud800","name":"","kind":"moon","slots":[null,{"id":7}]}""",
        7 => $$"""{"place":{"source":"{{id}}","slot":"none","tier":null,"width":2147483647,"height":0},"format":"png","quality":-1}""",
        _ => new string('[', 500),
    };

    // Each changes what is their own in turn, and remembers what was acknowledged; what is common they change as it comes.
    private sealed class Person(Library library, int number, string[] shared, ConcurrentBag<string> runs, ConcurrentBag<string> faults)
    {
        private readonly Random random = new(number);

        public string Source { get; private set; } = "";

        public string Destination => $"own-{number}";

        public string Text { get; private set; } = "";

        public int Width { get; private set; } = 100;

        public int Quarters { get; private set; }

        public async Task<Person> WorkAsync(TimeSpan howLong)
        {
            Source = await library.TakeInAsync($"own-{number}.png", HostilePictures.Png(80, 40 + number, 0));
            Assert.Equal(201, await AskAsync("POST", "/api/destinations", Documents.Of(Destination, ($"{Destination}.a", [Width]))));
            for (var watch = Stopwatch.StartNew(); watch.Elapsed < howLong;)
                await ActAsync();
            return this;
        }

        private async Task ActAsync()
        {
            var one = shared[random.Next(shared.Length)];
            var run = runs.TryPeek(out var last) ? last : "none";
            switch (random.Next(20))
            {
                case 0 or 1 when $"text {random.Next()}" is var text &&
                    await AskAsync("PATCH", $"/api/sources/{Source}", new { altText = text }) == 200:
                    Text = text;
                    break;
                case 2 or
                    3 when await AskAsync(
                        "PUT", $"/api/destinations/{Destination}", Documents.Of(Destination, ($"{Destination}.a", [Width + 1]))) == 200:
                    Width++;
                    break;
                case 4 or 5 when await AskAsync("POST", $"/api/framings/{Source}/changes", new { act = "quarter", quarters = 1 }) == 200:
                    Quarters++;
                    break;
                case 6:
                    await AskAsync("POST", $"/api/framings/{one}/{(random.Next(2) == 0 ? "undo" : "redo")}", null);
                    break;
                case 7:
                    await AskAsync(
                        "PUT", $"/api/framings/{one}/common.a", new { crop = new { x = random.Next(9), y = 0, width = 50, height = 40 } });
                    break;
                case 8:
                    await AskAsync(
                        "POST", "/api/acts",
                        new { on = new { ids = shared }, act = "copyFraming", copy = new { from = one, @as = "fraction" } });
                    break;
                case 9:
                    await AskAsync(
                        "POST", "/api/acts",
                        new
                        {
                            on = new { ids = shared },
                            act = "name",
                            names = new { of = "stem", pattern = $"kite-{random.Next(3)}-{{number}}" },
                        });
                    break;
                case 10:
                    using (var started = await library.Http.SendAsync(
                        Request("POST", "/api/runs", new { sources = shared, slots = (string[])["common.a", "common.b"] })))
                    {
                        if (started.IsSuccessStatusCode)
                            runs.Add((string)JsonNode.Parse(await started.Content.ReadAsStringAsync())!["id"]!);
                    }

                    break;
                case 11:
                    await AskAsync(
                        "POST", $"/api/runs/{run}/{(random.Next(4) switch { 0 => "cancel", 1 => "pause", 2 => "resume", _ => "retry" })}",
                        null);
                    break;
                case 12:
                    await AskAsync("POST", "/api/packages", new { sources = shared });
                    break;
                case 13:
                    await AskAsync("DELETE", $"/api/sources/{one}", null);
                    break;
                case 14 or 15:
                    await AskAsync("POST", $"/api/sources/{one}/restore", null);
                    break;
                case 16:
                    await AskAsync("DELETE", random.Next(3) == 0 ? "/api/bin" : "/api/space/unusedVariants", null);
                    break;
                case 17:
                    await AskAsync("PUT", "/api/destination-order", new { ids = (string[])[Destination, "common"] });
                    break;
                case 18:
                    await AskAsync("POST", "/api/board/runs", null);
                    break;
                case 19:
                    await library.SendAsync(($"shared-{number}.png", HostilePictures.Png(90, 50 + number, 0)));
                    break;
                default:
                    break;
            }
        }

        private Task<int> AskAsync(string method, string path, object? body) => SendAsync(library, Request(method, path, body), faults);

        private static HttpRequestMessage Request(string method, string path, object? body) =>
            new(new HttpMethod(method), path) { Content = body is null ? null : System.Net.Http.Json.JsonContent.Create(body) };

        public static async Task<int> SendAsync(Library library, HttpRequestMessage request, ConcurrentBag<string> faults)
        {
            using var answer = await library.Http.SendAsync(request);
            var text = await answer.Content.ReadAsStringAsync();
            if ((int)answer.StatusCode >= 500 || ((int)answer.StatusCode >= 400 && !HasSentence(text)))
                faults.Add($"{request.Method} {request.RequestUri}: {(int)answer.StatusCode} {text}");
            return (int)answer.StatusCode;
        }

        private static bool HasSentence(string text) =>
            text.StartsWith('{') && JsonNode.Parse(text)!["detail"] is { } detail && ((string)detail!).Length > 15;
    }
}
