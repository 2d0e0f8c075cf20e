using Pantomet.Core.Recipes;
using Pantomet.Rendering;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Rendering;

/// <summary>A rendered file that is on the disk.</summary>
/// <param name="Path">Where it lies.</param>
/// <param name="Sha256">What it is named by.</param>
/// <param name="Bytes">Its length.</param>
internal sealed record FileOnDisk(string Path, string Sha256, long Bytes);

/// <summary>The bytes of rendered files: fetched, made again when they were let go of, and let go of when they take too much
/// room.</summary>
internal sealed class RenderedFileStore(
    IDbContextFactory<PantometDb> databases, RenderedFileIndex index, RenderService renderer, DataFolder folder, ServerSettings settings)
{
    private const int RowsAtOnce = 500;
    private int holders;

    /// <summary>Where a file lies, if its bytes were not let go of.</summary>
    /// <param name="file">Its row.</param>
    public string PathOf(RenderedFileRow file) => ContentStore.PathOf(folder.Variants, file.Sha256);

    /// <summary>A file, made again if its bytes are gone.</summary>
    /// <param name="file">Its row.</param>
    /// <param name="priority">Who waits for it.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>Null where it cannot be made again.</returns>
    public async Task<FileOnDisk?> OpenAsync(RenderedFileRow file, RenderPriority priority, CancellationToken cancel)
    {
        await index.UseAsync(file.Sequence, file.UsedAt, cancel);
        var path = PathOf(file);
        if (File.Exists(path))
            return new FileOnDisk(path, file.Sha256, file.Bytes);
        string? notation;
        await using (var database = await databases.CreateDbContextAsync(cancel))
        {
            notation = await database.Recipes.Where(row => row.FileSequence == file.Sequence).Select(row => row.Notation)
                .SingleOrDefaultAsync(cancel);
        }

        if (notation is null)
            return null;
        var again = await renderer.RenderAsync(RecipeNotation.Read(notation), priority, null, cancel);
        return again.File is { } made ? new FileOnDisk(ContentStore.PathOf(folder.Variants, made.Sha256), made.Sha256, made.Bytes) : null;
    }

    /// <summary>Nothing is let go of until this is disposed of: for who reads many files.</summary>
    public IDisposable HoldAll()
    {
        Interlocked.Increment(ref holders);
        return new Holder(this);
    }

    /// <summary>Lets go of the bytes that were not used for longest, as far as the owner's bound demands.</summary>
    /// <param name="cancel">The server ends.</param>
    /// <returns>Bytes that became free.</returns>
    public async Task<long> MakeRoomAsync(CancellationToken cancel)
    {
        if (settings.MaxRenderedBytes is not { } max)
            return 0;
        var freed = 0L;
        while (Volatile.Read(ref holders) == 0)
        {
            var gone = await databases.WriteAsync(async database =>
            {
                var over = await database.RenderedFiles.Where(row => !row.IsEvicted).SumAsync(row => row.Bytes) - max;
                var oldest = over <= 0 ? [] : await database.RenderedFiles
                    .Where(row => !row.IsEvicted && database.Recipes.Any(recipe => recipe.FileSequence == row.Sequence))
                    .OrderBy(row => row.UsedAt).ThenBy(row => row.Sequence).Take(RowsAtOnce).ToListAsync(cancel);
                var evicted = oldest.TakeWhile(row => (over -= row.Bytes) + row.Bytes > 0).ToList();
                evicted.ForEach(row => row.IsEvicted = true);
                await database.SaveChangesAsync();
                return await UnnamedAsync(database, [.. evicted.Select(row => row.Sha256)]);
            });
            if (gone.Count == 0)
                break;
            freed += LetGo(gone);
        }

        return freed;
    }

    /// <summary>Forgets files that nothing points at any more.</summary>
    /// <param name="database">In a transaction that writes, in which what pointed at them is gone already.</param>
    /// <param name="sequences">Their rows.</param>
    /// <returns>What is to be deleted from the disk after the transaction: a crash in between leaves files that nobody names, never a name
    /// without a file.</returns>
    public static async Task<IReadOnlyList<string>> ForgetAsync(PantometDb database, IReadOnlyCollection<long> sequences)
    {
        var unused = database.RenderedFiles.Where(
            row => sequences.Contains(row.Sequence) && !database.Variants.Any(one => one.FileSequence == row.Sequence));
        var sha256s = await unused.Select(row => row.Sha256).Distinct().ToListAsync();
        await unused.ExecuteDeleteAsync();
        return await UnnamedAsync(database, sha256s);
    }

    /// <summary>Deletes files from the disk, and what was made of them.</summary>
    /// <param name="sha256s">As <see cref="ForgetAsync"/> gave them.</param>
    /// <returns>Bytes that became free.</returns>
    public long Delete(IReadOnlyList<string> sha256s)
    {
        foreach (var thumbnail in sha256s.Select(sha256 => FileThumbnails.PathOf(folder, sha256)).Where(File.Exists))
            File.Delete(thumbnail);
        return LetGo(sha256s);
    }

    private long LetGo(IReadOnlyList<string> sha256s)
    {
        var freed = 0L;
        foreach (var file in sha256s.Select(sha256 => new FileInfo(ContentStore.PathOf(folder.Variants, sha256)))
            .Where(file => file.Exists))
        {
            freed += file.Length;
            file.Delete();
        }

        return freed;
    }

    // Several recipes may have come out as the same bytes.
    private static async Task<IReadOnlyList<string>> UnnamedAsync(PantometDb database, List<string> sha256s)
    {
        var named = await database.RenderedFiles.Where(row => sha256s.Contains(row.Sha256) && !row.IsEvicted).Select(row => row.Sha256)
            .ToListAsync();
        return [.. sha256s.Except(named)];
    }

    private sealed class Holder(RenderedFileStore store) : IDisposable
    {
        private int isHeld = 1;

        public void Dispose()
        {
            if (Interlocked.Exchange(ref isHeld, 0) == 1)
                Interlocked.Decrement(ref store.holders);
        }
    }
}
