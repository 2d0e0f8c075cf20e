
namespace Pantomet.Rendering.Tests;

public sealed class OpenSourcesTests : IDisposable
{
    private readonly OpenSources open = new(maxBytes: 90, maxRunBytes: 60);
    private readonly List<string> decoded = [];

    public void Dispose() => open.Dispose();

    [Fact]
    public async Task However_many_hold_it_a_source_is_one_and_is_decoded_when_somebody_asks_for_its_pixels()
    {
        using var first = await open.HoldAsync(Source("kite", 30), RenderPriority.Run, CancellationToken.None);
        using var second = await open.HoldAsync(Source("kite", 30), RenderPriority.Live, CancellationToken.None);
        Assert.Empty(decoded);
        Assert.Throws<NotSupportedException>(() => first.Decoded);
        Assert.Throws<NotSupportedException>(() => second.Decoded);
        Assert.Equal(["kite"], decoded);
    }

    [Fact]
    public async Task Runs_leave_room_for_who_looks_at_the_screen()
    {
        var run = open.TryHold(Source("a", 40), RenderPriority.Run)!;
        Assert.Null(open.TryHold(Source("b", 30), RenderPriority.Run));
        var waits = open.HoldAsync(Source("b", 30), RenderPriority.Run, CancellationToken.None);
        Assert.False(waits.IsCompleted);
        using var live = open.TryHold(Source("c", 50), RenderPriority.Live);
        Assert.NotNull(live);
        run.Dispose();
        (await waits).Dispose();
    }

    [Fact]
    public void One_that_is_larger_than_all_there_is_is_opened_alone()
    {
        using var run = open.TryHold(Source("a", 4000), RenderPriority.Run);
        using var live = open.TryHold(Source("b", 4000), RenderPriority.Live);
        Assert.NotNull(run);
        Assert.NotNull(live);
        Assert.Null(open.TryHold(Source("c", 1), RenderPriority.Live));
    }

    [Fact]
    public async Task Who_gives_up_holds_nothing()
    {
        using var gone = new CancellationTokenSource();
        var first = open.TryHold(Source("a", 60), RenderPriority.Run)!;
        var second = open.HoldAsync(Source("b", 60), RenderPriority.Run, gone.Token);
        await gone.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => second);
        first.Dispose();
        using var third = await open.HoldAsync(Source("c", 60), RenderPriority.Run, CancellationToken.None);
        Assert.Null(open.TryHold(Source("d", 1), RenderPriority.Run));
    }

    [Fact]
    public async Task A_large_one_is_not_passed_over_by_small_ones_and_when_it_gives_up_they_come_in()
    {
        using var gone = new CancellationTokenSource();
        using var first = open.TryHold(Source("a", 30), RenderPriority.Run)!;
        var large = open.HoldAsync(Source("b", 50), RenderPriority.Run, gone.Token);
        var small = open.HoldAsync(Source("c", 10), RenderPriority.Run, CancellationToken.None);
        Assert.False(small.IsCompleted);
        // What is open already needs no room.
        (await open.HoldAsync(Source("a", 30), RenderPriority.Run, CancellationToken.None)).Dispose();
        await gone.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => large);
        (await small).Dispose();
    }

    private SourceToOpen Source(string name, long bytes) => new(name, bytes, () =>
    {
        decoded.Add(name);
        throw new NotSupportedException("There are no pixels in this test.");
    });
}
