namespace Pantomet.Server.Runs;

/// <summary>Works through the queue, one variant per core at a time, from the start of the server to its end.</summary>
internal sealed class RunWorker(RunQueue queue, VariantRendering rendering, ILogger<RunWorker> log) : BackgroundService
{
    // Besides those that render.
    private const int ThreadsForRequests = 8;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // Rendering keeps a thread of the pool for each core, for seconds. Requests are not to wait until the pool has noticed and grown.
        ThreadPool.GetMinThreads(out var workers, out var completions);
        ThreadPool.SetMinThreads(Math.Max(workers, Environment.ProcessorCount + ThreadsForRequests), completions);
        await queue.RecoverAsync(stoppingToken);
        await Task.WhenAll(Enumerable.Range(0, Environment.ProcessorCount).Select(_ => Task.Run(() => WorkAsync(stoppingToken), stoppingToken)));
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
