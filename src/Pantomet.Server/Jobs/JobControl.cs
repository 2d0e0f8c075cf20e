using Pantomet.Core.Findings;

namespace Pantomet.Server.Jobs;

/// <summary>Stops jobs and lets them go on. Once begun it is carried through, whether or not the asker waits.</summary>
internal sealed class JobControl(
    IDbContextFactory<PantometDb> databases, IEnumerable<IJobWork> kinds, WakeSignal signal, TimeProvider clock)
{
    /// <summary>Ends a job that has not ended. What is finished of it stays.</summary>
    /// <param name="id">The job.</param>
    public Task<Outcome<JobRow>> CancelAsync(string id) => ChangeAsync(id, async (database, job) =>
    {
        if (!job.IsOpen)
            return null;
        (job.State, job.EndedAt) = (JobState.Cancelled, clock.GetUtcNow().UtcDateTime);
        await WorkOf(job).CancelAsync(database, job.Id);
        return () => WorkOf(job).StopAsync(job.Id, isPaused: false);
    });

    /// <summary>Holds a job up until it is resumed.</summary>
    /// <param name="id">The job.</param>
    public Task<Outcome<JobRow>> PauseAsync(string id) => ChangeAsync(id, (_, job) =>
    {
        if (job.State is not (JobState.Queued or JobState.Running))
            return Task.FromResult<Func<Task>?>(null);
        job.State = JobState.Paused;
        return Task.FromResult<Func<Task>?>(() => WorkOf(job).StopAsync(job.Id, isPaused: true));
    });

    /// <summary>Lets a paused job go on.</summary>
    /// <param name="id">The job.</param>
    public Task<Outcome<JobRow>> ResumeAsync(string id) => ChangeAsync(id, (_, job) =>
    {
        if (job.State == JobState.Paused)
            job.State = job.StartedAt is null ? JobState.Queued : JobState.Running;
        return Task.FromResult<Func<Task>?>(() =>
        {
            signal.Wake();
            return Task.CompletedTask;
        });
    });

    // What is done in memory comes after what the database says: whoever looks for work meanwhile sees the new state.
    private async Task<Outcome<JobRow>> ChangeAsync(string id, Func<PantometDb, JobRow, Task<Func<Task>?>> change)
    {
        Func<Task>? then = null;
        var changed = await databases.TryWriteAsync<JobRow>(async database =>
        {
            if (await database.Jobs.SingleOrDefaultAsync(row => row.Id == id) is not { } job)
                return Refusal.NotFound("job", id);
            then = await change(database, job);
            return job;
        });
        await (then?.Invoke() ?? Task.CompletedTask);
        return changed;
    }

    private IJobWork WorkOf(JobRow job) => kinds.Single(kind => kind.Kind == job.Kind);
}
