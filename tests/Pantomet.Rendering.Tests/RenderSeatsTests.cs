using CsCheck;

namespace Pantomet.Rendering.Tests;

public sealed class RenderSeatsTests
{
    [Fact]
    public async Task Who_waits_is_let_in_by_priority_then_in_the_order_of_asking()
    {
        var seats = new RenderSeats(1, 100);
        var first = await EnterAsync(seats, RenderPriority.Run);
        RenderPriority[] asked =
            [RenderPriority.WarmUp, RenderPriority.Run, RenderPriority.Live, RenderPriority.Delivery, RenderPriority.Live];
        var waiting = asked.Select(priority => EnterAsync(seats, priority)).ToList();
        var order = new List<int>();
        for (var seat = first; ; seat = await waiting[order[^1]])
        {
            seat.Dispose();
            if (order.Count == waiting.Count)
                break;
            order.Add(await NextAsync(waiting, order));
        }

        Assert.Equal([2, 4, 3, 1, 0], order);
    }

    [Fact]
    public async Task What_alone_needs_more_than_there_is_comes_in_when_nobody_else_is_there()
    {
        var seats = new RenderSeats(4, 100);
        var small = await EnterAsync(seats, RenderPriority.Run, 10);
        var large = EnterAsync(seats, RenderPriority.Run, 1000);
        var later = EnterAsync(seats, RenderPriority.Run, 1);
        Assert.False(large.IsCompleted);
        // A large one is not passed over for ever by small ones.
        Assert.False(later.IsCompleted);
        small.Dispose();
        (await large).Dispose();
        (await later).Dispose();
    }

    [Fact]
    public async Task Who_gives_up_lets_the_next_in()
    {
        var seats = new RenderSeats(2, 100);
        using var gone = new CancellationTokenSource();
        using var first = await EnterAsync(seats, RenderPriority.Run, 60);
        var large = seats.EnterAsync(RenderPriority.Live, 60, gone.Token);
        var small = EnterAsync(seats, RenderPriority.Run, 10);
        Assert.False(small.IsCompleted);
        await gone.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => large);
        (await small).Dispose();
    }

    // Whoever comes, leaves and gives up when: never more than there is, nobody waits in an empty room, all seats come back.
    [Fact]
    public void Whatever_happens_there_are_never_more_than_fit_and_nobody_is_forgotten() =>
        Gen.Select(Gen.Int[1, 4], Gen.Select(Gen.Int[0, 3], Gen.Int[0, 60], Gen.Int[0, 5]).List[1, 40]).Sample(
            (count, steps) =>
            {
                var seats = new RenderSeats(count, 100);
                var asked = new List<(Task<IDisposable> Seat, long Bytes, CancellationTokenSource Gone)>();
                foreach (var (priority, bytes, act) in steps)
                {
                    var inside = asked.Where(one => one.Seat.IsCompletedSuccessfully).ToList();
                    Assert.True(inside.Count <= count && (inside.Count <= 1 || inside.Sum(one => one.Bytes) <= 100));
                    Assert.True(inside.Count > 0 || asked.Count == 0);
                    var gone = new CancellationTokenSource();
                    if (act > 1 || asked.Count == 0)
                        asked.Add((seats.EnterAsync((RenderPriority)priority, bytes, gone.Token), bytes, gone));
                    else if (act == 1 && inside.Count > 0)
                        Leave(inside[bytes % inside.Count]);
                    else if (asked.Where(one => !one.Seat.IsCompleted).ToList() is { Count: > 0 } waiting)
                        GiveUp(waiting[bytes % waiting.Count]);
                    Settle();
                }

                while (asked.Count > 0)
                {
                    Leave(asked.First(one => one.Seat.IsCompletedSuccessfully));
                    Settle();
                }

                void Leave((Task<IDisposable> Seat, long Bytes, CancellationTokenSource Gone) one)
                {
                    asked.Remove(one);
                    one.Seat.Result.Dispose();
                }

                void GiveUp((Task<IDisposable> Seat, long Bytes, CancellationTokenSource Gone) one)
                {
                    asked.Remove(one);
                    one.Gone.Cancel();
                    // Let in at this very moment, it has a seat all the same.
                    _ = one.Seat.ContinueWith(
                        seat => seat.Result.Dispose(), CancellationToken.None, TaskContinuationOptions.OnlyOnRanToCompletion,
                        TaskScheduler.Default);
                }

                // Continuations run elsewhere: whoever can be let in is, before the next step.
                void Settle() =>
                    Assert.True(
                        SpinWait.SpinUntil(
                            () => asked.Count == 0 || asked.Any(one => one.Seat.IsCompletedSuccessfully), TimeSpan.FromMinutes(1)));
            },
            iter: 300);

    private static Task<IDisposable> EnterAsync(RenderSeats seats, RenderPriority priority, long bytes = 1) =>
        seats.EnterAsync(priority, bytes, CancellationToken.None);

    private static async Task<int> NextAsync(List<Task<IDisposable>> waiting, List<int> before)
    {
        var next = await Task.WhenAny(waiting.Where((_, at) => !before.Contains(at)));
        return waiting.IndexOf(next);
    }
}
