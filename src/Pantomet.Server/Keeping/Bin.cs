using Microsoft.EntityFrameworkCore;
using Pantomet.Server.Board;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Keeping;

/// <summary>Where sources go that were taken away, until it is emptied.</summary>
internal sealed class Bin(PantometDb database, SourceIntake intake, RunQueue queue, BoardCells cells, DataFolder folder)
{
    private const int SourcesAtOnce = 200;

    /// <summary>Deletes for good what is in the bin, with everything that was made of it.</summary>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>The ids of the sources that went; null while files are being made, for one of them may be wanted.</returns>
    public async Task<IReadOnlyList<string>?> EmptyAsync(CancellationToken cancel)
    {
        var gone = new List<string>();
        var isIdle = await queue.WhileIdleAsync(() => intake.WhileNothingIsRegisteredAsync(
            async () =>
            {
                gone = await database.Sources.Where(row => row.DeletedAt != null).Select(row => row.Id).ToListAsync(cancel);
                foreach (var some in gone.Chunk(SourcesAtOnce))
                    await DeleteAsync(some, cancel);
            },
            cancel), cancel);
        if (!isIdle)
            return null;
        cells.Forget();
        return gone;
    }

    private async Task DeleteAsync(string[] ids, CancellationToken cancel)
    {
        var files = await database.Variants.Where(row => ids.Contains(row.SourceId) && row.Sha256 != null).Select(row => row.Sha256!).Distinct().ToListAsync(cancel);
        await using (var transaction = await database.Database.BeginTransactionAsync(cancel))
        {
            await database.Variants.Where(row => ids.Contains(row.SourceId)).ExecuteDeleteAsync(cancel);
            await database.FramingSteps.Where(row => ids.Contains(row.SourceId)).ExecuteDeleteAsync(cancel);
            await database.Sources.Where(row => ids.Contains(row.Id)).ExecuteDeleteAsync(cancel);
            await transaction.CommitAsync(cancel);
        }

        // Rows first: a crash in between leaves files that nobody names, never a name without a file.
        await VariantFiles.DeleteUnnamedAsync(database, folder, files, cancel);
        foreach (var id in ids)
        {
            File.Delete(ContentStore.PathOf(folder.Originals, id));
            foreach (var area in new[] { folder.Previews, folder.Working })
            {
                var at = Path.Combine(area, id[..2], id[2..4]);
                foreach (var file in Directory.Exists(at) ? Directory.EnumerateFiles(at, $"{id}-*") : [])
                    File.Delete(file);
            }
        }
    }
}
