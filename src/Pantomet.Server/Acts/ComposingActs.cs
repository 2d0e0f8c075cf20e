using Pantomet.Core.Findings;
using Pantomet.Rendering;
using Pantomet.Server.Sources;
using Pantomet.Server.Sources.Composing;

namespace Pantomet.Server.Acts;

/// <summary>What one step of an act made of sources.</summary>
/// <param name="Sources">How many of the act's sources it was.</param>
/// <param name="Made">Id of what was made and was not there before; null for nothing.</param>
/// <param name="Problem">Why nothing was made; null where that is as it should be.</param>
internal sealed record ComposedStep(int Sources, string? Made = null, string? Problem = null);

/// <summary>Acts that make pictures of others: no transaction waits for pixels.</summary>
internal sealed class ComposingActs(Composer composer, IDbContextFactory<PantometDb> databases)
{
    /// <summary>Whether an act is one of them.</summary>
    public static bool Is(ActRow act) => act.Request.Act is ActKind.Pair or ActKind.MakeAgain;

    /// <summary>An act that makes composed sources again, because one of their pictures was replaced.</summary>
    /// <param name="ids">Of the composed sources.</param>
    /// <param name="now">When.</param>
    public static ActRow MakingAgain(IReadOnlyList<string> ids, DateTime now) =>
        ActRow.Of(new ActRequest(new ActTargets(ids), ActKind.MakeAgain), ids, now);

    /// <summary>Makes the next.</summary>
    /// <param name="act">As far as it was done.</param>
    /// <param name="stop">Somebody stops it, or the server ends.</param>
    public async Task<ComposedStep> NextAsync(ActRow act, CancellationToken stop)
    {
        var left = act.SourceIds.Skip(act.Done + act.Failed);
        var ids = left.Take(act.Request.Act == ActKind.Pair ? 2 : 1).ToList();
        try
        {
            var (made, refusal) = act.Request.Act == ActKind.Pair
                ? await PairAsync(ids, act, stop)
                : await AgainAsync(ids[0], stop);
            return made ?? new ComposedStep(ids.Count, Problem: refusal!.Sentence);
        }
        catch (UnreadableException problem)
        {
            return new ComposedStep(ids.Count, Problem: problem.Message);
        }
    }

    /// <summary>Writes a step down.</summary>
    /// <param name="database">In a transaction that writes.</param>
    /// <param name="act">The act.</param>
    /// <param name="step">What was made.</param>
    public static void WriteDown(PantometDb database, ActRow act, ComposedStep step)
    {
        if (step.Problem is null)
            act.Done += step.Sources;
        else
            act.Failed += step.Sources;
        act.Problem = act.Problem.Length == 0 ? step.Problem ?? "" : act.Problem;
        // Undone it goes to the bin, where everything is that was made and is not wanted.
        if (step.Made is not null)
            database.ActChanges.Add(new ActChangeRow
            {
                ActId = act.Id,
                SourceId = step.Made,
                Before = new SourceValues(IsDeleted: true),
                After = new SourceValues(IsDeleted: false),
            });
    }

    private async Task<Outcome<ComposedStep>> PairAsync(List<string> ids, ActRow act, CancellationToken stop)
    {
        var (planned, refusal) = await composer.PlanAsync(ids, act.Request.Pair!.Layout, stop);
        if (planned is null)
            return refusal!;
        var made = await composer.MakeAsync(planned, replacing: null, RenderPriority.Run, stop);
        if (made.Problem is { } problem)
            return new ComposedStep(ids.Count, Problem: problem.Detail);
        // One that was made by this act before the server ended, and not written down, is of this act.
        var isNew = made.DuplicateOf is null || made.Source!.AddedAt >= act.StartedAt;
        return new ComposedStep(ids.Count, isNew ? made.Source!.Id : null);
    }

    private async Task<Outcome<ComposedStep>> AgainAsync(string id, CancellationToken stop)
    {
        SourceRow? old;
        await using (var database = await databases.CreateDbContextAsync(stop))
            old = await database.Sources.AsNoTracking().SingleOrDefaultAsync(row => row.Id == id, stop);
        // Made again already: by this act before the server ended, or by somebody else.
        if (old is { DeletedAt: not null, ReplacedBy: not null })
            return new ComposedStep(1);
        if (old is not { DeletedAt: null, Composed: { } composed })
            return Refusal.NotFound("composed source", id);
        var (planned, refusal) = await composer.PlanAsync(composed.Inputs, composed.Layout, stop, replacing: id);
        if (planned is null)
            return refusal!;
        if (planned.Plan.Key() == composed.Key)
            return new ComposedStep(1);
        var made = await composer.ReplaceAsync(old, planned, RenderPriority.Run, stop);
        return new ComposedStep(1, Problem: made.Problem?.Detail);
    }
}
