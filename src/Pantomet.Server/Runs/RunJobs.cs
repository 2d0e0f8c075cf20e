using Pantomet.Server.Jobs;

namespace Pantomet.Server.Runs;

/// <summary>Does runs, variant by variant.</summary>
internal sealed class RunJobs(RunQueue queue, VariantRendering rendering) : IJobWork
{
    /// <summary>
    /// Variants in hand at most: one more than cores, for while one waits for the disk, or for what another makes for both, no core is
    /// idle.
    /// </summary>
    public static int AtOnce { get; } = Environment.ProcessorCount + 1;

    public JobKind Kind => JobKind.Run;

    public int Workers => AtOnce;

    public Task RecoverAsync() => queue.RecoverAsync();

    public async Task<JobStep?> NextAsync(CancellationToken cancel) =>
        await queue.NextAsync(cancel) is { } job ? stop => RenderAsync(job, stop) : null;

    public Task CancelAsync(PantometDb database, string id) => database.Pairings
        .Where(row => row.RunId == id && (row.State == QueueState.Queued || row.State == QueueState.Running))
        .ExecuteUpdateAsync(row => row.SetProperty(pairing => pairing.State, QueueState.Cancelled));

    public Task StopAsync(string id, bool isPaused) => queue.DropAsync(id, isPaused);

    private async Task RenderAsync(VariantJob job, CancellationToken cancel)
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
}
