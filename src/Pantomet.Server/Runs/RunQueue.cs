using System.Collections.Concurrent;
using System.Collections.Immutable;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Recipes;
using Pantomet.Rendering;
using Pantomet.Server.Destinations;
using Pantomet.Server.Jobs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Runs;

/// <summary>Hands out variants to make. The queue itself is the database: what is in memory is only what is in hand.</summary>
/// <remarks>
/// Variants of a source that is already decoded come first; the next source is opened while its forerunner's last variants are still being
/// made. Between runs the one that has waited longest for a source is served, so that a small run need not wait for a large one to end.
/// </remarks>
internal sealed class RunQueue(
    IDbContextFactory<PantometDb> databases, DestinationCatalogue catalogue, SourcePixels pixels, OpenSources sources, WakeSignal signal,
    TimeProvider clock, ILogger<RunQueue> log) : IDisposable
{
    private readonly SemaphoreSlim gate = new(1);
    private readonly List<OpenSource> open = [];
    private readonly ConcurrentQueue<EndedPairing> ended = new();
    private readonly Dictionary<string, long> served = [];
    private long services;

    /// <summary>After a crash: what was begun is due again, from its first variant that has no row.</summary>
    public Task RecoverAsync() => databases.WriteAsync(async database =>
    {
        var begun = await database.Pairings.Where(row => row.State == QueueState.Running).ToListAsync();
        // What ends the server each time it is begun must not end it for ever.
        foreach (var row in begun)
            await PairingEnd.AgainAsync(database, row, Now, PairingEnd.MaxRestarts);
        return begun.Count;
    });

    /// <summary>Hands out the next variant.</summary>
    /// <param name="cancel">The server ends.</param>
    /// <returns>Null where none is due, or none has room.</returns>
    public async Task<VariantJob?> NextAsync(CancellationToken cancel)
    {
        await SettleAsync();
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
                return FromOpen(mayWait: true);
            }
        }
        finally
        {
            gate.Release();
        }
    }

    /// <summary>A variant has ended, well or badly.</summary>
    /// <param name="job">As handed out.</param>
    /// <param name="isRecorded">Whether what became of it is written down.</param>
    public async Task EndedAsync(VariantJob job, bool isRecorded)
    {
        await gate.WaitAsync();
        try
        {
            var source = job.Source;
            source.InHand--;
            if (!isRecorded)
                source.Lost.Add(job.PairingSequence);
            if (--source.LeftOfPairing[job.PairingSequence] == 0 && !source.IsPaused)
                ended.Enqueue(new EndedPairing(source.RunId, job.PairingSequence, source.Lost.Contains(job.PairingSequence)));
            if (source is { InHand: 0, Waiting.Count: 0 })
            {
                open.Remove(source);
                source.Dispose();
                // There is room for another source; and what waits of this one for another turn can be had now.
                signal.Wake();
            }
        }
        finally
        {
            gate.Release();
        }

        await SettleAsync();
    }

    // Ends that could not be written down are tried again: until then the database says that their pairings are being worked on.
    private async Task SettleAsync()
    {
        while (ended.TryDequeue(out var pairing))
        {
            try
            {
                await databases.WriteAsync(async database =>
                {
                    if (await database.Pairings.SingleOrDefaultAsync(
                        row => row.Sequence == pairing.Sequence && row.State == QueueState.Running) is not { } row)
                        return false;
                    await (pairing.IsLost ? PairingEnd.AgainAsync(database, row, Now) : PairingEnd.DoneAsync(database, row, Now));
                    return true;
                });
                if (pairing.IsLost)
                    signal.Wake();
            }
            catch
            {
                ended.Enqueue(pairing);
                throw;
            }
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

    /// <summary>A run was cancelled or paused: what is in hand is finished, nothing more is handed out.</summary>
    /// <param name="runId">The run.</param>
    /// <param name="isPaused">Whether it goes on later.</param>
    public async Task DropAsync(string runId, bool isPaused)
    {
        await gate.WaitAsync();
        try
        {
            // Nobody takes anything in hand meanwhile. Somebody may have resumed it since: then it goes on as if nothing had been.
            if (isPaused && !await databases.WriteAsync(database => PutBackAsync(database, runId)))
                return;
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

        // There may be room for another source.
        signal.Wake();
    }

    // What was begun of a pairing goes on where it stopped: files that have a row are not made again.
    private static async Task<bool> PutBackAsync(PantometDb database, string runId)
    {
        if (!await database.Runs.AnyAsync(row => row.Id == runId && row.State == JobState.Paused))
            return false;
        await database.Pairings.Where(row => row.RunId == runId && row.State == QueueState.Running)
            .ExecuteUpdateAsync(row => row.SetProperty(pairing => pairing.State, QueueState.Queued));
        return true;
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
        var slots = await catalogue.SlotsAsync(cancel);
        OpenSource? opened = null;
        PairingRow? first = null;
        var isWaiting = false;
        try
        {
            // Whether there is something to do, and that it is begun, in one: who cancels meanwhile comes before or after it.
            var isBegun = await databases.WriteAsync(async database =>
            {
                if ((first = await NextPairingAsync(database)) is null)
                    return false;
                var source = await database.Sources.AsNoTracking()
                    .SingleOrDefaultAsync(row => row.Id == first.SourceId && row.DeletedAt == null);
                var cuts = new HashSet<(PixelRect, Rotation, PixelSize)>();
                var held = source is null ? null : sources.TryHold(pixels.ToOpen(source, () => cuts.Count == 1), RenderPriority.Run);
                if (source is not null && held is null)
                    return false;
                opened = new OpenSource(first.RunId, first.SourceId, held);
                await database.Runs.Where(row => row.Id == first.RunId && row.State == JobState.Queued)
                    .ExecuteUpdateAsync(row => row.SetProperty(run => run.State, JobState.Running).SetProperty(run => run.StartedAt, Now));
                var due = await database.Pairings.Where(
                    row => row.RunId == first.RunId && row.SourceId == first.SourceId && row.State == QueueState.Queued)
                        .OrderBy(row => row.Sequence).ToListAsync();
                await PlanAsync(database, opened, source, due, slots, cuts);
                return true;
            });
            isWaiting = opened is { Waiting.Count: > 0 };
            if (isWaiting)
                open.Add(opened!);
            return isBegun;
        }
        catch (Exception problem) when (first is not null && !StorageFull.Is(problem))
        {
            // What cannot be begun is not tried for ever, and not at the cost of what stands behind it.
            log.LogError(problem, "Could not begin {Source} for {Slot}", first.SourceId, first.SlotId);
            await databases.WriteAsync(async database =>
            {
                if (await database.Pairings.SingleOrDefaultAsync(
                    row => row.Sequence == first.Sequence && row.State == QueueState.Queued) is not { } row)
                    return false;
                await PairingEnd.AgainAsync(database, row, Now);
                return true;
            });
            throw;
        }
        finally
        {
            // Whatever came in between: a source that nobody works on must not keep the room of others.
            if (!isWaiting)
                opened?.Dispose();
        }
    }

    // Plans what is due of a source. What is settled at once is brought to its end; the rest waits in the open source.
    private async Task PlanAsync(
        PantometDb database, OpenSource opened, SourceRow? source, List<PairingRow> due,
        ImmutableSortedDictionary<string, PlacedSlot> slots, HashSet<(PixelRect, Rotation, PixelSize)> cuts)
    {
        var (run, id) = (due[0].RunId, due[0].SourceId);
        var already =
            (await database.Variants.AsNoTracking()
                .Where(row => row.SourceId == id &&
                    database.RunFiles.Any(file => file.RunId == run && file.VariantSequence == row.Sequence)).ToListAsync())
                        .ToLookup(row => row.SlotId);
        foreach (var row in due)
        {
            // A source or slot that was deleted meanwhile has no pairing: nothing is left to do for it.
            var pairing = source is not null && slots.TryGetValue(row.SlotId, out var placed) ? new Pairing(source, placed.Slot) : null;
            if (Planned(pairing, row) is not { } variants)
            {
                await PairingEnd.FailedAsync(
                    database, row,
                    new Finding(
                        "not-planned", Severity.Stop, "The server failed while it worked out what to make.",
                        "Look into the server's log. Another crop or other limits may help."), Now);
                continue;
            }

            PairingEnd.Compare(row, variants.Count);
            var wanted = variants.Where(variant => !already[row.SlotId].Any(made => IsFileOf(made, variant))).ToList();
            foreach (var variant in wanted)
            {
                opened.Waiting.Enqueue(new VariantJob(opened, row.Sequence, pairing!, variant));
                cuts.Add((variant.Crop, variant.Rotation, variant.Size.Picture));
                // A place for a headline is looked for on a cut of its own, which would cost another decode.
                if (pairing!.Slot.Treatments.Headline is not null)
                    cuts.Add((variant.Crop, variant.Rotation, default));
            }

            opened.LeftOfPairing[row.Sequence] = wanted.Count;
            row.State = QueueState.Running;
            if (wanted.Count == 0)
                await PairingEnd.DoneAsync(database, row, Now);
        }
    }

    private IReadOnlyList<PlannedVariant>? Planned(Pairing? pairing, PairingRow row)
    {
        try
        {
            return pairing?.Plan().Variants ?? [];
        }
        catch (Exception problem)
        {
            log.LogError(problem, "Could not plan {Source} for {Slot}", row.SourceId, row.SlotId);
            return null;
        }
    }

    // By its place, not by its name: names may change while a run is paused, and two places may have one.
    private static bool IsFileOf(VariantRow made, PlannedVariant variant) =>
        made.Tier == variant.Tier && (made.Width, made.Height) == (variant.Size.File.Width, variant.Size.File.Height) &&
            made.Density == variant.Size.Density?.Value && variant.Formats.Contains(made.Format);

    private async Task<PairingRow?> NextPairingAsync(PantometDb database)
    {
        var inHand = open.Where(source => source.IsPaused).Select(source => source.SourceId).ToList();
        var due = database.Pairings.AsNoTracking().Where(row => row.State == QueueState.Queued && !inHand.Contains(row.SourceId) &&
            database.Runs.Any(run => run.Id == row.RunId && (run.State == JobState.Queued || run.State == JobState.Running)));
        var firsts = await due.GroupBy(row => row.RunId).Select(run => new { run.Key, First = run.Min(row => row.Sequence) }).ToListAsync();
        if (firsts.OrderBy(run => served.GetValueOrDefault(run.Key)).ThenBy(run => run.First).FirstOrDefault() is not { } next)
            return null;
        served[next.Key] = ++services;
        return await database.Pairings.AsNoTracking().SingleAsync(row => row.Sequence == next.First);
    }

    private DateTime Now => clock.GetUtcNow().UtcDateTime;
}
