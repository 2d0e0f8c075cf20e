using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using NetVips;
using Pantomet.Server.Hosting.Description;

namespace Pantomet.Server.Tests;

public sealed partial class DescribedExampleTests
{
    private static readonly string Kept = Path.Combine(
        Repository.Root, "src", "Pantomet.Server", "Hosting", "Description", "examples.json");

    private static readonly JsonSerializerOptions Written = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    // What an answer names for the requests behind it.
    private static readonly Dictionary<string, (string Name, Func<JsonNode, JsonNode?> Of)> Named = new()
    {
        ["composeSource"] = ("composed", answer => answer["id"]),
        ["replaceSource"] = ("replaced", answer => answer["source"]!["id"]),
        ["addFonts"] = ("font", answer => answer["items"]![0]!["id"]),
        ["addScreenshot"] = ("screenshot", answer => answer["id"]),
        ["startRun"] = ("run", answer => answer["id"]),
        ["listVariants"] = ("variant", answer => answer["items"]![0]!["id"]),
        ["makePackage"] = ("package", answer => answer["id"]),
        ["actOnMany"] = ("act", answer => answer["id"]),
        ["makeTarget"] = ("target", answer => answer["id"]),
        ["publish"] = ("publication", answer => answer["id"]),
        ["checkSite"] = ("siteCheck", answer => answer["id"]),
        ["checkDemoSite"] = ("demoCheck", answer => answer["id"]),
        ["getSiteCheck"] = ("sitePicture", answer => answer["pictures"]![0]!["id"]),
    };

    // What goes on behind an answer is waited for, so that the next requests find it.
    private static readonly Dictionary<string, string> Awaited = new()
    {
        ["startRun"] = "/api/runs/",
        ["makePackage"] = "/api/packages/",
        ["actOnMany"] = "/api/jobs/",
        ["undoJob"] = "/api/jobs/",
        ["publish"] = "/api/jobs/",
        ["checkSite"] = "/api/jobs/",
        ["checkDemoSite"] = "/api/jobs/",
        ["putBackPublication"] = "/api/jobs/",
    };

    [Fact]
    public async Task Every_documented_example_is_answered_as_documented()
    {
        using var library = new Library();
        var ids = await PreparedAsync(library);
        var paths = (await library.GetAsync("/openapi/v1.json"))["paths"]!.AsObject()
            .SelectMany(
                path => path.Value!.AsObject().Select(one => (Id: (string)one.Value!["operationId"]!, Path: path.Key, Method: one.Key)))
            .ToDictionary(one => one.Id);
        // An operation without words and an example is not described.
        Assert.Equal(paths.Keys.Order(), DescribedOperation.All.Select(one => one.Operation).Order());

        var answers = new Dictionary<string, ExampleAnswer>();
        var wrong = new List<string>();
        foreach (var operation in DescribedOperation.All)
        {
            using var request = Request(operation.Example, paths[operation.Operation].Method, paths[operation.Operation].Path, ids);
            using var answer = await library.Http.SendAsync(request);
            var type = answer.Content.Headers.ContentType?.MediaType;
            var body = type == "application/json" ? await answer.Content.ReadFromJsonAsync<JsonNode>() : null;
            if (!answer.IsSuccessStatusCode)
                wrong.Add($"{operation.Operation}: {(int)answer.StatusCode} {await answer.Content.ReadAsStringAsync()}");
            if (answer.IsSuccessStatusCode && Named.TryGetValue(operation.Operation, out var named))
                ids[named.Name] = named.Of(body!)!.ToString();
            if (answer.IsSuccessStatusCode && Awaited.TryGetValue(operation.Operation, out var path))
                await library.UntilAsync(path + body!["id"], one => (string)one["state"]! is "done" or "failed");
            answers[operation.Operation] = new ExampleAnswer((int)answer.StatusCode, type, body);
        }

        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
        if (Environment.GetEnvironmentVariable("PANTOMET_WRITE_API") is not null)
            await File.WriteAllTextAsync(Kept, Recorded(ids, answers));
        var recorded = JsonSerializer.Deserialize<RecordedExamples>(await File.ReadAllTextAsync(Kept), Written)!;
        wrong.AddRange(
            DescribedOperation.All.SelectMany(
                one => recorded.Answers.TryGetValue(one.Operation, out var documented)
                    ? Differences(one.Operation, documented, answers[one.Operation])
                    : [$"{one.Operation} has no recorded answer: run tools/refresh-api"]));
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
    }

