using System.Diagnostics.Metrics;
using System.Net;
using System.Net.Http.Headers;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Mvc.Testing;
using Pantomet.Server.Publishing;

namespace Pantomet.Server.Tests;

/// <summary>Delivery of pictures: RFC 9110, RFC 9111 and RFC 8246, each line a request and its answer.</summary>
public sealed class DeliveryTests : IDisposable
{
    private readonly Library library = new();

    public void Dispose() => library.Dispose();

    [Fact]
    public async Task Only_what_is_published_is_delivered()
    {
        await ReadyAsync();
        (await library.SendJsonAsync(HttpMethod.Put, "/api/delivery/shop", new { published = false })).EnsureSuccessStatusCode();
        Assert.Equal(HttpStatusCode.NotFound, (await AskAsync("")).StatusCode);
        (await library.SendJsonAsync(HttpMethod.Put, "/api/delivery/shop", new { published = true })).EnsureSuccessStatusCode();
        Assert.Equal(HttpStatusCode.OK, (await AskAsync("")).StatusCode);
        (await library.SendJsonAsync(HttpMethod.Put, "/api/delivery/shop", new { published = false })).EnsureSuccessStatusCode();
        Assert.Equal(HttpStatusCode.NotFound, (await AskAsync("")).StatusCode);
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await library.SendJsonAsync(HttpMethod.Put, "/api/delivery/nobody", new { published = true })).StatusCode);
    }

    [Fact]
    public async Task The_format_is_what_the_client_takes()
    {
        await ReadyAsync();
        (string? Accept, string? Type)[] asked =
        [
            // 12.5.1: what is named gets it; what is said of everything does not ask for a format that not every browser reads.
            ("image/avif,image/webp,image/*,*/*;q=0.8", "image/webp"),
            ("image/webp;q=0.2, image/jpeg;q=0.9", "image/jpeg"),
            ("image/webp;q=0, */*", "image/jpeg"),
            ("*/*", "image/jpeg"),
            (null, "image/jpeg"),
            ("", "image/jpeg"),
            ("image/;q=;;, ///", "image/jpeg"),
            (string.Join(',', Enumerable.Repeat("image/x-kite;q=0.5", 430)) + ",image/webp", "image/webp"),
            ("*/*;q=0", null),
            ("text/html", null),
        ];
        foreach (var (accept, type) in asked)
        {
            using var answer = await AskAsync("?w=100", accept: accept);
            Assert.Equal(type is null ? HttpStatusCode.NotAcceptable : HttpStatusCode.OK, answer.StatusCode);
            if (type is not null)
                Assert.Equal(type, answer.Content.Headers.ContentType!.MediaType);
            Assert.Equal("Accept", answer.Headers.Vary.Single());
        }
    }

    [Fact]
    public async Task Caches_are_told_how_long_and_can_ask_again()
    {
        await ReadyAsync();
        using var first = await AskAsync("?w=100");
        var tag = first.Headers.ETag!;
        Assert.False(tag.IsWeak);
        Assert.True(first.Headers.CacheControl!.MustRevalidate);
        Assert.InRange(first.Headers.CacheControl.MaxAge!.Value.TotalSeconds, 1, 300);
        Assert.Equal("nosniff", first.Headers.GetValues("X-Content-Type-Options").Single());
        Assert.Equal("*", first.Headers.GetValues("Access-Control-Allow-Origin").Single());
        Assert.Equal("cross-origin", first.Headers.GetValues("Cross-Origin-Resource-Policy").Single());
        var bytes = await first.Content.ReadAsByteArrayAsync();

        // What is answered from memory the second time is the same answer.
        using var warm = await AskAsync("?w=100");
        Assert.Equal(bytes, await warm.Content.ReadAsByteArrayAsync());
        Assert.Equal(Told(first), Told(warm));

        // 9.3.2: HEAD says what GET would, and sends nothing.
        using var head = await AskAsync("?w=100", method: HttpMethod.Head);
        Assert.Equal((HttpStatusCode.OK, bytes.Length, tag), (head.StatusCode, head.Content.Headers.ContentLength, head.Headers.ETag));
        Assert.Empty(await head.Content.ReadAsByteArrayAsync());

        // 13.1.2 and 13.1.1.
        using var same = await AskAsync("?w=100", change: ask => ask.Headers.IfNoneMatch.Add(tag));
        Assert.Equal((HttpStatusCode.NotModified, tag), (same.StatusCode, same.Headers.ETag));
        Assert.Equal("Accept", same.Headers.Vary.Single());
        Assert.NotNull(same.Headers.CacheControl);
        using var any = await AskAsync("?w=100", change: ask => ask.Headers.IfNoneMatch.Add(EntityTagHeaderValue.Any));
        Assert.Equal(HttpStatusCode.NotModified, any.StatusCode);
        using var other = await AskAsync("?w=200", change: ask => ask.Headers.IfNoneMatch.Add(tag));
        Assert.Equal(HttpStatusCode.OK, other.StatusCode);
        using var unmet = await AskAsync("?w=200", change: ask => ask.Headers.IfMatch.Add(tag));
        Assert.Equal(HttpStatusCode.PreconditionFailed, unmet.StatusCode);
        // 8.8.3.3: another representation has another validator.
        using var webp = await AskAsync("?w=100", accept: "image/webp");
        Assert.NotEqual(tag, webp.Headers.ETag);

        // 14.1.2, 14.2, 13.1.5.
        using var part = await AskAsync("?w=100", change: ask => ask.Headers.Range = new RangeHeaderValue(10, 19));
        Assert.Equal(HttpStatusCode.PartialContent, part.StatusCode);
        Assert.Equal(bytes[10..20], await part.Content.ReadAsByteArrayAsync());
        Assert.Equal(bytes.Length, part.Content.Headers.ContentRange!.Length);
        using var end = await AskAsync("?w=100", change: ask => ask.Headers.Range = new RangeHeaderValue(null, 7));
        Assert.Equal(bytes[^7..], await end.Content.ReadAsByteArrayAsync());
        using var beyond = await AskAsync("?w=100", change: ask => ask.Headers.Range = new RangeHeaderValue(bytes.Length, null));
        Assert.Equal(HttpStatusCode.RequestedRangeNotSatisfiable, beyond.StatusCode);
        using var changed = await AskAsync("?w=100", change: ask =>
        {
            ask.Headers.Range = new RangeHeaderValue(0, 9);
            ask.Headers.IfRange = new RangeConditionHeaderValue("\"other\"");
        });
        Assert.Equal((HttpStatusCode.OK, bytes.Length), (changed.StatusCode, (await changed.Content.ReadAsByteArrayAsync()).Length));
    }

    [Fact]
    public async Task Nobody_can_order_a_width_that_the_slot_does_not_make()
    {
        await ReadyAsync();
        (string Query, int Status, int Width)[] asked =
        [
            ("?w=1", 200, 100),
            ("?w=150", 200, 200),
            ("?w=1000000000", 200, 200),
            ("", 200, 200),
            ("?w=0", 422, 0),
            ("?w=-1", 422, 0),
            ("?w=wide", 422, 0),
            ("?as=poem", 422, 0),
            ("?tier=narrow&w=100", 200, 100),
        ];
        foreach (var (query, status, width) in asked)
        {
            using var answer = await AskAsync(query);
            Assert.Equal(status, (int)answer.StatusCode);
            if (width > 0)
                Assert.Equal(width, WidthOfJpeg(await answer.Content.ReadAsByteArrayAsync()));
        }
    }

    // RFC 8246: what never changes under its address may be kept without asking.
    [Fact]
    public async Task The_markups_own_addresses_are_kept_for_good_until_the_picture_changes_and_then_they_are_others()
    {
        var source = await ReadyAsync();
        await library.RunAsync([source], ["shop.a"]);
        var address = (await MarkupAsync(source)).Split('\n')[0];
        Assert.StartsWith("/pictures/shop/a/spool-small?w=100&v=", address, StringComparison.Ordinal);
        using var kept = await library.Http.GetAsync(new Uri(address, UriKind.Relative));
        Assert.Contains("immutable", kept.Headers.GetValues("Cache-Control").Single(), StringComparison.Ordinal);
        using var other = await AskAsync("?w=100&v=00000000");
        Assert.DoesNotContain("immutable", other.Headers.GetValues("Cache-Control").Single(), StringComparison.Ordinal);

        var document = Shop();
        document["slots"]![0]!["quality"] = new JsonObject { ["ceiling"] = 60 };
        (await library.SendJsonAsync(HttpMethod.Put, "/api/destinations/shop", document)).EnsureSuccessStatusCode();
        // Until the successor is made, what was there is sent, and not for long.
        using var standIn = await library.Http.GetAsync(new Uri(address, UriKind.Relative));
        Assert.Equal((HttpStatusCode.OK, kept.Headers.ETag), (standIn.StatusCode, standIn.Headers.ETag));
        Assert.DoesNotContain("immutable", standIn.Headers.GetValues("Cache-Control").Single(), StringComparison.Ordinal);
        await library.RunAsync([source], ["shop.a"]);
        using var next = await AskAsync("?w=100");
        Assert.NotEqual(kept.Headers.ETag, next.Headers.ETag);
        Assert.NotEqual(address, (await MarkupAsync(source)).Split('\n')[0]);
    }

    [Fact]
    public async Task A_picture_that_is_called_otherwise_is_found_by_its_old_address_and_one_that_was_deleted_is_gone()
    {
        var source = await ReadyAsync();
        Assert.Equal(HttpStatusCode.OK, (await AskAsync("")).StatusCode);
        (await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{source}", new { stem = "winder" })).EnsureSuccessStatusCode();
        using var still = library.CreateClient(new WebApplicationFactoryClientOptions { AllowAutoRedirect = false });
        using var moved = await still.GetAsync(new Uri("/pictures/shop/a/spool-small?w=100", UriKind.Relative));
        Assert.Equal(HttpStatusCode.PermanentRedirect, moved.StatusCode);
        Assert.Equal("/pictures/shop/a/winder?w=100", moved.Headers.Location!.ToString());
        Assert.Equal(HttpStatusCode.OK, (await library.Http.GetAsync(moved.Headers.Location)).StatusCode);
        (await library.Http.DeleteAsync(new Uri($"/api/sources/{source}", UriKind.Relative))).EnsureSuccessStatusCode();
        Assert.Equal(HttpStatusCode.Gone, (await AskAsync("")).StatusCode);
        using var never = await library.Http.GetAsync(new Uri("/pictures/shop/a/never", UriKind.Relative));
        Assert.Equal(HttpStatusCode.NotFound, never.StatusCode);
    }

    [Fact]
    public async Task Pages_of_other_sites_may_read_and_nobody_may_do_more()
    {
        await ReadyAsync();
        using var elsewhere = await AskAsync("", change: ask =>
        {
            ask.Headers.Add("Origin", "https://galewright.example");
            ask.Headers.Add("Sec-Fetch-Site", "cross-site");
            ask.Headers.Host = "pictures.galewright.example";
        });
        Assert.Equal(HttpStatusCode.OK, elsewhere.StatusCode);
        foreach (var method in (HttpMethod[])[HttpMethod.Post, HttpMethod.Put, HttpMethod.Delete])
        {
            using var refused = await AskAsync("", method: method);
            Assert.Equal(HttpStatusCode.MethodNotAllowed, refused.StatusCode);
            Assert.Equal(["GET", "HEAD"], refused.Content.Headers.Allow.Order());
        }
    }

    [Fact]
    public async Task A_placeholder_is_tiny_and_has_a_validator_of_its_own()
    {
        await ReadyAsync();
        using var whole = await AskAsync("?w=100");
        using var placeholder = await AskAsync("?as=placeholder");
        Assert.Equal("image/webp", placeholder.Content.Headers.ContentType!.MediaType);
        Assert.InRange((await placeholder.Content.ReadAsByteArrayAsync()).Length, 40, 525);
        Assert.NotEqual(whole.Headers.ETag, placeholder.Headers.ETag);
    }

    [Fact]
    public async Task However_many_ask_for_one_file_that_is_not_made_yet_it_is_made_once()
    {
        await ReadyAsync();
        var renders = 0L;
        using var listener = new MeterListener
        {
            InstrumentPublished = (instrument, listening) =>
            {
                if (instrument.Name == "pantomet.renders")
                    listening.EnableMeasurementEvents(instrument);
            },
        };
        // Of this server, and not of those of other tests.
        listener.SetMeasurementEventCallback<long>((_, count, tags, _) =>
            Interlocked.Add(ref renders, $"{tags[0].Value}".StartsWith(library.DataFolder, StringComparison.Ordinal) ? count : 0));
        listener.Start();
        var answers = await Task.WhenAll(Enumerable.Range(0, 1000).Select(_ => AskAsync("?w=200")));
        Assert.All(answers, answer => Assert.Equal(HttpStatusCode.OK, answer.StatusCode));
        Assert.Single(answers.Select(answer => answer.Headers.ETag).Distinct());
        Assert.Equal(1, renders);
    }

    [Fact]
    public async Task A_thousand_files_that_are_not_made_yet_are_made_in_turn_and_whoever_cannot_wait_is_told_when_to_ask_again()
    {
        var widths = Enumerable.Range(0, 25).Select(at => 20 + (4 * at)).ToArray();
        var slots = Enumerable.Range(0, 40).Select(at => $"s{at:00}").ToArray();
        (await library.SendJsonAsync(
            HttpMethod.Post, "/api/destinations", Documents.Of("shop", [.. slots.Select(slot => ($"shop.{slot}", widths))])))
            .EnsureSuccessStatusCode();
        (await library.SendJsonAsync(HttpMethod.Put, "/api/delivery/shop", new { published = true })).EnsureSuccessStatusCode();
        await library.TakeInAsync("spool-small.jpg");
        var answers = await Task.WhenAll(
            from slot in slots
            from width in widths
            select library.Http.GetAsync(new Uri($"/pictures/shop/{slot}/spool-small?w={width}", UriKind.Relative)));
        Assert.Equal(1000, answers.Length);
        foreach (var answer in answers)
        {
            Assert.True(answer.StatusCode is HttpStatusCode.OK or HttpStatusCode.ServiceUnavailable, $"{answer.StatusCode}");
            Assert.Equal(answer.StatusCode == HttpStatusCode.ServiceUnavailable, answer.Headers.RetryAfter is not null);
        }

        Assert.InRange(answers.Count(answer => answer.IsSuccessStatusCode), 1, 1000);
        // Whoever asks again gets it.
        using var again = await library.Http.GetAsync(new Uri("/pictures/shop/s39/spool-small?w=116", UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, again.StatusCode);
    }

    [Fact]
    public void No_more_different_files_are_waited_for_than_its_bound_and_one_of_them_by_any_number()
    {
        var queue = new ColdQueue();
        var places = Enumerable.Range(0, ColdQueue.Most).Select(at => queue.TryEnter($"{at}")).ToList();
        Assert.All(places, Assert.NotNull);
        Assert.Null(queue.TryEnter("another"));
        using (queue.TryEnter("0"))
            Assert.Null(queue.TryEnter("another"));
        places[0]!.Dispose();
        Assert.NotNull(queue.TryEnter("another"));
    }

    [Fact]
    public async Task What_cannot_be_a_stem_is_no_picture_however_long()
    {
        await ReadyAsync();
        string[] stems = ["spool-small%2F..%2F..%2Fsecrets", "%3Cscript%3E", "%F0%9F%AA%81", "Spool-Small", new string('a', 6000)];
        foreach (var stem in stems)
        {
            using var answer = await library.Http.GetAsync(new Uri($"/pictures/shop/a/{stem}", UriKind.Relative));
            Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
        }
    }

    private static IEnumerable<string> Told(HttpResponseMessage answer) => answer.Headers.Concat(answer.Content.Headers)
        .Where(header => header.Key is "ETag" or "Vary" or "Cache-Control" or "Accept-Ranges" or "Content-Type" or "Content-Length" or
            "X-Content-Type-Options" or "Access-Control-Allow-Origin" or "Cross-Origin-Resource-Policy")
        .Select(header => $"{header.Key}: {string.Join(", ", header.Value)}").Order();

    private static JsonNode Shop()
    {
        var shop = Documents.Of("shop", ("shop.a", [100, 200]));
        shop["slots"]![0]!["formats"] = new JsonArray("webp", "jpeg");
        shop["slots"]![0]!["deliver"] = "each";
        return shop;
    }

    private async Task<string> ReadyAsync()
    {
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Shop())).EnsureSuccessStatusCode();
        (await library.SendJsonAsync(HttpMethod.Put, "/api/delivery/shop", new { published = true })).EnsureSuccessStatusCode();
        return await library.TakeInAsync("spool-small.jpg");
    }

    private async Task<HttpResponseMessage> AskAsync(
        string query, string? accept = null, HttpMethod? method = null, Action<HttpRequestMessage>? change = null)
    {
        using var ask = new HttpRequestMessage(method ?? HttpMethod.Get, new Uri($"/pictures/shop/a/spool-small{query}", UriKind.Relative));
        if (accept is not null)
            ask.Headers.TryAddWithoutValidation("Accept", accept);
        change?.Invoke(ask);
        return await library.Http.SendAsync(ask);
    }

    private Task<string> MarkupAsync(string source) =>
        library.Http.GetStringAsync(new Uri($"/api/markup?source={source}&slot=shop.a&kind=addresses", UriKind.Relative));

    // ITU-T T.81, B.2.2: the frame header has height and width.
    private static int WidthOfJpeg(byte[] file)
    {
        for (var at = 2; at < file.Length; at += 2 + (file[at + 2] << 8 | file[at + 3]))
        {
            if (file[at + 1] is 0xc0 or 0xc2)
                return file[at + 7] << 8 | file[at + 8];
        }

        return 0;
    }
}
