using Microsoft.EntityFrameworkCore;
using Pantomet.Server.Runs;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Keeping;

/// <summary>Variants that no plan of today asks for. When one does again, it is rendered.</summary>
internal sealed class VariantFiles(PantometDb database, IDbContextFactory<PantometDb> databases, Planning planning, RunQueue queue, Board.BoardCells cells, DataFolder folder)
{
    private const int SourcesAtOnce = 200;

    /// <summary>Deletes files that several rows may have named, as far as none names them any more.</summary>
    /// <param name="database">Names files.</param>
    /// <param name="folder">Holds them.</param>
    /// <param name="sha256s">Those that may be without a name.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>The bytes that became free.</returns>
    public static async Task<long> DeleteUnnamedAsync(
        PantometDb database, DataFolder folder, IReadOnlyList<string> sha256s, CancellationToken cancel)
    {
        var named = (await database.Variants.Where(row => sha256s.Contains(row.Sha256!)).Select(row => row.Sha256!).Distinct().ToListAsync(cancel)).ToHashSet();
        var freed = 0L;
        foreach (var file in sha256s.Where(sha256 => !named.Contains(sha256)).Select(sha256 => new FileInfo(ContentStore.PathOf(folder.Variants, sha256))).Where(file => file.Exists))
        {
            freed += file.Length;
            file.Delete();
        }

        return freed;
    }

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
        var rows = await database.Variants.AsNoTracking().Where(row => sourceIds.Contains(row.SourceId)).ToListAsync(cancel);
        var current = await CurrentFiles.OfAsync(planning, rows, cancel);
        // The bin keeps what was made of its sources: they may come back.
        var inBin = (await database.Sources.Where(row => row.DeletedAt != null && sourceIds.Contains(row.Id)).Select(row => row.Id).ToListAsync(cancel)).ToHashSet();
        var unused = rows.Where(row => !inBin.Contains(row.SourceId) && current.For(row) is null).ToList();
        var sequences = unused.ConvertAll(row => row.Sequence);
        await databases.WriteAsync(async changed =>
        {
            await changed.RunFiles.Where(file => sequences.Contains(file.VariantSequence)).ExecuteDeleteAsync();
            return await changed.Variants.Where(row => sequences.Contains(row.Sequence)).ExecuteDeleteAsync();
        });
        return await DeleteUnnamedAsync(database, folder, [.. unused.Select(row => row.Sha256).OfType<string>().Distinct()], cancel);
    }
}
