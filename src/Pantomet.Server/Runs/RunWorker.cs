namespace Pantomet.Server.Runs;

/// <summary>Works through the queue, from the start of the server to its end.</summary>
internal sealed class RunWorker(RunQueue queue, VariantRendering rendering, ILogger<RunWorker> log) : BackgroundService
{
    // Besides those that render.
    private const int ThreadsForRequests = 8;

    /// <summary>
    /// Variants in hand at most: one more than cores, for while one waits for the disk, or for what another makes for both, no core is
    /// idle.
    /// </summary>
    public static int AtOnce { get; } = Environment.ProcessorCount + 1;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // Rendering keeps threads of the pool for seconds. Requests are not to wait until the pool has noticed and grown.
        ThreadPool.GetMinThreads(out var workers, out var completions);
        ThreadPool.SetMinThreads(Math.Max(workers, AtOnce + ThreadsForRequests), completions);
        await RecoverAsync(stoppingToken);
        await Task.WhenAll(Enumerable.Range(0, AtOnce).Select(_ => Task.Run(() => WorkAsync(stoppingToken), stoppingToken)));
    }

    private async Task RecoverAsync(CancellationToken cancel)
    {
        while (!cancel.IsCancellationRequested)
        {
            try
            {
                await queue.RecoverAsync();
                return;
            }
            catch (Exception problem)
            {
                await WaitAsync(problem, cancel);
            }
        }
    }

    private async Task WorkAsync(CancellationToken cancel)
    {
        while (!cancel.IsCancellationRequested)
        {
            try
            {
                await WorkOnAsync(await queue.NextAsync(cancel), cancel);
            }
            catch (OperationCanceledException) when (cancel.IsCancellationRequested)
            {
                return;
            }
            catch (Exception problem)
            {
                await WaitAsync(problem, cancel);
            }
        }
    }

    private async Task WorkOnAsync(VariantJob job, CancellationToken cancel)
    {
        var isRecorded = false;
        try
        {
            await rendering.DoAsync(job, cancel);
            isRecorded = true;
        }
        finally
        {
            // Whatever happened, the source is let go of, and the pairing brought to an end or begun again.
            await queue.EndedAsync(job, isRecorded);
        }
    }

    // A fault of the database, most likely, or a full disk. It may pass; a pause keeps the log short.
    private async Task WaitAsync(Exception problem, CancellationToken cancel)
    {
        log.LogError(problem, "The queue stumbled");
        await Task.Delay(TimeSpan.FromSeconds(1), cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
    }
}