    [Fact]
    public async Task What_is_not_there_is_answered_as_documented()
    {
        using var library = new Library();
        var ids = await PreparedAsync(library);
        var none = ids.ToDictionary(id => id.Key, _ => "none");
        string[] made =
            ["replaced", "screenshot", "run", "variant", "package", "act", "target", "publication", "siteCheck", "demoCheck",
                "sitePicture"];
        foreach (var missing in made)
            none[missing] = "none";
        var paths = (await library.GetAsync("/openapi/v1.json"))["paths"]!.AsObject();
        var wrong = new List<string>();
        foreach (var (path, method, described) in paths.SelectMany(
            path => path.Value!.AsObject().Select(one => (path.Key, one.Key, one.Value!)))
                .Where(one => one.Item3["responses"]!["404"] is not null))
        {
            var operation = DescribedOperation.All.Single(one => one.Operation == (string)described["operationId"]!);
            var example = operation.Example with
            {
                Path = operation.Example.Path?.ToDictionary(one => one.Key, _ => (JsonNode)JsonValue.Create("none")),
                Query = operation.Example.Query?.ToDictionary(
                    one => one.Key, one => one.Key is "source" or "slot" ? JsonValue.Create("none") : one.Value),
            };
            using var request = Request(example, method, path, none);
            using var answer = await library.Http.SendAsync(request);
            if ((answer.StatusCode, answer.Content.Headers.ContentType?.MediaType) != (HttpStatusCode.NotFound, "application/problem+json"))
                wrong.Add($"{operation.Operation}: {(int)answer.StatusCode} {await answer.Content.ReadAsStringAsync()}");
        }

        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
    }

