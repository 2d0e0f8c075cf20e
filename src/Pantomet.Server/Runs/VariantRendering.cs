using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Findings;
using Pantomet.Core.Runs;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Sources;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Runs;

/// <summary>Makes one variant: renders it, writes it aside, checks what was written, gives it its place, and remembers it.</summary>
internal sealed class VariantRendering(IDbContextFactory<PantometDb> databases, ContentStore store, DataFolder folder, ILogger<VariantRendering> log)
{
    /// <summary>Does a job. Whatever goes wrong in making it becomes a finding, so that the run goes on.</summary>
    /// <param name="job">What to make.</param>
    /// <param name="cancel">The server ends.</param>
    /// <exception cref="Exception">What became of it could not be written down.</exception>
    public async Task DoAsync(VariantJob job, CancellationToken cancel)
    {
        var recipes = job.Pairing.RecipesFor(job.Variant);
        var row = await AgainAsync(job, recipes, cancel) ?? await MakeAsync(job, recipes, cancel);
        // A file that nobody needs is settled as well as one that was made.
        var done = row.State == VariantState.Blocked ? 0 : 1;
        // Row and counts together: after a crash neither is there without the other.
        await databases.WriteAsync(async database =>
        {
            var kept = await SameAsync(database, row);
            if (kept is null)
                database.Variants.Add(kept = row);
            kept.FileName = row.FileName;
            await database.SaveChangesAsync();
            database.RunFiles.Add(new RunFileRow { RunId = row.RunId, VariantSequence = kept.Sequence });
            await database.Pairings.Where(pairing => pairing.Sequence == job.PairingSequence && pairing.Attempts > 0).ExecuteUpdateAsync(pairing => pairing.SetProperty(one => one.Attempts, 0));
            return await database.Runs.Where(run => run.Id == row.RunId).ExecuteUpdateAsync(
                run => run.SetProperty(one => one.Done, one => one.Done + done)
                    .SetProperty(one => one.Failed, one => one.Failed + 1 - done)
                    .SetProperty(one => one.BytesOut, one => one.BytesOut + row.Bytes));
        });
    }

    // Where the last that is known of this place is the same, nothing is added to it.
    private static async Task<VariantRow?> SameAsync(PantometDb database, VariantRow row)
    {
        var last = await database.Variants
            .Where(one => one.Recipe == row.Recipe && one.SourceId == row.SourceId && one.SlotId == row.SlotId && one.Tier == row.Tier && one.Width == row.Width && one.Height == row.Height && one.Density == row.Density)
            .OrderByDescending(one => one.Sequence).FirstOrDefaultAsync();
        return last is not null && row.State != VariantState.Blocked && (last.State, last.Sha256, last.Format) == (row.State, row.Sha256, row.Format) ? last : null;
    }

    // The same recipe gives the same file: what was made once is not made again.
    private async Task<VariantRow?> AgainAsync(VariantJob job, VariantRecipes recipes, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var known = await database.Variants.AsNoTracking().FirstOrDefaultAsync(
            row => row.State == VariantState.Done && (row.Recipe == recipes.Own || (row.Recipe == recipes.WithoutCap && row.Bytes < recipes.Below)), cancel);
        return known?.Sha256 is { } sha256 && known.Points is { } points && ContentStore.Holds(folder.Variants, sha256)
            ? Row(job, known.Recipe, new MadeFile([], known.Format, known.Quality, known.Encoding, 0, points, known.Findings), known.Bytes, sha256)
            : null;
    }

    private async Task<VariantRow> MakeAsync(VariantJob job, VariantRecipes recipes, CancellationToken cancel)
    {
        try
        {
            var made = VariantMaker.Make(job.Source.Decoded, job.Pairing.RecipeFor(job.Variant), job.Pairing.RemediesFor(job.Variant));
            if (!made.IsGood || made.IsUnneeded)
                return Row(job, recipes.Own, made, 0, null);
            using var aside = await store.WriteAsideAsync(made.File, cancel);
            var findings = WrittenFileCheck.Compare(WrittenFileReader.Read(aside.Path, made), job.Variant, job.Pairing.Slot, job.Pairing.Source.Facts);
            made = made with { Findings = [.. made.Findings, .. findings] };
            if (findings.Any(finding => finding.Severity == Severity.Stop))
                return Row(job, recipes.Own, made, 0, null);
            ContentStore.Keep(aside, folder.Variants);
            return Row(job, recipes.Of(aside.Bytes, made.IsFreeOfCap), made, aside.Bytes, aside.Sha256);
        }
        catch (Exception problem) when (DiskFull.Is(problem))
        {
            return Failed(job, recipes.Own, problem, "disk-full", DiskFull.Sentence);
        }
        catch (UnreadableException problem)
        {
            return Failed(job, recipes.Own, problem, problem.Id, problem.Message);
        }
        catch (Exception problem) when (problem is not OperationCanceledException)
        {
            return Failed(job, recipes.Own, problem, "not-rendered", $"{job.Variant.FileName} could not be made: the source, the encoder or the disk failed.");
        }
    }

    private VariantRow Failed(VariantJob job, string recipe, Exception problem, string id, string sentence)
    {
        log.LogError(problem, "Could not make {FileName} of {Source}", job.Variant.FileName, job.Source.SourceId);
        var finding = new Finding(id, Severity.Stop, sentence, "Render it again when the cause is gone.");
        return Row(job, recipe, new MadeFile([], job.Variant.Format, null, "", 0, 0, [finding]), 0, null);
    }

    private static VariantRow Row(VariantJob job, string recipe, MadeFile made, long bytes, string? sha256)
    {
        var format = made.Format;
        return new VariantRow
        {
            Id = Guid.NewGuid().ToString("N"),
            RunId = job.Source.RunId,
            SourceId = job.Source.SourceId,
            SlotId = job.Pairing.Slot.Id,
            Tier = job.Variant.Tier,
            Density = job.Variant.Size.Density?.Value,
            FileName = job.Variant.FileNameAs(format),
            Width = job.Variant.Size.File.Width,
            Height = job.Variant.Size.File.Height,
            Format = format,
            Bytes = bytes,
            Quality = made.Quality,
            Encoding = made.Encoding,
            Points = sha256 is null ? null : made.Points,
            IsByHand = job.Variant.ByHand is not null,
            Remedies = made.Remedies,
            Sha256 = sha256,
            Recipe = recipe,
            State = made.IsUnneeded ? VariantState.Unneeded : sha256 is null ? VariantState.Blocked : VariantState.Done,
            Findings = made.Findings,
        };
    }
}
