using Pantomet.Imaging.Isolation;

namespace Pantomet.Imaging.Tests.Isolation;

public sealed class ByteBudgetTests
{
    [Fact]
    public async Task Who_asks_for_more_than_is_free_waits_and_is_not_passed_over()
    {
        var budget = new ByteBudget(100);
        var first = await budget.TakeAsync(70, CancellationToken.None);
        var large = budget.TakeAsync(60, CancellationToken.None);
        // It would fit, but who came before it has not been served.
        var small = budget.TakeAsync(10, CancellationToken.None);
        Assert.False(large.IsCompleted || small.IsCompleted);
        first.Dispose();
        await Task.WhenAll(large, small);
    }

    [Fact]
    public async Task More_than_there_is_takes_all_of_it()
    {
        var budget = new ByteBudget(100);
        using (await budget.TakeAsync(5_000, CancellationToken.None))
            Assert.False(budget.TakeAsync(1, CancellationToken.None).IsCompleted);
    }

    [Fact]
    public async Task Who_leaves_the_line_or_gives_back_twice_changes_nothing_for_others()
    {
        var budget = new ByteBudget(100);
        var first = await budget.TakeAsync(100, CancellationToken.None);
        using var gone = new CancellationTokenSource();
        var left = budget.TakeAsync(100, gone.Token);
        var waiting = budget.TakeAsync(100, CancellationToken.None);
        await gone.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => left);
        first.Dispose();
        first.Dispose();
        using var second = await waiting;
        Assert.False(budget.TakeAsync(1, CancellationToken.None).IsCompleted);
    }

    // Whatever is taken, given back and given up at once: in the end everything is free again.
    [Fact]
    public async Task In_the_end_everything_is_free_again()
    {
        var budget = new ByteBudget(1_000);
        await Task.WhenAll(Enumerable.Range(0, 8).Select(seed => Task.Run(async () =>
        {
            var random = new Random(seed);
            for (var round = 0; round < 300; round++)
            {
                using var gone = new CancellationTokenSource();
                var taking = budget.TakeAsync(random.Next(1, 1_200), gone.Token);
                if (random.Next(3) == 0)
                    await gone.CancelAsync();
                try
                {
                    using var share = await taking;
                    await Task.Yield();
                }
                catch (OperationCanceledException)
                {
                    // It took nothing.
                }
            }
        })));
        using var all = await budget.TakeAsync(1_000, CancellationToken.None);
    }
}
