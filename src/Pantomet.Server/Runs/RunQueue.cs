using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Server.Sources;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Runs;

/// <summary>Hands out variants to make. The queue itself is the database: what is in memory is only what is in hand.</summary>
/// <remarks>
/// Variants of a source that is already decoded come first; the next source is opened while its forerunner's last variants are still being
/// made. Between runs the one that has waited longest for a source is served, so that a small run need not wait for a large one to end.
/// </remarks>
internal sealed class RunQueue(IServiceScopeFactory scopes, SourcePixels pixels, TimeProvider clock) : IDisposable
{
    private readonly SemaphoreSlim gate = new(1);
    private readonly List<OpenSource> open = [];
    private readonly Dictionary<string, long> served = [];
    private long services;
    private TaskCompletionSource awake = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>There may be something to do.</summary>
    public void Wake() => Interlocked.Exchange(ref awake, new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously)).TrySetResult();

    /// <summary>After a crash: what was begun is due again, from its first variant that has no row.</summary>
    public async Task RecoverAsync(CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        var database = scope.ServiceProvider.GetRequiredService<PantometDb>();
        await database.Pairings.Where(row => row.State == PairingState.Running)
            .ExecuteUpdateAsync(row => row.SetProperty(pairing => pairing.State, PairingState.Queued), cancel);
    }

    /// <summary>Waits for the next variant.</summary>
    /// <param name="cancel">The server ends.</param>
    public async Task<VariantJob> NextAsync(CancellationToken cancel)
    {
        while (true)
        {
            var sleep = awake.Task;
            await gate.WaitAsync(cancel);
            try
            {
                while (true)
                {
                    // A decoder has one core: meanwhile another decodes the next source, rather than wait for this one.
                    if (FromOpen(mayWait: false) is { } job)
                        return job;
                    if (open.Count(source => source.Waiting.Count > 0) < Environment.ProcessorCount && await OpenNextAsync(cancel))
                        continue;
                    if (FromOpen(mayWait: true) is { } late)
                        return late;
                    break;
                }
            }
            finally
            {
                gate.Release();
            }

            await sleep.WaitAsync(cancel);
        }
    }

    /// <summary>A variant has ended, well or badly; its rows are written.</summary>
    /// <param name="job">As handed out.</param>
    /// <param name="cancel">The server ends.</param>
    public async Task EndedAsync(VariantJob job, CancellationToken cancel)
    {
        await gate.WaitAsync(cancel);
        try
        {
            var source = job.Source;
            source.InHand--;
            if (--source.LeftOfPairing[job.PairingSequence] == 0 && !source.IsPaused)
                await EndPairingAsync(source.RunId, job.PairingSequence, cancel);
            if (source is { InHand: 0, Waiting.Count: 0 })
            {
                open.Remove(source);
                source.Dispose();
                // Nothing of a source is handed out twice: what waits of it for another turn can be had now.
                if (source.IsPaused)
                    Wake();
            }
        }
        finally
        {
            gate.Release();
        }
    }

    /// <summary>Does something that no variant may be made during.</summary>
    /// <param name="work">What to do.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>Whether it was done; not while a variant is in hand.</returns>
    public async Task<bool> WhileIdleAsync(Func<Task> work, CancellationToken cancel)
    {
        await gate.WaitAsync(cancel);
        try
        {
            if (open.Any(source => source.InHand > 0))
                return false;
            await work();
            return true;
        }
        finally
        {
            gate.Release();
        }
    }

    /// <summary>A run was cancelled: nothing more of it is handed out.</summary>
    /// <param name="runId">The run.</param>
    public Task DropAsync(string runId) => LetGoAsync(runId, isPaused: false);

    /// <summary>A run was paused: what is in hand is finished, nothing more is handed out until it goes on.</summary>
    /// <param name="runId">The run.</param>
    public Task PauseAsync(string runId) => LetGoAsync(runId, isPaused: true);

    private async Task LetGoAsync(string runId, bool isPaused)
    {
        await gate.WaitAsync();
        try
        {
            foreach (var source in open.Where(source => source.RunId == runId).ToList())
            {
                source.Waiting.Clear();
                source.IsPaused = isPaused;
                if (source.InHand == 0)
                {
                    open.Remove(source);
                    source.Dispose();
                }
            }
        }
        finally
        {
            gate.Release();
        }
    }

    public void Dispose()
    {
        gate.Dispose();
        open.ForEach(source => source.Dispose());
    }

    private VariantJob? FromOpen(bool mayWait)
    {
        foreach (var source in open)
        {
            if ((mayWait || !source.IsBeingDecoded) && source.Waiting.TryDequeue(out var job))
            {
                source.InHand++;
                return job;
            }
        }

        return null;
    }

    private async Task<bool> OpenNextAsync(CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        var database = scope.ServiceProvider.GetRequiredService<PantometDb>();
        if (await NextPairingAsync(database, cancel) is not { } first)
            return false;

        var due = await database.Pairings.Where(row => row.RunId == first.RunId && row.SourceId == first.SourceId && row.State == PairingState.Queued)
            .OrderBy(row => row.Sequence).ToListAsync(cancel);
        await database.Runs.Where(row => row.Id == first.RunId && row.State == RunState.Queued)
            .ExecuteUpdateAsync(row => row.SetProperty(run => run.State, RunState.Running).SetProperty(run => run.StartedAt, clock.GetUtcNow().UtcDateTime), cancel);
        var already = (await database.Variants.Where(row => row.RunId == first.RunId && row.SourceId == first.SourceId)
            .Select(row => new { row.SlotId, row.FileName, row.Format }).ToListAsync(cancel)).Select(row => (row.SlotId, Path.GetFileNameWithoutExtension(row.FileName), row.Format)).ToHashSet();
        var pairings = (await scope.ServiceProvider.GetRequiredService<Planning>().PairingsAsync([first.SourceId], [.. due.Select(row => row.SlotId)], cancel)).ToDictionary(pairing => pairing.Slot.Id);

        var cuts = new HashSet<(PixelRect, Turn, PixelSize)>();
        var source = new OpenSource(first.RunId, first.SourceId, () =>
        {
            var row = pairings.Values.First().Source;
            return cuts.Count == 1 ? pixels.OpenForOneCut(row) : pixels.Open(row);
        });
        var empty = new List<long>();
        foreach (var row in due)
        {
            row.State = PairingState.Running;
            // A source or slot that was deleted meanwhile has no pairing: nothing is left to do for it.
            var wanted = pairings.TryGetValue(row.SlotId, out var pairing)
                ? pairing.Plan().Variants.Where(variant => !variant.Formats.Any(format => already.Contains((row.SlotId, Path.GetFileNameWithoutExtension(variant.FileName), format)))).ToList()
                : [];
            foreach (var variant in wanted)
            {
                source.Waiting.Enqueue(new VariantJob(source, row.Sequence, pairing!, variant));
                cuts.Add((variant.Crop, variant.Turn, variant.Size.Picture));
            }

            source.LeftOfPairing[row.Sequence] = wanted.Count;
            if (wanted.Count == 0)
                empty.Add(row.Sequence);
        }

        await database.SaveChangesAsync(cancel);
        if (source.Waiting.Count > 0)
            open.Add(source);
        foreach (var sequence in empty)
            await EndPairingAsync(first.RunId, sequence, cancel);
        return true;
    }

    private async Task<PairingRow?> NextPairingAsync(PantometDb database, CancellationToken cancel)
    {
        var inHand = open.Where(source => source.IsPaused).Select(source => source.SourceId).ToList();
        var due = database.Pairings.AsNoTracking().Where(row => row.State == PairingState.Queued && !inHand.Contains(row.SourceId) &&
            database.Runs.Any(run => run.Id == row.RunId && (run.State == RunState.Queued || run.State == RunState.Running)));
        var firsts = await due.GroupBy(row => row.RunId).Select(run => new { run.Key, First = run.Min(row => row.Sequence) }).ToListAsync(cancel);
        if (firsts.OrderBy(run => served.GetValueOrDefault(run.Key)).ThenBy(run => run.First).FirstOrDefault() is not { } next)
            return null;
        served[next.Key] = ++services;
        return await database.Pairings.AsNoTracking().SingleAsync(row => row.Sequence == next.First, cancel);
    }

    private async Task EndPairingAsync(string runId, long sequence, CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        var database = scope.ServiceProvider.GetRequiredService<PantometDb>();
        await database.Pairings.Where(row => row.Sequence == sequence && row.State == PairingState.Running)
            .ExecuteUpdateAsync(row => row.SetProperty(pairing => pairing.State, PairingState.Done), cancel);
        if (await database.Pairings.AnyAsync(row => row.RunId == runId && (row.State == PairingState.Queued || row.State == PairingState.Running), cancel))
            return;
        await database.Runs.Where(row => row.Id == runId && row.State == RunState.Running)
            .ExecuteUpdateAsync(row => row.SetProperty(run => run.State, RunState.Done).SetProperty(run => run.EndedAt, clock.GetUtcNow().UtcDateTime), cancel);
    }
}
