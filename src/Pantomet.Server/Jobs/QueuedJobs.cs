namespace Pantomet.Server.Jobs;

/// <summary>Jobs that are done one after the other, each in one step.</summary>
/// <typeparam name="TRow">Their rows.</typeparam>
internal abstract class QueuedJobs<TRow>(
    IDbContextFactory<PantometDb> databases, WakeSignal signal, TimeProvider clock, ILogger log) : IJobWork
    where TRow : JobRow
{
    // The server may have ended for any other reason each time.
    private const int MaxRestarts = 30;

    // A fault of the database may pass; what fails each time must not keep what stands behind it waiting.
    private const int MaxAttempts = 8;
    private readonly Lock gate = new();
    private (string Id, CancellationTokenSource Stop)? inHand;

    public abstract JobKind Kind { get; }

    public int Workers => 1;

    protected IDbContextFactory<PantometDb> Databases => databases;

    protected TimeProvider Clock => clock;

    protected ILogger Log => log;

    protected DateTime Now => clock.GetUtcNow().UtcDateTime;

    // One that was begun and is in nobody's hand is due, see NextAsync.
    public Task RecoverAsync() => Task.CompletedTask;

    public async Task<JobStep?> NextAsync(CancellationToken cancel)
    {
        await using (var looking = await databases.CreateDbContextAsync(cancel))
        {
            if (!await looking.Set<TRow>().AnyAsync(row => row.State == JobState.Queued || row.State == JobState.Running, cancel))
                return null;
        }

        var next = await databases.WriteAsync(async database =>
        {
            // Whoever gets here has nothing in hand: what is running was broken off, or its end could not be written down.
            var row = await database.Set<TRow>().OrderBy(row => row.Sequence)
                .FirstOrDefaultAsync(row => row.State == JobState.Queued || row.State == JobState.Running);
            if (row is null)
                return null;
            (row.State, row.StartedAt) = (JobState.Running, row.StartedAt ?? Now);
            if (++row.Attempts > MaxRestarts)
                Fail(row, $"The server ended {MaxRestarts} times while this was being done. Look into its log, then ask for it again.");
            return row;
        });
        return next is null ? null : next.IsOpen ? serverEnds => StepAsync(next, serverEnds) : _ => Task.CompletedTask;
    }

    public virtual Task CancelAsync(PantometDb database, string id) => Task.CompletedTask;

    public Task StopAsync(string id, bool isPaused)
    {
        lock (gate)
        {
            if (inHand is { } now && now.Id == id)
                now.Stop.Cancel();
        }

        return Task.CompletedTask;
    }

    /// <summary>Does a job, and writes its end down. Nothing is written once its row says that somebody stopped it.</summary>
    /// <param name="job">As it was taken in hand.</param>
    /// <param name="stop">Somebody stops it, or the server ends.</param>
    protected abstract Task DoAsync(TRow job, CancellationToken stop);

    /// <summary>Nothing comes of a job.</summary>
    protected void Fail(TRow row, string problem) => (row.State, row.Problem, row.EndedAt) = (JobState.Failed, problem, Now);

    private async Task StepAsync(TRow job, CancellationToken serverEnds)
    {
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(serverEnds);
        lock (gate)
            inHand = (job.Id, stop);
        try
        {
            await DoAsync(job, stop.Token);
        }
        catch (OperationCanceledException) when (!serverEnds.IsCancellationRequested)
        {
            // Somebody stopped it, and the database says so.
        }
        catch (Exception problem) when (job.Attempts >= MaxAttempts && !StorageFull.Is(problem) && !serverEnds.IsCancellationRequested)
        {
            log.LogError(problem, "Gave up {Kind} {Id}", job.Kind, job.Id);
            await databases.WriteAsync(async database =>
            {
                if (await database.Set<TRow>().SingleOrDefaultAsync(row => row.Id == job.Id && row.State == JobState.Running) is { } row)
                    Fail(
                        row, $"The server failed {MaxAttempts} times while this was being done. Look into its log, then ask for it again.");
                return true;
            });
        }
        finally
        {
            lock (gate)
                inHand = null;
            signal.Wake();
        }
    }
}
