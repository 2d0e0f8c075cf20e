using Pantomet.Server.Rendering;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Maintenance;

/// <summary>Variants that no plan of today asks for. When one does again, it is rendered.</summary>
internal sealed class VariantFiles(
    PantometDb database, IDbContextFactory<PantometDb> databases, Planning planning, RunQueue queue, Board.BoardCells cells,
    RenderedFileStore files)
{
    private const int SourcesAtOnce = 200;

    /// <summary>Deletes what is out of date.</summary>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>The bytes that became free; null while files are being made.</returns>
    public async Task<long?> ClearUnusedAsync(CancellationToken cancel)
    {
        var freed = 0L;
        var isIdle = await queue.WhileIdleAsync(
            async () =>
            {
                var sources = await database.Variants.Select(row => row.SourceId).Distinct().ToListAsync(cancel);
                foreach (var some in sources.Chunk(SourcesAtOnce))
                    freed += await ClearUnusedAsync(some, cancel);
            },
            cancel);
        cells.Forget();
        return isIdle ? freed : null;
    }

    private async Task<long> ClearUnusedAsync(string[] sourceIds, CancellationToken cancel)
    {
        var rows = await database.Variants.AsNoTracking().Include(row => row.File).Where(row => sourceIds.Contains(row.SourceId))
            .ToListAsync(cancel);
        var current = await CurrentFiles.OfAsync(planning, rows, cancel);
        // The bin keeps what was made of its sources: they may come back.
        var inBin =
            (await database.Sources.Where(row => row.DeletedAt != null && sourceIds.Contains(row.Id)).Select(row => row.Id)
                .ToListAsync(cancel))
                .ToHashSet();
        var unused = rows.Where(row => !inBin.Contains(row.SourceId) && current.For(row) is null).ToList();
        var sequences = unused.ConvertAll(row => row.Sequence);
        var gone = await databases.WriteAsync(async changed =>
        {
            await changed.RunFiles.Where(file => sequences.Contains(file.VariantSequence)).ExecuteDeleteAsync();
            await changed.Variants.Where(row => sequences.Contains(row.Sequence)).ExecuteDeleteAsync();
            return await RenderedFileStore.ForgetAsync(changed, [.. unused.Select(row => row.FileSequence).OfType<long>().Distinct()]);
        });
        return files.Delete(gone);
    }
}
