using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

public sealed class DestinationEditingTests : IClassFixture<Library>
{
    private readonly Library library;

    public DestinationEditingTests(Library library) => this.library = library;

    [Fact]
    public async Task Whoever_changes_an_older_version_is_told_and_changes_nothing()
    {
        var version = await AddAsync("versions");
        var document = await library.GetAsync("/api/destinations/versions");
        document["note"] = "first";
        using var first = await PutAsync(document, version);
        Assert.Equal(HttpStatusCode.OK, first.StatusCode);
        document["note"] = "second";
        using var second = await PutAsync(document, version);
        Assert.Equal(HttpStatusCode.PreconditionFailed, second.StatusCode);
        Assert.Equal("first", (string)(await library.GetAsync("/api/destinations/versions"))["note"]!);
        using var third = await PutAsync(document, first.Headers.ETag!.Tag);
        Assert.Equal(HttpStatusCode.OK, third.StatusCode);
        // Scripts that name no version replace what is there.
        using var fourth = await PutAsync(document, null);
        Assert.Equal(HttpStatusCode.OK, fourth.StatusCode);
    }

    [Fact]
    public async Task Of_two_who_save_at_once_over_one_version_only_one_does()
    {
        var version = await AddAsync("race");
        var answers = await Task.WhenAll(Enumerable.Range(0, 8).Select(async number =>
        {
            var document = await library.GetAsync("/api/destinations/race");
            document["note"] = $"{number}";
            using var answer = await PutAsync(document, version);
            return answer.StatusCode;
        }));
        Assert.Single(answers, status => status == HttpStatusCode.OK);
    }

    [Fact]
    public async Task Destinations_are_shown_in_the_order_that_somebody_gave_them()
    {
        foreach (var id in (string[])["one", "two", "three"])
            await AddAsync($"order-{id}");
        using var answer = await library.SendJsonAsync(
            HttpMethod.Put, "/api/destination-order", new { ids = new[] { "order-three", "order-one" } });
        Assert.Equal(HttpStatusCode.NoContent, answer.StatusCode);
        var ids = (await library.GetAsync("/api/destinations"))["items"]!.AsArray().Select(item => (string)item!["id"]!)
            .Where(id => id.StartsWith("order-", StringComparison.Ordinal));
        Assert.Equal(["order-three", "order-one", "order-two"], ids);
    }

    [Fact]
    public async Task A_document_that_is_not_right_is_refused_with_every_problem_its_field_and_line()
    {
        using var body = new StringContent(
            "{\n\"format\":\"pantomet-destination-1\",\"id\":\"A\",\n\"name\":\"\",\"kind\":\"site\",\"slots\":[]}", Encoding.UTF8,
            "application/json");
        using var answer = await library.Http.PostAsync(new Uri("/api/destinations", UriKind.Relative), body);
        var problem = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Equal("id", (string)problem["field"]!);
        Assert.StartsWith("Line 2, id: ", (string)problem["detail"]!, StringComparison.Ordinal);
        Assert.Equal([("id", 2), ("name", 3)], problem["problems"]!.AsArray().Select(one => ((string)one!["field"]!, (int)one["line"]!)));
    }

    [Fact]
    public async Task A_draft_is_answered_and_not_kept()
    {
        var document = Document("draft");
        document["slots"]![0]!["sizes"] = JsonNode.Parse(
            """{"layout":{"rows":[{"from":0,"width":"50vw"}],"ladder":{"best":{"files":3}}}}""");
        using var answer = await library.SendJsonAsync(HttpMethod.Post, "/api/drafts?slot=draft.photo", document);
        var draft = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Empty(draft["problems"]!.AsArray());
        Assert.Equal(3, draft["layouts"]![0]!["widths"]!.AsArray().Count);
        Assert.Equal("50vw", (string)draft["layouts"]![0]!["sizes"]!);
        Assert.Equal(["best", "even", "oneFile"], draft["layouts"]![0]!["ladders"]!.AsArray().Select(ladder => (string)ladder!["choice"]!));
        using var stored = await library.Http.GetAsync(new Uri("/api/destinations/draft", UriKind.Relative));
        Assert.Equal(HttpStatusCode.NotFound, stored.StatusCode);
    }

