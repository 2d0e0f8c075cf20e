using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Weight;

namespace Pantomet.Rendering.Tests;

public sealed class RenderServiceTests
{
    [Fact]
    public async Task Asked_for_by_64_at_once_a_recipe_is_rendered_once()
    {
        using var workshop = new Workshop();
        using var all = new Barrier(64);
        var outcomes = await Task.WhenAll(Enumerable.Range(0, 64).Select(at => Task.Factory.StartNew(
            () =>
            {
                all.SignalAndWait();
                return workshop.Renderer.RenderAsync(Workshop.Recipe(24), (RenderPriority)(at % 4), null, CancellationToken.None);
            },
            CancellationToken.None, TaskCreationOptions.LongRunning, TaskScheduler.Default).Unwrap()));
        Assert.Single(workshop.Rendered);
        Assert.Single(outcomes.Select(outcome => outcome.File!).Distinct());
        Assert.True(File.Exists(workshop.PathOf(outcomes[0].File!)));
    }

    [Fact]
    public async Task What_is_there_already_is_not_rendered_again_and_what_is_gone_from_the_disk_is()
    {
        using var workshop = new Workshop();
        var first = await RenderAsync(workshop, 24);
        Assert.Equal(first, await RenderAsync(workshop, 24));
        Assert.Single(workshop.Rendered);
        File.Delete(workshop.PathOf(first.File!));
        var again = await RenderAsync(workshop, 24);
        Assert.Equal((first.File!.Sha256, 2), (again.File!.Sha256, workshop.Rendered.Count));
    }

    [Fact]
    public async Task Who_looks_at_the_screen_waits_for_no_more_than_what_is_in_hand()
    {
        using var workshop = new Workshop(seats: 1);
        using var decoding = new ManualResetEventSlim();
        workshop.Decoding = decoding.Wait;
        var run = Enumerable.Range(16, 6).Select(width => RenderAsync(workshop, width)).ToList();
        Assert.True(SpinWait.SpinUntil(() => workshop.Seats.Waiting == 5, TimeSpan.FromMinutes(1)));
        var live = workshop.Renderer.RenderAsync(Workshop.Recipe(40), RenderPriority.Live, null, CancellationToken.None);
        Assert.True(SpinWait.SpinUntil(() => workshop.Seats.Waiting == 6, TimeSpan.FromMinutes(1)));
        decoding.Set();
        await Task.WhenAll([.. run, live]);
        Assert.Equal(Workshop.Recipe(40).Hash(), workshop.Rendered.ElementAt(1));
        Assert.Equal(7, workshop.Rendered.Count);
    }

    [Fact]
    public async Task Who_gives_up_takes_it_from_nobody_else()
    {
        using var workshop = new Workshop();
        using var decoding = new ManualResetEventSlim();
        using var begun = new ManualResetEventSlim();
        workshop.Decoding = () =>
        {
            begun.Set();
            decoding.Wait();
        };
        using var gone = new CancellationTokenSource();
        var first = workshop.Renderer.RenderAsync(Workshop.Recipe(24), RenderPriority.Live, null, gone.Token);
        begun.Wait();
        var second = RenderAsync(workshop, 24);
        await gone.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => first);
        decoding.Set();
        Assert.Equal(RenderState.Done, (await second).State);
        Assert.Single(workshop.Rendered);
    }

    [Fact]
    public async Task A_recipe_of_a_picture_that_was_deleted_or_is_damaged_is_blocked_with_a_finding()
    {
        using var workshop = new Workshop();
        var recipe = Workshop.Recipe(24);
        var gone = recipe with { Inputs = [recipe.Input with { Sha256 = new string('a', 64) }] };
        Assert.Equal("source-gone", Only(await workshop.Renderer.RenderAsync(gone, RenderPriority.Live, null, CancellationToken.None)).Id);
        File.WriteAllText(workshop.Original, "not a picture");
        Assert.Equal("not-rendered", Only(await RenderAsync(workshop, 24)).Id);
        Assert.Empty(workshop.Rendered);
    }

    [Fact]
    public async Task A_full_disk_is_a_finding_and_the_next_try_is_a_new_one()
    {
        var isFull = true;
        using var workshop = new Workshop(openNew: path => isFull ? throw new IOException("No space left on device") : File.Create(path));
        Assert.Equal(DiskFull.Sentence, Only(await RenderAsync(workshop, 24)).Sentence);
        isFull = false;
        Assert.Equal(RenderState.Done, (await RenderAsync(workshop, 24)).State);
    }

    [Fact]
    public async Task A_file_that_no_maximum_had_a_part_in_answers_under_any_that_leaves_it_room()
    {
        using var workshop = new Workshop();
        ByteLimits Max(long bytes) => new(new ByteCount(bytes), null, null);
        var capped = await workshop.Renderer.RenderAsync(
            Workshop.Recipe(24, limits: Max(90_000)), RenderPriority.Run, null, CancellationToken.None);
        Assert.Equal(Workshop.Recipe(24).Hash(), capped.Recipe);
        Assert.Equal(capped, await RenderAsync(workshop, 24));
        Assert.Single(workshop.Rendered);
        var tight = await workshop.Renderer.RenderAsync(
            Workshop.Recipe(24, limits: Max(20)), RenderPriority.Run, null, CancellationToken.None);
        Assert.Equal((RenderState.Blocked, Workshop.Recipe(24, limits: Max(20)).Hash()), (tight.State, tight.Recipe));
    }

    [Fact]
    public async Task What_cannot_be_remembered_is_told_to_who_asked_and_tried_anew()
    {
        using var workshop = new Workshop();
        workshop.Keeping = () => throw new InvalidOperationException("The database is gone.");
        await Assert.ThrowsAsync<InvalidOperationException>(() => RenderAsync(workshop, 24));
        workshop.Keeping = () => Task.CompletedTask;
        Assert.Equal(RenderState.Done, (await RenderAsync(workshop, 24)).State);
    }

    private static Task<RenderOutcome> RenderAsync(Workshop workshop, int width) =>
        workshop.Renderer.RenderAsync(Workshop.Recipe(width), RenderPriority.Run, null, CancellationToken.None);

    private static Finding Only(RenderOutcome outcome)
    {
        Assert.Equal((RenderState.Blocked, null), (outcome.State, outcome.File));
        return Assert.Single(outcome.Findings);
    }
}
