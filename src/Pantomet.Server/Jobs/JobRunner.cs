namespace Pantomet.Server.Jobs;

/// <summary>Does the jobs of every kind, from the start of the server to its end.</summary>
internal sealed class JobRunner(IEnumerable<IJobWork> kinds, WakeSignal signal, ILogger<JobRunner> log) : BackgroundService
{
    // Besides those that work.
    private const int ThreadsForRequests = 8;
    private static readonly TimeSpan AfterFault = TimeSpan.FromSeconds(1);

    protected override Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // Rendering keeps threads of the pool for seconds. Requests are not to wait until the pool has noticed and grown.
        ThreadPool.GetMinThreads(out var workers, out var completions);
        ThreadPool.SetMinThreads(Math.Max(workers, kinds.Sum(kind => kind.Workers) + ThreadsForRequests), completions);
        return Task.WhenAll(kinds.Select(kind => Task.Run(() => WorkAsync(kind, stoppingToken), stoppingToken)));
    }

    private async Task WorkAsync(IJobWork kind, CancellationToken cancel)
    {
        var isRecovered = false;
        await RepeatAsync(
            async () =>
            {
                await kind.RecoverAsync();
                isRecovered = true;
            },
            () => isRecovered, cancel);
        await Task.WhenAll(
            Enumerable.Range(0, kind.Workers)
                .Select(_ => Task.Run(() => RepeatAsync(() => StepAsync(kind, cancel), () => false, cancel), cancel)));
    }

    private async Task StepAsync(IJobWork kind, CancellationToken cancel)
    {
        var woken = signal.Next;
        if (await kind.NextAsync(cancel) is { } step)
            await step(cancel);
        else
            await woken.WaitAsync(cancel);
    }

    private async Task RepeatAsync(Func<Task> work, Func<bool> isDone, CancellationToken cancel)
    {
        while (!cancel.IsCancellationRequested && !isDone())
        {
            try
            {
                await work();
            }
            catch (OperationCanceledException) when (cancel.IsCancellationRequested)
            {
                return;
            }
            catch (Exception problem)
            {
                // A fault of the database, most likely, or a full disk. It may pass; a pause keeps the log short.
                log.LogError(problem, "The jobs stumbled");
                await Task.Delay(AfterFault, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }
        }
    }
}