    [Fact]
    public async Task A_tier_is_framed_apart_and_its_variants_name_it()
    {
        var document = Document("tiers");
        document["slots"]![0]!["tiers"] = JsonNode.Parse("""[{"name":"narrow","from":0,"shape":"1:1"},{"name":"wide","from":900}]""");
        using var added = await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", document);
        added.EnsureSuccessStatusCode();
        var source = await library.TakeInAsync("spool-small.jpg");
        using var framed = await library.SendJsonAsync(
            HttpMethod.Put, $"/api/framings/{source}/tiers.photo",
            new { tier = "narrow", crop = new { x = 10, y = 20, width = 300, height = 300 } });
        framed.EnsureSuccessStatusCode();
        var plan = await library.GetAsync($"/api/plan?source={source}&slot=tiers.photo");
        Assert.Equal(
            [("narrow", 10), ("wide", 0)],
            plan["variants"]!.AsArray().Select(variant => ((string)variant!["tier"]!, (int)variant["crop"]!["x"]!)));
        using var none = await library.SendJsonAsync(
            HttpMethod.Put, $"/api/framings/{source}/tiers.photo",
            new { tier = "huge", crop = new { x = 0, y = 0, width = 9, height = 9 } });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, none.StatusCode);
        await library.Http.DeleteAsync(new Uri($"/api/framings/{source}/tiers.photo?tier=narrow", UriKind.Relative));
        Assert.NotEqual(10, (int)(await library.GetAsync($"/api/plan?source={source}&slot=tiers.photo"))["variants"]![0]!["crop"]!["x"]!);
    }

    [Theory]
    [InlineData("viewport,density\n390,3\n", "there is no column \"share\"")]
    [InlineData("\0\u0001 no table", "there is no column \"viewport\"")]
    public async Task A_device_table_that_cannot_be_read_is_explained(string text, string part)
    {
        using var body = new StringContent(text, Encoding.UTF8, "text/csv");
        using var answer = await library.Http.PostAsync(new Uri("/api/devices/read", UriKind.Relative), body);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains(part, (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["detail"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_invented_devices_can_be_stored_as_they_are_given()
    {
        var document = Document("invented");
        document["devices"] = (await library.GetAsync("/api/devices"))["devices"]!.DeepClone();
        using var answer = await library.SendJsonAsync(HttpMethod.Post, "/api/drafts", document);
        var draft = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Empty(draft["problems"]!.AsArray());
        Assert.Empty(draft["notices"]!.AsArray());
    }

    [Fact]
    public async Task What_is_no_screenshot_is_refused_and_a_forgotten_one_is_said()
    {
        using var body = new ByteArrayContent("GIF89a and nothing more"u8.ToArray());
        body.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        using var answer = await library.Http.PostAsync(new Uri("/api/screenshots", UriKind.Relative), body);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Empty(Directory.EnumerateFiles(Path.Combine(library.DataFolder, "incoming")));
        using var gone = await library.SendJsonAsync(
            HttpMethod.Post, "/api/screenshots/none/measure", new { area = new { x = 0, y = 0, width = 5, height = 5 }, density = 1 });
        Assert.Equal(HttpStatusCode.Gone, gone.StatusCode);
    }

    [Theory]
    [InlineData("""{"area":{"x":0,"y":0,"width":5,"height":5}}""", "density")]
    [InlineData("""{"area":{"x":0,"y":0,"width":5,"height":5},"density":0}""", "density")]
    [InlineData("""{"area":{"x":0,"y":0,"width":5,"height":5},"viewport":0}""", "density")]
    [InlineData("""{"area":{"x":0,"y":0,"width":0,"height":5},"density":1}""", "area")]
    [InlineData("""{"area":{"x":-9,"y":0,"width":50,"height":5},"density":1}""", "area")]
    [InlineData("""{"area":{"x":0,"y":0,"width":99999,"height":5},"density":1}""", "area")]
    public async Task A_measurement_that_says_too_little_or_lies_outside_is_refused_at_its_field(string drawn, string field)
    {
        using var body = new ByteArrayContent(await File.ReadAllBytesAsync(Library.Demo("spool-small.jpg")));
        body.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        using var taken = await library.Http.PostAsync(new Uri("/api/screenshots", UriKind.Relative), body);
        var id = (string)(await taken.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        using var answer = await library.SendJsonAsync(HttpMethod.Post, $"/api/screenshots/{id}/measure", JsonNode.Parse(drawn));
        Assert.Equal(field, (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["field"]!);
    }

    [Fact]
    public async Task Sources_are_found_by_what_they_are_large_enough_for()
    {
        var large = await library.TakeInAsync("hill-flight.jpg");
        var small = await library.TakeInAsync("spool-small.jpg");
        var document = Document("filter");
        document["slots"]![0]!["sizes"] = JsonNode.Parse("""{"widths":[2000]}""");
        using var added = await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", document);
        added.EnsureSuccessStatusCode();
        foreach (var place in (string[])["filter", "filter.photo"])
        {
            var found = (await library.GetAsync($"/api/sources?enoughFor={place}"))["items"]!.AsArray().Select(item => (string)item!["id"]!)
                .ToList();
            Assert.Contains(large, found);
            Assert.DoesNotContain(small, found);
        }

        using var unknown = await library.Http.GetAsync(new Uri("/api/sources?enoughFor=nowhere", UriKind.Relative));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, unknown.StatusCode);
    }

    [Fact]
    public async Task Consequences_count_the_files_that_are_right_today_and_would_not_be()
    {
        var document = Document("consequences");
        document["slots"]![0]!["sizes"] = JsonNode.Parse("""{"widths":[200,100]}""");
        document["slots"]!.AsArray()
            .Add(JsonNode.Parse("""{"id":"consequences.other","name":"other","shape":"1:1","sizes":{"widths":[80]},"formats":["webp"]}"""));
        using var added = await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", document);
        added.EnsureSuccessStatusCode();
        string[] sources = [await library.TakeInAsync("spool-small.jpg"), await library.TakeInAsync("logo-1200.png")];
        using var run = await library.SendJsonAsync(
            HttpMethod.Post, "/api/runs", new { sources, slots = new[] { "consequences.photo", "consequences.other" } });
        var id = (string)(await run.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
        Assert.Equal(6, (int)(await library.UntilAsync($"/api/runs/{id}", state => (string)state["state"]! == "done"))["done"]!);

        Assert.Equal((0, 0, 0), await ConsequencesAsync(document));
        document["slots"]![0]!["name"] = "another name";
        document["slots"]![0]!["fileName"] = "{stem}-{width}";
        Assert.Equal((0, 0, 0), await ConsequencesAsync(document));
        document["slots"]![0]!["sizes"] = JsonNode.Parse("""{"widths":[200,120]}""");
        Assert.Equal((2, 2, 0), await ConsequencesAsync(document));
        document["slots"]![0]!["quality"] = JsonNode.Parse("""{"floor":40,"ceiling":60}""");
        // The logo is a graphic: it goes into WebP without loss, whatever the quality.
        Assert.Equal((3, 2, 0), await ConsequencesAsync(document));
        document["slots"]!.AsArray().RemoveAt(1);
        Assert.Equal((3, 2, 2), await ConsequencesAsync(document));

        // After saving, exactly those that were counted are stale; what is stale already is not counted again.
        using var saved = await PutAsync(document, null);
        saved.EnsureSuccessStatusCode();
        var states = (await library.GetAsync("/api/variants?slot=consequences.photo"))["items"]!.AsArray()
            .Select(variant => (string)variant!["state"]!).ToList();
        Assert.Equal(3, states.Count(state => state == "stale"));
        document["slots"]![0]!["quality"] = JsonNode.Parse("""{"floor":30,"ceiling":50}""");
        Assert.Equal((0, 0, 0), await ConsequencesAsync(document));
    }

    [Fact]
    public async Task A_cap_makes_only_those_files_stale_that_it_changes()
    {
        var document = Document("caps");
        var slot = document["slots"]![0]!;
        slot["formats"] = JsonNode.Parse("""["jpeg"]""");
        using var added = await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", document);
        added.EnsureSuccessStatusCode();
        string[] sources = [await library.TakeInAsync("spool-small.jpg")];
        var sha256 = await MadeAsync(1);

        // Far above what the file weighs a cap says nothing; what is rendered again is the same file, and is listed once.
        slot["limits"] = JsonNode.Parse("""{"mostBytes":100000}""");
        Assert.Equal((0, 0, 0), await ConsequencesAsync(document));
        await SaveAsync();
        Assert.Equal(["done"], await StatesAsync());
        Assert.Equal(sha256, await MadeAsync(1));

        // It bites; and once it does no more, the first file is the one that is wanted.
        slot["limits"] = JsonNode.Parse("""{"mostBytes":4000}""");
        Assert.Equal((1, 1, 0), await ConsequencesAsync(document));
        await SaveAsync();
        Assert.Equal(["stale"], await StatesAsync());
        Assert.NotEqual(sha256, await MadeAsync(2));
        slot["limits"] = JsonNode.Parse("""{"mostBytes":90000}""");
        await SaveAsync();
        Assert.Equal(["done", "stale"], await StatesAsync());

        async Task SaveAsync()
        {
            using var saved = await PutAsync(document, null);
            saved.EnsureSuccessStatusCode();
        }

        async Task<List<string>> StatesAsync() =>
            [.. (await library.GetAsync("/api/variants?slot=caps.photo"))["items"]!.AsArray()
                .Select(variant => (string)variant!["state"]!)];

        // Runs, and gives the hash of the newest file.
        async Task<string> MadeAsync(int files)
        {
            using var run = await library.SendJsonAsync(HttpMethod.Post, "/api/runs", new { sources, slots = new[] { "caps.photo" } });
            var id = (string)(await run.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
            await library.UntilAsync($"/api/runs/{id}", state => (string)state["state"]! == "done");
            var variants = (await library.GetAsync("/api/variants?slot=caps.photo"))["items"]!.AsArray();
            Assert.Equal(files, variants.Count);
            return (string)variants[^1]!["sha256"]!;
        }
    }

    private async Task<(int Files, int Sources, int Parentless)> ConsequencesAsync(JsonNode document)
    {
        using var answer = await library.SendJsonAsync(HttpMethod.Post, "/api/drafts/consequences", document);
        var consequences = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        return ((int)consequences["staleFiles"]!, (int)consequences["staleSources"]!, (int)consequences["parentlessFiles"]!);
    }

    private static JsonNode Document(string id) => JsonNode.Parse($$"""
        {"format":"pantomet-destination-1","id":"{{id}}","name":"Stall","kind":"marketplace",
         "slots":[{"id":"{{id}}.photo","name":"photo","shape":"3:2","sizes":{"widths":[200]},"formats":["webp"]}]}
        """)!;

    private async Task<string> AddAsync(string id)
    {
        using var answer = await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Document(id));
        answer.EnsureSuccessStatusCode();
        return answer.Headers.ETag!.Tag;
    }

    private async Task<HttpResponseMessage> PutAsync(JsonNode document, string? version)
    {
        using var request = new HttpRequestMessage(
            HttpMethod.Put, $"/api/destinations/{document["id"]}")
        { Content = JsonContent.Create(document) };
        if (version is not null)
            request.Headers.IfMatch.Add(new EntityTagHeaderValue(version));
        return await library.Http.SendAsync(request);
    }
}