    private static async Task<Dictionary<string, string>> PreparedAsync(Library library)
    {
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", JsonNode.Parse("""
            {"format":"pantomet-destination-1","id":"kite-stall","name":"Kite stall","kind":"site","slots":[
              {"id":"kite-stall.card","name":"card","shape":"4:3","sizes":{"widths":[160]},"formats":["jpeg"]},
              {"id":"kite-stall.stamp","name":"stamp","shape":"4:3","sizes":{"widths":[160]},"formats":["jpeg"],
               "limits":{"mostBytes":200}}]}
            """))).EnsureSuccessStatusCode();
        var source = await library.TakeInAsync("red-kite.png", Kite(360, 270));
        var spare = await library.TakeInAsync("blue-kite.png", Kite(340, 255));
        var started = await library.SendJsonAsync(
            HttpMethod.Post, "/api/runs", new { sources = new[] { source }, slots = new[] { "kite-stall.stamp" } });
        var run = (string)(await started.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        await library.UntilAsync($"/api/runs/{run}", one => (string)one["state"]! == "done");
        return new Dictionary<string, string>
        {
            ["source"] = source,
            ["spare"] = spare,
            ["unknown"] = new string('0', 64),
            ["blockedRun"] = run,
            // The same whenever it is recorded.
            ["site"] = Directory.CreateDirectory(Path.Combine(Path.GetTempPath(), "pantomet-example-site")).FullName,
        };
    }

    private static HttpRequestMessage Request(
        ExampleRequest example, string method, string path, IReadOnlyDictionary<string, string> ids)
    {
        string Text(JsonNode value) => Uri.EscapeDataString(RecordedExamples.Filled(value, ids).ToString());
        var address = (example.Path ?? new Dictionary<string, JsonNode>())
            .Aggregate(path, (now, one) => now.Replace($"{{{one.Key}}}", Text(one.Value), StringComparison.Ordinal));
        if (example.Query is { } query)
            address += $"?{string.Join('&', query.Select(one => $"{one.Key}={Text(one.Value)}"))}";
        return new HttpRequestMessage(new HttpMethod(method), new Uri(address, UriKind.Relative)) { Content = Content(example, path, ids) };
    }

    private static HttpContent? Content(ExampleRequest example, string path, IReadOnlyDictionary<string, string> ids)
    {
        if (example.Body is { } body)
            return JsonContent.Create(RecordedExamples.Filled(body, ids));
        if (example.Text is { } text)
            return new StringContent(text, Encoding.UTF8, "text/csv");
        if (example.File is not { } file)
            return null;
        if (path.StartsWith("/api/fonts", StringComparison.Ordinal))
            return new MultipartFormDataContent { { Font(), "files", file } };
        // Heavy for what it shows, so that there is something to mend.
        var ending = file.EndsWith(".jpg", StringComparison.Ordinal) ? ".jpg[Q=98,strip]" : ".png[strip]";
        var picture = new ByteArrayContent(Kite(300 + (4 * file.Length), 240, ending));
        if (path.StartsWith("/api/screenshots", StringComparison.Ordinal))
        {
            picture.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
            return picture;
        }

        return new MultipartFormDataContent { { picture, "files",
            file } };
    }

    private static ByteArrayContent Font() => new(File.ReadAllBytes(Library.Font("Play-Bold.ttf")));

    private static byte[] Kite(int width, int height, string ending = ".png[strip]")
    {
        using var picture = Image.Thumbnail(Library.Demo("hill-flight.jpg"), width, height, size: Enums.Size.Force);
        return picture.WriteToBuffer(ending);
    }

    // Ids of runs and times differ each time; what is recorded does not.
    private static string Recorded(Dictionary<string, string> ids, Dictionary<string, ExampleAnswer> answers)
    {
        foreach (var answer in answers.Values)
            Shorten(answer.Body);
        var text = JsonSerializer.Serialize(new RecordedExamples(ids, answers), Written);
        text = text.Replace(ids["site"], "/srv/kite-stall/pictures", StringComparison.Ordinal);
        var known = new Dictionary<string, string>();
        text = RandomId().Replace(text, id =>
        {
            if (!known.ContainsKey(id.Value))
                known[id.Value] = $"\"{known.Count + 1:x32}\"";
            return known[id.Value];
        });
        return Time().Replace(text, "\"2026-05-04T09:30:00Z\"") + "\n";
    }

    // As many as show what there is.
    private static void Shorten(JsonNode? node)
    {
        if (node is JsonArray list)
        {
            while (list.Count > 2)
                list.RemoveAt(2);
        }

        foreach (var inner in node is JsonObject all ? all.Select(one => one.Value) : node is JsonArray items ? items : [])
            Shorten(inner);
    }

    private static IEnumerable<string> Differences(string at, ExampleAnswer documented, ExampleAnswer now)
    {
        if ((documented.Status, documented.Type) != (now.Status, now.Type))
            return [$"{at} is documented as {documented.Status} {documented.Type}, and is {now.Status} {now.Type}"];
        return Differences(at, documented.Body, now.Body);
    }

    // The same members with values of the same kinds; what a value is may differ from day to day.
    private static IEnumerable<string> Differences(string at, JsonNode? documented, JsonNode? now) => (documented, now) switch
    {
        (JsonObject one, JsonObject other) => one.Select(member => member.Key).Union(other.Select(member => member.Key)).SelectMany(
            name => one.ContainsKey(name) && other.ContainsKey(name)
                ? Differences($"{at}.{name}", one[name], other[name])
                : [$"{at}.{name} is {(one.ContainsKey(name) ? "documented, not answered" : "answered, not documented")}"]),
        (JsonArray one, JsonArray other) => one.Count == Math.Min(2, other.Count)
            ? one.Zip(other).SelectMany((both, index) => Differences($"{at}[{index}]", both.First, both.Second))
            : [$"{at} is documented with {one.Count} items, and has {other.Count}"],
        _ => documented?.GetValueKind() == now?.GetValueKind() ||
            (documented?.GetValueKind(), now?.GetValueKind()) is (JsonValueKind.True, JsonValueKind.False) or
                (JsonValueKind.False, JsonValueKind.True)
            ? []
            : [$"{at} is documented as {documented?.ToJsonString()}, and is {now?.ToJsonString()}"],
    };

    [GeneratedRegex("\"[0-9a-f]{32}\"")]
    private static partial Regex RandomId();

    [GeneratedRegex("\"20[0-9]{2}-[0-9]{2}-[0-9]{2}T[0-9:.]+Z\"")]
    private static partial Regex Time();
}
