namespace Pantomet.Server.Runs;

/// <summary>Works through the queue, from the start of the server to its end.</summary>
internal sealed class RunWorker(RunQueue queue, VariantRendering rendering, ILogger<RunWorker> log) : BackgroundService
{
    // Besides those that render.
    private const int ThreadsForRequests = 8;

    /// <summary>Variants in hand at most: one more than cores, for while one waits for the disk, or for what another makes for both, no core is idle.</summary>
    public static int AtOnce { get; } = Environment.ProcessorCount + 1;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // Rendering keeps threads of the pool for seconds. Requests are not to wait until the pool has noticed and grown.
        ThreadPool.GetMinThreads(out var workers, out var completions);
        ThreadPool.SetMinThreads(Math.Max(workers, AtOnce + ThreadsForRequests), completions);
        await queue.RecoverAsync(stoppingToken);
        await Task.WhenAll(Enumerable.Range(0, AtOnce).Select(_ => Task.Run(() => WorkAsync(stoppingToken), stoppingToken)));
    }

    private async Task WorkAsync(CancellationToken cancel)
    {
        while (!cancel.IsCancellationRequested)
        {
            try
            {
                var job = await queue.NextAsync(cancel);
                try
                {
                    await rendering.DoAsync(job, cancel);
                }
                finally
                {
                    await queue.EndedAsync(job, cancel);
                }
            }
            catch (OperationCanceledException) when (cancel.IsCancellationRequested)
            {
                return;
            }
            catch (Exception problem)
            {
                // A fault of the database, most likely. The other variants may fare better; a pause keeps the log short.
                log.LogError(problem, "A variant was given up");
                await Task.Delay(TimeSpan.FromSeconds(1), cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }
        }
    }
}
