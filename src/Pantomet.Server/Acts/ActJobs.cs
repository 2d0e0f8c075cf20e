using Pantomet.Core.Findings;
using Pantomet.Server.Destinations;
using Pantomet.Server.Jobs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Acts;

/// <summary>Does acts on many sources, some sources in each transaction: after a crash or a cancel, what is done is done, and
/// known.</summary>
internal sealed class ActJobs(
    DestinationCatalogue catalogue, ComposingActs composing, IDbContextFactory<PantometDb> databases, WakeSignal signal, TimeProvider clock,
    ILogger<ActJobs> log)
    : QueuedJobs<ActRow>(databases, signal, clock, log)
{
    // Others that write wait for so many at most.
    private const int AtOnce = 50;

    public override JobKind Kind => JobKind.Act;

    protected override async Task DoAsync(ActRow job, CancellationToken stop)
    {
        var slots = await catalogue.SlotsAsync(stop);
        while (!stop.IsCancellationRequested)
        {
            var made = ComposingActs.Is(job) ? await composing.NextAsync(job, stop) : null;
            var isOver = await Databases.WriteAsync(async database =>
            {
                // Whoever cancelled or paused it meanwhile came first.
                if (!await database.Acts.AnyAsync(row => row.Id == job.Id && row.State == JobState.Running))
                    return true;
                // Not read again for each step: it holds the ids of all of them.
                var act = database.Attach(job).Entity;
                var left = act.SourceIds.Skip(act.Done + act.Failed);
                if (made is not null)
                    ComposingActs.WriteDown(database, act, made);
                else
                    await ChangeAsync(database, act, [.. IsOfAllAtOnce(act) ? left : left.Take(AtOnce)], slots);
                if (act.Done + act.Failed < act.Total)
                    return false;
                if (act.Done == 0)
                    Fail(act, act.Problem);
                else
                    (act.State, act.EndedAt) = (JobState.Done, Now);
                return true;
            });
            if (isOver)
                return;
        }
    }

    // Stems change places: who is called what is known for all together only.
    private static bool IsOfAllAtOnce(ActRow act) => act.Request.Names is not null;

    private async Task ChangeAsync(
        PantometDb database, ActRow act, IReadOnlyList<string> ids, IReadOnlyDictionary<string, PlacedSlot> slots)
    {
        var rows = await database.Sources.Where(row => ids.Contains(row.Id)).ToDictionaryAsync(row => row.Id);
        var reachesBin = act.Request.Act is ActKind.Delete or ActKind.Restore or ActKind.Undo;
        var found = ids.Where(rows.ContainsKey).Select(id => rows[id]).Where(row => row.DeletedAt is null || reachesBin).ToList();
        var outcomes = await ActReading.OfAsync(database, act, found, slots);
        var good = new List<(SourceRow Row, ValuesToSet Set)>();
        foreach (var id in ids)
        {
            var outcome = outcomes.TryGetValue(id, out var read) ? read : Refusal.NotFound("source", id);
            if (outcome.Value is not { } set)
            {
                act.Failed++;
                act.Problem = act.Problem.Length == 0 ? outcome.Refusal!.Sentence : act.Problem;
                continue;
            }

            act.Done++;
            if (!SourceChanges.AreSame(set.Values, SourceChanges.Now(rows[id], set.Values)))
                good.Add((rows[id], set));
        }

        var before = good.ConvertAll(change => SourceChanges.Now(change.Row, change.Set.Values));
        await SourceChanges.ApplyAsync(database, good, Now);
        database.ActChanges.AddRange(good.Zip(before, (change, was) => new ActChangeRow
        {
            ActId = act.Id,
            SourceId = change.Row.Id,
            Before = was,
            After = SourceChanges.Now(change.Row, change.Set.Values),
        }));
    }
}
