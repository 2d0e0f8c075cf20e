using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Framing;

/// <summary>Changes how sources are framed, and remembers each change so that it can be undone and redone for good.</summary>
/// <remarks>What a change makes of a framing depends on the framing that is there: it is read and written under the database's write
/// lock.</remarks>
internal sealed class Framings(IDbContextFactory<PantometDb> databases)
{
    // Older steps are let go of: nobody goes back so far.
    private const int StepsKept = 200;

    /// <summary>What a change would be of a source as it is now, or why there is none.</summary>
    public delegate Outcome<FramingChange> Reading(SourceRow source);

    /// <summary>A source that is there; only to be looked at.</summary>
    public async Task<Outcome<SourceRow>> FindAsync(string id, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        return await database.Sources.AsNoTracking()
            .SingleOrDefaultAsync(row => row.Id == id && row.DeletedAt == null, cancel) is { } source
            ? source
            : Refusal.NotFound("source", id);
    }

    /// <summary>Does a change and stores it as a step.</summary>
    /// <param name="id">The source's.</param>
    /// <param name="over">The revision that the person saw; null changes whatever is there.</param>
    /// <param name="read">Says what is done, of the source as it is then.</param>
    public Task<Outcome<SourceRow>> DoAsync(string id, long? over, Reading read) => databases.TryWriteAsync<SourceRow>(async database =>
    {
        var found = await ForChangeAsync(database, id);
        return found.Value is { } source && await DoAsync(database, source, over, read) is { } refusal ? refusal : found;
    });

    /// <summary>Does a change to a source that is changed otherwise too.</summary>
    /// <param name="database">In a transaction that writes.</param>
    /// <param name="source">From it.</param>
    /// <param name="over">The revision that the person saw; null changes whatever is there.</param>
    /// <param name="read">Says what is done.</param>
    /// <returns>Why nothing was changed, if so.</returns>
    public static async Task<Refusal?> DoAsync(PantometDb database, SourceRow source, long? over, Reading read)
    {
        if (over is not null && over != source.FramingRevision)
            return await ChangedMeanwhileAsync(database, source);
        var (change, refusal) = read(source);
        if (refusal is not null)
            return refusal;
        Record(database, source, change!);
        await ForgetAsync(database, source.Id);
        return null;
    }

    /// <summary>Gives a source a whole framing, as one step.</summary>
    /// <param name="database">In a transaction that writes.</param>
    /// <param name="source">From it.</param>
    /// <param name="framing">The framing.</param>
    /// <param name="label">What is done, in a few words.</param>
    public static Task TakeOverAsync(PantometDb database, SourceRow source, SourceFraming framing, string label)
    {
        Record(database, source, new FramingChange.TakeOver(framing, label));
        return ForgetAsync(database, source.Id);
    }

    /// <summary>Takes the last step back, or does the last one again that was taken back. Does nothing when there is none.</summary>
    public Task<Outcome<SourceRow>> MoveAsync(string id, bool forward) => databases.TryWriteAsync<SourceRow>(async database =>
    {
        var found = await ForChangeAsync(database, id);
        if (found.Value is { } source && await NextAsync(database, id, forward) is { } step)
        {
            step.IsUndone = !forward;
            source.Framing = forward ? step.After : step.Before;
            source.FramingRevision++;
        }

        return found;
    });

    /// <summary>What undo would take back, and what redo would do again.</summary>
    public async Task<(string? Undo, string? Redo)> LabelsAsync(string sourceId, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        return ((await NextAsync(database, sourceId, false))?.Label, (await NextAsync(database, sourceId, true))?.Label);
    }

    private static async Task<Outcome<SourceRow>> ForChangeAsync(PantometDb database, string id) =>
        await database.Sources.SingleOrDefaultAsync(row => row.Id == id && row.DeletedAt == null) is { } source
            ? source
            : Refusal.NotFound("source", id);

    private static void Record(PantometDb database, SourceRow source, FramingChange change)
    {
        var after = change.ApplyTo(source.Framing);
        database.FramingSteps.Add(
            new FramingStepRow { SourceId = source.Id, Label = change.Label, Before = source.Framing, After = after });
        source.Framing = after;
        source.FramingRevision++;
    }

    private static Task<FramingStepRow?> NextAsync(PantometDb database, string sourceId, bool forward)
    {
        var steps = database.FramingSteps.Where(step => step.SourceId == sourceId && step.IsUndone == forward);
        return (forward ? steps.OrderBy(step => step.Sequence) : steps.OrderByDescending(step => step.Sequence)).FirstOrDefaultAsync();
    }

    // What was undone before a new step cannot be redone after it.
    private static async Task ForgetAsync(PantometDb database, string sourceId)
    {
        await database.FramingSteps.Where(step => step.SourceId == sourceId && step.IsUndone).ExecuteDeleteAsync();
        var oldest = await database.FramingSteps.Where(step => step.SourceId == sourceId).OrderByDescending(step => step.Sequence)
            .Skip(StepsKept).Select(step => step.Sequence).FirstOrDefaultAsync();
        if (oldest > 0)
            await database.FramingSteps.Where(step => step.SourceId == sourceId && step.Sequence <= oldest).ExecuteDeleteAsync();
    }

    private static async Task<Refusal> ChangedMeanwhileAsync(PantometDb database, SourceRow source)
    {
        var last = (await NextAsync(database, source.Id, false))?.Label;
        return new Refusal(
            RefusalKind.ChangedMeanwhile, "framed-meanwhile", "Framed meanwhile",
            $"\"{source.Stem}\" was framed in another window since you began{(last is null ? "" : $" (last: {last})")}. Yours was not " +
            $"stored: look at what is there now, then do yours again or leave it.");
    }
}
