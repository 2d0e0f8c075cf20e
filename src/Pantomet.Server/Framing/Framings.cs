using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Framing;
using Pantomet.Server.Hosting;
using Pantomet.Server.Sources;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Framing;

/// <summary>Changes how sources are framed, and remembers each change so that it can be undone and redone for good.</summary>
internal sealed class Framings(PantometDb database)
{
    // Older steps are let go of: nobody goes back so far.
    private const int StepsKept = 200;

    /// <summary>A source that is there, to be changed.</summary>
    public async Task<(SourceRow? Source, ProblemHttpResult? Problem)> FindAsync(string id, CancellationToken cancel) =>
        await database.Sources.SingleOrDefaultAsync(row => row.Id == id && row.DeletedAt == null, cancel) is { } source ? (source, null) : (null, Problems.NotFound("source", id));

    /// <summary>Does a change and stores it as a step.</summary>
    /// <param name="source">As found by <see cref="FindAsync"/>.</param>
    /// <param name="change">What is done.</param>
    /// <param name="over">The revision that the person saw; null changes whatever is there.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>The problem that nothing was changed, if so.</returns>
    public async Task<ProblemHttpResult?> DoAsync(SourceRow source, FramingChange change, long? over, CancellationToken cancel)
    {
        if (over is not null && over != source.FramingRevision)
            return await ChangedMeanwhileAsync(source, cancel);
        Record(source, change);
        try
        {
            await database.SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            await database.Entry(source).ReloadAsync(cancel);
            return await ChangedMeanwhileAsync(source, cancel);
        }

        await ForgetAsync(source.Id, cancel);
        return null;
    }

    /// <summary>Does a change to each of some sources, all in one go: a series is never left half changed.</summary>
    public async Task DoAllAsync(IReadOnlyCollection<(SourceRow Source, FramingChange Change)> changes, CancellationToken cancel)
    {
        foreach (var (source, change) in changes)
            Record(source, change);
        await database.SaveChangesAsync(cancel);
        var ids = changes.Select(one => one.Source.Id).ToList();
        await database.FramingSteps.Where(step => ids.Contains(step.SourceId) && step.IsUndone).ExecuteDeleteAsync(cancel);
    }

    private void Record(SourceRow source, FramingChange change)
    {
        var after = change.ApplyTo(source.Framing);
        database.FramingSteps.Add(new FramingStepRow { SourceId = source.Id, Label = change.Label, Before = source.Framing, After = after });
        source.Framing = after;
        source.FramingRevision++;
    }

    /// <summary>Takes the last step back, or does the last one again that was taken back. Does nothing when there is none.</summary>
    public async Task MoveAsync(SourceRow source, bool forward, CancellationToken cancel)
    {
        if (await NextAsync(source.Id, forward, cancel) is not { } step)
            return;
        step.IsUndone = !forward;
        source.Framing = forward ? step.After : step.Before;
        source.FramingRevision++;
        await database.SaveChangesAsync(cancel);
    }

    /// <summary>What undo would take back, and what redo would do again.</summary>
    public async Task<(string? Undo, string? Redo)> LabelsAsync(string sourceId, CancellationToken cancel) =>
        ((await NextAsync(sourceId, false, cancel))?.Label, (await NextAsync(sourceId, true, cancel))?.Label);

    private Task<FramingStepRow?> NextAsync(string sourceId, bool forward, CancellationToken cancel)
    {
        var steps = database.FramingSteps.Where(step => step.SourceId == sourceId && step.IsUndone == forward);
        return (forward ? steps.OrderBy(step => step.Sequence) : steps.OrderByDescending(step => step.Sequence)).FirstOrDefaultAsync(cancel);
    }

    // What was undone before a new step cannot be redone after it.
    private async Task ForgetAsync(string sourceId, CancellationToken cancel)
    {
        await database.FramingSteps.Where(step => step.SourceId == sourceId && step.IsUndone).ExecuteDeleteAsync(cancel);
        var oldest = await database.FramingSteps.Where(step => step.SourceId == sourceId).OrderByDescending(step => step.Sequence).Skip(StepsKept).Select(step => step.Sequence).FirstOrDefaultAsync(cancel);
        if (oldest > 0)
            await database.FramingSteps.Where(step => step.SourceId == sourceId && step.Sequence <= oldest).ExecuteDeleteAsync(cancel);
    }

    private async Task<ProblemHttpResult> ChangedMeanwhileAsync(SourceRow source, CancellationToken cancel)
    {
        var last = (await LabelsAsync(source.Id, cancel)).Undo;
        return Problems.Of(
            StatusCodes.Status412PreconditionFailed, "framed-meanwhile", "Framed meanwhile",
            $"\"{source.Stem}\" was framed in another window since you began{(last is null ? "" : $" (last: {last})")}. Yours was not stored: look at what is there now, then do yours again or leave it.");
    }
}
