using Pantomet.Rendering;
using Pantomet.Server.Rendering;

namespace Pantomet.Server.Runs;

/// <summary>Makes one variant of a run: has it rendered, and writes down what became of it.</summary>
internal sealed class VariantRendering(IDbContextFactory<PantometDb> databases, RenderedFileIndex index, RenderService renderer)
{
    /// <summary>Does a job. Whatever goes wrong in making it becomes a finding, so that the run goes on.</summary>
    /// <param name="job">What to make.</param>
    /// <param name="cancel">The server ends.</param>
    /// <exception cref="Exception">What became of it could not be written down.</exception>
    public async Task DoAsync(VariantJob job, CancellationToken cancel)
    {
        var isWritten = false;
        var outcome = await renderer.RenderAsync(
            job.Pairing.RecipeFor(job.Variant), RenderPriority.Run, job.Pairing.RemediesFor(job.Variant), cancel,
            (file, recipe) => databases.WriteAsync(async database =>
            {
                var kept = await index.KeepAsync(database, file, recipe);
                await WriteAsync(database, job, RenderOutcome.Done(kept));
                isWritten = true;
                return kept;
            }));
        if (!isWritten)
            await databases.WriteAsync(database => WriteAsync(database, job, outcome));
    }

    // Row and counts together: after a crash neither is there without the other.
    private static async Task<int> WriteAsync(PantometDb database, VariantJob job, RenderOutcome outcome)
    {
        var row = Row(job, outcome);
        // A file that nobody needs is settled as well as one that was made.
        var done = row.State == VariantState.Blocked ? 0 : 1;
        var bytes = outcome.File?.Bytes ?? 0;
        var kept = await SameAsync(database, row);
        if (kept is null)
            database.Variants.Add(kept = row);
        kept.FileName = row.FileName;
        await database.SaveChangesAsync();
        database.RunFiles.Add(new RunFileRow { RunId = row.RunId, VariantSequence = kept.Sequence });
        await database.Pairings.Where(pairing => pairing.Sequence == job.PairingSequence && pairing.Attempts > 0)
            .ExecuteUpdateAsync(pairing => pairing.SetProperty(one => one.Attempts, 0));
        return await database.Runs.Where(run => run.Id == row.RunId).ExecuteUpdateAsync(
            run => run.SetProperty(one => one.Done, one => one.Done + done)
                .SetProperty(one => one.Failed, one => one.Failed + 1 - done)
                .SetProperty(one => one.BytesOut, one => one.BytesOut + bytes));
    }

    // Where the last that is known of this place is the same, nothing is added to it.
    private static async Task<VariantRow?> SameAsync(PantometDb database, VariantRow row)
    {
        var last = await database.Variants
            .Where(one => one.Recipe == row.Recipe && one.SourceId == row.SourceId && one.SlotId == row.SlotId && one.Tier == row.Tier)
            .Where(one => one.Width == row.Width && one.Height == row.Height && one.Density == row.Density)
            .OrderByDescending(one => one.Sequence).FirstOrDefaultAsync();
        var isSame = last is not null && row.State != VariantState.Blocked &&
            (last.State, last.FileSequence, last.Format) == (row.State, row.FileSequence, row.Format);
        return isSame ? last : null;
    }

    private static VariantRow Row(VariantJob job, RenderOutcome outcome) => new()
    {
        Id = Guid.NewGuid().ToString("N"),
        RunId = job.Source.RunId,
        SourceId = job.Source.SourceId,
        SlotId = job.Pairing.Slot.Id,
        Tier = job.Variant.Tier,
        Density = job.Variant.Size.Density?.Value,
        FileName = job.Variant.FileNameAs(outcome.Format),
        Width = job.Variant.Size.File.Width,
        Height = job.Variant.Size.File.Height,
        Format = outcome.Format,
        IsByHand = job.Variant.ByHand is not null,
        Recipe = outcome.Recipe,
        State = outcome.State switch
        {
            RenderState.Done => VariantState.Done,
            RenderState.Unneeded => VariantState.Unneeded,
            _ => VariantState.Blocked,
        },
        FileSequence = outcome.File?.Id,
        Findings = outcome.File is null ? outcome.Findings : [],
        Remedies = outcome.Remedies,
    };
}
