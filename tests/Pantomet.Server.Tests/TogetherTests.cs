using System.Data.Common;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;
using Pantomet.Core.Destinations;
using Pantomet.Server.Destinations;
using Pantomet.Server.Storage;
using Pantomet.Server.Tests.Hostile;

namespace Pantomet.Server.Tests;

/// <summary>Two people, or twenty, at the same thing at the same time: the one who is second is told, and nothing that was acknowledged is
/// lost.</summary>
public sealed class TogetherTests : IDisposable
{
    private readonly Library library = new();

    public void Dispose() => library.Dispose();

    [Fact]
    public async Task Of_documents_with_a_slot_in_common_one_is_stored()
    {
        for (var round = 0; round < 5; round++)
        {
            var answers = await AtOnceAsync(
                6, at => library.SendJsonAsync(
                    HttpMethod.Post, "/api/destinations", Documents.Of($"shop-{round}-{at}", ($"same.{round}", [100]))));
            Assert.Equal(1, answers.Count(answer => answer.StatusCode == HttpStatusCode.Created));
            Assert.Equal(5, answers.Count(answer => answer.StatusCode == HttpStatusCode.UnprocessableEntity));
            var same = await AtOnceAsync(
                6, _ => library.SendJsonAsync(
                    HttpMethod.Post, "/api/destinations", Documents.Of($"twin-{round}", ($"twin.{round}", [100]))));
            Assert.Equal(1, same.Count(answer => answer.StatusCode == HttpStatusCode.Created));
        }

        Assert.Equal(10, (await library.GetAsync("/api/destinations"))["items"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_library_with_a_slot_twice_opens_and_says_so()
    {
        await AddAsync("first", ("first.a", [100]));
        await AddAsync("second", ("second.a", [100]), ("second.b", [100]));
        // As libraries of before can be.
        await library.ExecuteAsync(
            "UPDATE Destinations SET Document = replace(Document, 'second.a', 'first.a') WHERE Id = 'second'; DELETE FROM Slots WHERE Id " +
            "= 'second.a'");
        using var again = library.Restarted();
        var page = await again.GetAsync("/api/destinations");
        Assert.Equal(
            [null, "first"],
            page["standings"]!.AsArray().Select(standing => (string?)standing!["problem"])
                .Select(problem => problem is null ? null : problem.Contains("belongs to first", StringComparison.Ordinal)
                    ? "first"
                    : problem));
        Assert.Equal(
            ["first.a", "second.b"], (await again.GetAsync("/api/drawings"))["items"]!.AsArray().Select(slot => (string)slot!["slot"]!));
        (await again.Http.GetAsync(new Uri("/api/board", UriKind.Relative))).EnsureSuccessStatusCode();
        // Mended by saving.
        (await again.SendJsonAsync(HttpMethod.Put, "/api/destinations/second", Documents.Of("second", ("second.c", [100]))))
            .EnsureSuccessStatusCode();
        Assert.All((await again.GetAsync("/api/destinations"))["standings"]!.AsArray(), standing => Assert.Null(standing!["problem"]));
    }

    // A reader that began before a save must not fill the cache with what it read.
    [Fact]
    public async Task What_was_saved_is_seen_by_whoever_asks_afterwards()
    {
        await AddAsync("shop", ("shop.a", [100]));
        var reading = new HeldReading();
        using var catalogue = new DestinationCatalogue(
            new Databases(Path.Combine(library.DataFolder, "pantomet.db"), reading), NullLogger<DestinationCatalogue>.Instance);
        var early = catalogue.DocumentAsync("shop", CancellationToken.None);
        await reading.Begun.Task;
        var document = DestinationReader.Read(Documents.Of("shop", ("shop.a", [200])).ToJsonString()).Document!;
        Assert.NotNull((await catalogue.StoreAsync(document, isNew: false)).Stored);
        reading.MayEnd.SetResult();
        Assert.Equal(100, (await early)!.Document.Slots[0].Sizes!.Widths![0]);
        Assert.Equal(200, (await catalogue.DocumentAsync("shop", CancellationToken.None))!.Document.Slots[0].Sizes!.Widths![0]);
    }

    [Fact]
    public async Task Undo_changes_and_copies_at_once_are_each_answered_and_none_is_lost()
    {
        await library.AddDestinationAsync("windowbox.json");
        var ids = await TakeInAsync(6);
        foreach (var crop in Enumerable.Range(0, 20))
            (await ChangeAsync(ids[0], new { act = "quarter", quarters = 1 + (crop % 3) })).EnsureSuccessStatusCode();
        Assert.All(
            await AtOnceAsync(20, _ => library.SendJsonAsync(HttpMethod.Post, $"/api/framings/{ids[0]}/undo", null)),
            answer => Assert.Equal(HttpStatusCode.OK, answer.StatusCode));
        Assert.Null((await library.GetAsync($"/api/framings/{ids[0]}"))["undo"]);

        // Fields of one source beside framings of it.
        var mixed = await AtOnceAsync(30, at => at % 2 == 0
            ? library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{ids[1]}", new { altText = $"text {at}" })
            : ChangeAsync(ids[1], new { act = "quarter", quarters = 1 }));
        Assert.All(mixed, answer => Assert.Equal(HttpStatusCode.OK, answer.StatusCode));
        // Fifteen quarters are three: none was lost.
        Assert.Equal(3, (int)(await library.GetAsync($"/api/framings/{ids[1]}"))["turn"]!["quarters"]!);

        var copies = await AtOnceAsync(
            12, at => library.ActAsync(new { on = new { ids }, act = "copyFraming", copy = new { from = ids[at % 6], @as = "fraction" } }));
        Assert.All(copies, job => Assert.Equal(("done", ids.Count), ((string)job["state"]!, (int)job["done"]!)));
    }

    // Work that writes step after step let nobody else in: a person's own change failed after half a minute.
    [Fact]
    public async Task Who_writes_step_after_step_lets_others_in_between()
    {
        var databases = library.Services.GetRequiredService<IDbContextFactory<PantometDb>>();
        var (isBegun, isAsked) = (new TaskCompletionSource(), new TaskCompletionSource());
        var (steps, before) = (0, -1);
        var worker = Task.Run(async () =>
        {
            while (before < 0 && steps < 2000)
            {
                await databases.WriteAsync(async _ =>
                {
                    steps++;
                    isBegun.TrySetResult();
                    await isAsked.Task;
                    return true;
                });
            }
        });
        await isBegun.Task;
        var person = databases.WriteAsync(_ => Task.FromResult(before = steps));
        isAsked.SetResult();
        await Task.WhenAll(worker, person);
        Assert.Equal(1, before);
    }

    // RFC 9110, §13.1.1: of those who name one version, one is first.
    [Fact]
    public async Task Of_framings_made_from_one_version_one_is_stored()
    {
        await library.AddDestinationAsync("windowbox.json");
        var id = (await TakeInAsync(1))[0];
        var revision = (await library.GetAsync($"/api/framings/{id}"))["revision"]!;
        var answers = await AtOnceAsync(10, _ =>
        {
            var request = new HttpRequestMessage(
                HttpMethod.Post, $"/api/framings/{id}/changes")
            { Content = JsonContent.Create(new { act = "mirror" }) };
            request.Headers.TryAddWithoutValidation("If-Match", $"\"{revision}\"");
            return library.Http.SendAsync(request);
        });
        Assert.Equal(1, answers.Count(answer => answer.IsSuccessStatusCode));
        Assert.Equal(9, answers.Count(answer => answer.StatusCode == HttpStatusCode.PreconditionFailed));
    }

    [Fact]
    public async Task Every_quality_that_was_set_by_hand_stays()
    {
        await AddAsync(
            "shop", [.. Enumerable.Range(0, 5)
                .Select(slot => ($"shop.s{slot}", Enumerable.Range(0, 8).Select(step => 100 + (10 * step)).ToArray()))]);
        var id = (await TakeInAsync(1, 300))[0];
        var places = new List<(string Slot, int Width, int Height)>();
        foreach (var slot in Enumerable.Range(0, 5).Select(slot => $"shop.s{slot}"))
            places.AddRange(
                (await library.GetAsync($"/api/plan?source={id}&slot={slot}"))["variants"]!.AsArray()
                    .Select(variant => (slot, (int)variant!["width"]!, (int)variant["height"]!)));
        var answers = await AtOnceAsync(places.Count, at => library.SendJsonAsync(
            HttpMethod.Put, "/api/weighing/by-hand",
            new
            {
                place = new
                {
                    source = id,
                    slot = places[at].Slot,
                    tier = (string?)null,
                    width = places[at].Width,
                    height = places[at].Height
                },
                format = "jpeg",
                quality = 10 + at
            }));
        Assert.All(answers, answer => Assert.Equal(HttpStatusCode.OK, answer.StatusCode));
        foreach (var (at, (slot, width, height)) in places.Index())
            Assert.Equal(
                10 + at, (int)(await library.GetAsync(
                    $"/api/weighing?source={id}&slot={slot}&width={width}&height={height}"))["byHand"]!["quality"]!);
    }

    [Fact]
    public async Task What_was_restored_is_not_emptied_away()
    {
        var ids = await TakeInAsync(12);
        for (var round = 0; round < 8; round++)
        {
            foreach (var id in ids)
                await library.SendJsonAsync(HttpMethod.Delete, $"/api/sources/{id}", null);
            var emptying = Enumerable.Range(0, 3).Select(_ => Task.Run(() => library.SendJsonAsync(HttpMethod.Delete, "/api/bin", null)))
                .ToList();
            var restored = await AtOnceAsync(
                ids.Count, at => library.SendJsonAsync(HttpMethod.Post, $"/api/sources/{ids[at]}/restore", null));
            Assert.All(await Task.WhenAll(emptying), answer => Assert.True(answer.IsSuccessStatusCode, $"{answer.StatusCode}"));
            foreach (var (id, answer) in ids.Zip(restored))
            {
                Assert.True(answer.StatusCode is HttpStatusCode.OK or HttpStatusCode.NotFound, $"{answer.StatusCode}");
                // What was answered with 200 is there with its original.
                using var original = await library.Http.GetAsync(new Uri($"/api/sources/{id}/original", UriKind.Relative));
                Assert.Equal(answer.StatusCode, original.StatusCode);
            }

            ids = await TakeInAsync(12);
        }
    }

    [Fact]
    public async Task No_two_pictures_have_one_name_however_they_come_by_it()
    {
        var ids = await TakeInAsync(10);
        await AtOnceAsync(10, at => library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{ids[at]}", new { stem = "kite" }));
        await AtOnceAsync(
            10, at =>
                library.ActAsync(new { on = new { ids = ids.Skip(at % 3) }, act = "name", names = new { of = "stem", pattern = "tail" } }));
        await NamesDifferAsync();

        // One that left its name to another comes back under one like it.
        await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{ids[0]}", new { stem = "red-kite" });
        await library.SendJsonAsync(HttpMethod.Delete, $"/api/sources/{ids[0]}", null);
        (await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{ids[1]}", new { stem = "red-kite" })).EnsureSuccessStatusCode();
        (await library.SendJsonAsync(HttpMethod.Post, $"/api/sources/{ids[0]}/restore", null)).EnsureSuccessStatusCode();
        Assert.Equal("red-kite-2", (string)(await library.GetAsync($"/api/sources/{ids[0]}"))["stem"]!);

        // Two change names with each other; a better file takes the name of the one that it replaces.
        await library.ActAsync(
            new
            {
                on = new { ids = ids.Take(2) },
                act = "name",
                names = new { of = "stem", texts = (string[])["red-kite", "red-kite-2"] }
            });
        Assert.Equal("red-kite", (string)(await library.GetAsync($"/api/sources/{ids[0]}"))["stem"]!);
        using var form = new MultipartFormDataContent { { new ByteArrayContent(HostilePictures.Png(77, 70, 0)), "files", "better.png" } };
        using var replaced = await library.Http.PostAsync(new Uri($"/api/sources/{ids[0]}/replacement", UriKind.Relative), form);
        Assert.Equal("red-kite", (string)(await replaced.Content.ReadFromJsonAsync<JsonNode>())!["source"]!["stem"]!);
        (await library.SendJsonAsync(HttpMethod.Post, $"/api/sources/{ids[0]}/restore", null)).EnsureSuccessStatusCode();
        await NamesDifferAsync();
    }

    [Fact]
    public async Task Of_many_who_replace_one_picture_at_once_one_does_and_the_others_are_told()
    {
        var ids = await TakeInAsync(1);
        (await library.SendJsonAsync(HttpMethod.Patch, $"/api/sources/{ids[0]}", new { group = "shoot" })).EnsureSuccessStatusCode();
        var answers = await AtOnceAsync(8, async at =>
        {
            var better = new ByteArrayContent(HostilePictures.Png(90 + at, 60, 0));
            using var form = new MultipartFormDataContent { { better, "files", "better.png" } };
            return await library.Http.PostAsync(new Uri($"/api/sources/{ids[0]}/replacement", UriKind.Relative), form);
        });
        Assert.Single(answers, answer => answer.StatusCode == HttpStatusCode.OK);
        Assert.All(answers, answer => Assert.True(
            answer.StatusCode is HttpStatusCode.OK or HttpStatusCode.Conflict or HttpStatusCode.NotFound, $"{answer.StatusCode}"));
        var left = Assert.Single((await library.GetAsync("/api/sources"))["items"]!.AsArray())!;
        Assert.Equal(("kite-0", "shoot"), ((string)left["stem"]!, (string)left["group"]!));
    }

    private async Task NamesDifferAsync()
    {
        var stems = (await library.GetAsync("/api/sources"))["items"]!.AsArray().Select(source => (string)source!["stem"]!).ToList();
        Assert.Equal(stems.Distinct().Count(), stems.Count);
    }

    private async Task AddAsync(string id, params (string Slot, int[] Widths)[] slots) =>
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Documents.Of(id, slots))).EnsureSuccessStatusCode();

    private Task<HttpResponseMessage> ChangeAsync(string id, object change) =>
        library.SendJsonAsync(HttpMethod.Post, $"/api/framings/{id}/changes", change);

    private async Task<List<string>> TakeInAsync(int count, int width = 30)
    {
        var entries = await library.SendAsync(
            [.. Enumerable.Range(0, count).Select(at => ($"kite-{at}.png", HostilePictures.Png(width, 20 + at, 0)))]);
        return [.. entries.Select(entry => (string)entry!["source"]!["id"]!)];
    }

    private static Task<T[]> AtOnceAsync<T>(int count, Func<int, Task<T>> send) =>
        Task.WhenAll(Enumerable.Range(0, count).Select(at => Task.Run(() => send(at))));

    private sealed class Databases(string path, DbCommandInterceptor interceptor) : IDbContextFactory<PantometDb>
    {
        public PantometDb CreateDbContext() =>
            new(new DbContextOptionsBuilder<PantometDb>().UseSqlite($"Data Source={path};Pooling=False")
                .AddInterceptors(interceptor).Options);
    }

    // Holds the first reading up between its database and whoever asked.
    private sealed class HeldReading : DbCommandInterceptor
    {
        private int readings;

        public TaskCompletionSource Begun { get; } = new(TaskCreationOptions.RunContinuationsAsynchronously);

        public TaskCompletionSource MayEnd { get; } = new(TaskCreationOptions.RunContinuationsAsynchronously);

        public override async ValueTask<DbDataReader> ReaderExecutedAsync(
            DbCommand command, CommandExecutedEventData eventData, DbDataReader result, CancellationToken cancellationToken = default)
        {
            if (Interlocked.Increment(ref readings) == 1)
            {
                Begun.SetResult();
                await MayEnd.Task;
            }

            return result;
        }
    }
}
