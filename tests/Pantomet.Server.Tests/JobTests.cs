using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Pantomet.Server.Jobs;
using Pantomet.Server.Packages;
using Pantomet.Server.Runs;
using Pantomet.Server.Tests.Hostile;

namespace Pantomet.Server.Tests;

public sealed class JobTests
{
    [Fact]
    public async Task Runs_and_packages_are_told_of_as_jobs()
    {
        using var library = new Library();
        var run = await RunAsync(library);
        var package = (string)(await library.PackedAsync(new { runs = new[] { run } }))["id"]!;
        var jobs = (await library.GetAsync("/api/jobs"))["items"]!.AsArray();
        Assert.Equal(
            [(package, "package", 1), (run, "run", 1)], jobs.Select(job => ((string)job!["id"]!, (string)job["kind"]!, (int)job["done"]!)));
        Assert.Equal(run, (string)(await library.GetAsync("/api/jobs?kind=run&state=done"))["items"]!.AsArray().Single()!["id"]!);
        Assert.Equal(
            HttpStatusCode.NotFound, (await library.SendJsonAsync(HttpMethod.Post, $"/api/runs/{package}/cancel", null)).StatusCode);
        // What has ended stays as it is.
        Assert.Equal("done", (string)(await ChangedAsync(library, package, "cancel"))["state"]!);
    }

    [Fact]
    public async Task A_package_that_is_cancelled_while_it_is_made_hands_nothing_over()
    {
        using var library = new Library();
        var run = await RunAsync(library);
        using var still = Still(library);
        var package = await AskedAsync(still, run);
        var work = (PackageJobs)still.Services.GetServices<IJobWork>().Single(work => work.Kind == JobKind.Package);
        var step = (await work.NextAsync(default))!;
        Assert.Equal("running", (string)(await still.GetAsync($"/api/jobs/{package}"))["state"]!);
        Assert.Equal("cancelled", (string)(await ChangedAsync(still, package, "cancel"))["state"]!);
        await step(default);
        Assert.Equal("cancelled", (string)(await still.GetAsync($"/api/packages/{package}"))["state"]!);
        Assert.Equal(
            HttpStatusCode.Gone, (await still.Http.GetAsync(new Uri($"/api/packages/{package}/file", UriKind.Relative))).StatusCode);
        Assert.Empty(Directory.GetFiles(Path.Combine(still.DataFolder, "packages")));
        Assert.Null(await work.NextAsync(default));
        // It handed nothing over: a package of what changed has it still.
        var again = await AskedAsync(still, run, onlyChanged: true);
        await (await work.NextAsync(default))!(default);
        Assert.Equal(1, (int)(await still.GetAsync($"/api/packages/{again}"))["files"]!);
    }

    [Fact]
    public async Task A_paused_package_waits_until_it_is_resumed()
    {
        using var library = new Library();
        var run = await RunAsync(library);
        using var still = Still(library);
        var package = await AskedAsync(still, run);
        Assert.Equal("paused", (string)(await ChangedAsync(still, package, "pause"))["state"]!);
        var work = still.Services.GetServices<IJobWork>().Single(work => work.Kind == JobKind.Package);
        Assert.Null(await work.NextAsync(default));
        Assert.Equal("queued", (string)(await ChangedAsync(still, package, "resume"))["state"]!);
        await (await work.NextAsync(default))!(default);
        Assert.Equal("done", (string)(await still.GetAsync($"/api/jobs/{package}"))["state"]!);
    }

    [Fact]
    public async Task A_package_that_was_broken_off_is_made_again_and_given_up_when_that_was_so_too_often()
    {
        using var library = new Library();
        var run = await RunAsync(library);
        using var still = Still(library);
        var package = await AskedAsync(still, run);
        var work = still.Services.GetServices<IJobWork>().Single(work => work.Kind == JobKind.Package);
        // Begun and broken off: nobody does what was taken in hand.
        for (var attempt = 0; attempt < 30; attempt++)
            Assert.NotNull(await work.NextAsync(default));
        Assert.Equal((30, "running"), Told(await still.GetAsync($"/api/jobs/{package}")));
        await (await work.NextAsync(default))!(default);
        var job = await still.GetAsync($"/api/jobs/{package}");
        Assert.Equal((31, "failed"), Told(job));
        Assert.Contains("ended 30 times", (string)job["problem"]!, StringComparison.Ordinal);
        Assert.Null(await work.NextAsync(default));

        static (int, string) Told(JsonNode job) => ((int)job["attempts"]!, (string)job["state"]!);
    }

    // Somebody pauses, somebody else resumes, and what the first one asked for reaches the queue last.
    [Fact]
    public async Task A_run_goes_on_whose_pause_was_overtaken_by_its_resume()
    {
        using var library = Still(new Library());
        var run = await StartedAsync(library);
        var queue = library.Services.GetRequiredService<RunQueue>();
        var first = (await queue.NextAsync(default))!;
        await queue.EndedAsync(first, isRecorded: true);
        await queue.DropAsync(run, isPaused: true);
        Assert.Same(first.Source, (await queue.NextAsync(default))!.Source);
    }

    [Fact]
    public async Task A_run_that_is_paused_while_its_last_file_is_made_is_done()
    {
        using var library = Still(new Library());
        var run = await StartedAsync(library);
        var work = (RunJobs)library.Services.GetServices<IJobWork>().Single(work => work.Kind == JobKind.Run);
        await (await work.NextAsync(default))!(default);
        var last = (await work.NextAsync(default))!;
        // The database says so first.
        await library.ExecuteAsync($"UPDATE Jobs SET State = '{nameof(JobState.Paused)}' WHERE Id = '{run}'");
        await last(default);
        await work.StopAsync(run, isPaused: true);
        Assert.Equal("done", (string)(await library.GetAsync($"/api/jobs/{run}"))["state"]!);
    }

    // On the same folder, and nobody works: what is asked for is done by the test, step by step.
    private static Library Still(Library library) => library.Restarted(
        services => services.Remove(services.Single(one => one.ImplementationType == typeof(JobRunner))));

    private static async Task<string> AskedAsync(Library library, string run, bool onlyChanged = false)
    {
        var answer = await library.SendJsonAsync(HttpMethod.Post, "/api/packages", new { runs = new[] { run }, onlyChanged });
        return (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
    }

    private static async Task<JsonNode> ChangedAsync(Library library, string job, string what) =>
        (await (await library.SendJsonAsync(HttpMethod.Post, $"/api/jobs/{job}/{what}", null)).Content.ReadFromJsonAsync<JsonNode>())!;

    private static async Task<string> StartedAsync(Library library)
    {
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Documents.Of("test", ("test.a", [60, 40]))))
            .EnsureSuccessStatusCode();
        var source = await library.TakeInAsync("kite.png", HostilePictures.Png(90, 60, 0));
        var answer = await library.SendJsonAsync(
            HttpMethod.Post, "/api/runs", new { sources = (string[])[source], slots = (string[])["test.a"] });
        return (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
    }

    private static async Task<string> RunAsync(Library library)
    {
        (await library.SendJsonAsync(HttpMethod.Post, "/api/destinations", Documents.Of("test", ("test.a", [60]))))
            .EnsureSuccessStatusCode();
        var source = await library.TakeInAsync("kite.png", HostilePictures.Png(90, 60, 0));
        return (string)(await library.RunAsync([source], ["test.a"]))["id"]!;
    }
}
