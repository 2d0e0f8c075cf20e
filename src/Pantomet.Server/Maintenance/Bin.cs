using Pantomet.Rendering;
using Pantomet.Server.Board;
using Pantomet.Server.Rendering;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;
using Pantomet.Server.Sources.Composing;

namespace Pantomet.Server.Maintenance;

/// <summary>Where sources go that were taken away, until it is emptied.</summary>
internal sealed class Bin(
    PantometDb database, IDbContextFactory<PantometDb> databases, SourceIntake intake, RunQueue queue, BoardCells cells,
    RenderedFileStore rendered, DataFolder folder)
{
    private const int SourcesAtOnce = 200;

    /// <summary>Deletes for good what is in the bin, with everything that was made of it. What is restored meanwhile stays.</summary>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>The ids of the sources that went; null while files are being made, for one of them may be wanted.</returns>
    public async Task<IReadOnlyList<string>?> EmptyAsync(CancellationToken cancel)
    {
        var gone = new List<string>();
        var isIdle = await queue.WhileIdleAsync(() => intake.WhileNothingElseIsRegisteredAsync(
            async () =>
            {
                var inBin = await database.Sources.Where(row => row.DeletedAt != null).Select(row => row.Id).ToListAsync(cancel);
                foreach (var some in inBin.Chunk(SourcesAtOnce))
                    gone.AddRange(await DeleteAsync(some));
                return gone;
            },
            cancel), cancel);
        if (!isIdle)
            return null;
        cells.Forget();
        return gone;
    }

    private async Task<IReadOnlyList<string>> DeleteAsync(string[] wanted)
    {
        var (ids, files) = await databases.WriteAsync(async changed =>
        {
            // Those that are in the bin at this moment: nobody can restore one before they are gone.
            var ids = await changed.Sources.Where(row => wanted.Contains(row.Id) && row.DeletedAt != null).Select(row => row.Id)
                .ToListAsync();
            var made = await changed.Variants.Where(row => ids.Contains(row.SourceId) && row.FileSequence != null)
                .Select(row => row.FileSequence!.Value).Distinct().ToListAsync();
            await changed.RunFiles.Where(
                file => changed.Variants.Any(row => row.Sequence == file.VariantSequence && ids.Contains(row.SourceId)))
                    .ExecuteDeleteAsync();
            await changed.Variants.Where(row => ids.Contains(row.SourceId)).ExecuteDeleteAsync();
            var files = await RenderedFileStore.ForgetAsync(changed, made);
            await changed.FramingSteps.Where(row => ids.Contains(row.SourceId)).ExecuteDeleteAsync();
            await changed.ActChanges.Where(row => ids.Contains(row.SourceId)).ExecuteDeleteAsync();
            await ComposedInputs.ForgetAsync(changed, ids);
            await changed.Sources.Where(row => ids.Contains(row.Id)).ExecuteDeleteAsync();
            return (ids, files);
        });

        // Rows first: a crash in between leaves files that nobody names, never a name without a file.
        rendered.Delete(files);
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

        return ids;
    }
}
