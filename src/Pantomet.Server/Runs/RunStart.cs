using Pantomet.Core.Findings;
using Pantomet.Server.Jobs;

namespace Pantomet.Server.Runs;

/// <summary>Puts pairings into the queue as one run.</summary>
internal sealed class RunStart(IDbContextFactory<PantometDb> databases, WakeSignal signal, TimeProvider clock)
{
    private const int MaxVariants = 100_000;

    /// <summary>Starts a run, or says why there is none.</summary>
    /// <param name="pairings">What to render; what is left out is passed over.</param>
    public async Task<Outcome<RunRow>> AsAsync(IReadOnlyList<Pairing> pairings)
    {
        var planned = pairings.Select(pairing => (Pairing: pairing, Plan: pairing.Plan())).Where(entry => !entry.Plan.IsLeftOut).ToList();
        if (planned.Count == 0)
            return Refusal.Invalid(
                "sources", "Every picture of this selection is left out of every slot of it. Take some in again, then render.");
        var total = planned.Sum(entry => entry.Plan.Variants.Count);
        if (total > MaxVariants)
            return Refusal.Invalid(
                "sources",
                $"This run would make {total:#,0} files; at most {MaxVariants:#,0} are made in one run. Choose fewer sources or slots.");

        var run = new RunRow
        {
            Id = Guid.NewGuid().ToString("N"),
            State = JobState.Queued,
            Total = total,
            Blocked = planned.Count(entry => !entry.Plan.IsFeasible),
            BytesIn = pairings.Select(pairing => pairing.Source).DistinctBy(source => source.Id).Sum(source => source.Bytes),
            AskedAt = clock.GetUtcNow().UtcDateTime,
        };
        await databases.WriteAsync(database =>
        {
            database.Runs.Add(run);
            database.Pairings.AddRange(planned.Select(entry => new PairingRow
            {
                RunId = run.Id,
                SourceId = entry.Pairing.Source.Id,
                SlotId = entry.Pairing.Slot.Id,
                State = QueueState.Queued,
                Planned = entry.Plan.Variants.Count,
                Findings = entry.Plan.Findings,
            }));
            return Task.FromResult(run);
        });
        signal.Wake();
        return run;
    }
}
