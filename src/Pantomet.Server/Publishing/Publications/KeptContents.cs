using Pantomet.Rendering;
using Pantomet.Server.Publishing.Targets;
using Pantomet.Server.Rendering;

namespace Pantomet.Server.Publishing.Publications;

/// <summary>The bytes of what was published and of what lay there before, so that it can be sent again and put back.</summary>
internal sealed class KeptContents(
    IDbContextFactory<PantometDb> databases, RenderedFileStore rendered, ContentStore store, DataFolder folder)
{
    // Of each target; what lay there of others' is kept as long as the target is known.
    private const int PublicationsKept = 20;

    /// <summary>Keeps some bytes.</summary>
    /// <param name="content">All of a file.</param>
    /// <param name="cancel">Stops; nothing is left behind.</param>
    /// <returns>Their SHA-256.</returns>
    public async Task<string> KeepAsync(byte[] content, CancellationToken cancel)
    {
        var staged = await store.StageAsync(content, cancel);
        ContentStore.Keep(staged, folder.Published);
        return staged.Sha256;
    }

    /// <summary>Keeps what lies at a path of a target.</summary>
    /// <param name="target">The target.</param>
    /// <param name="path">Of the file.</param>
    /// <param name="cancel">Stops; nothing is left behind.</param>
    /// <returns>Its SHA-256 and its length; null where nothing lies there.</returns>
    public async Task<(string Sha256, long Bytes)?> KeepAsync(ITargetFiles target, string path, CancellationToken cancel)
    {
        var aside = Path.Combine(folder.Incoming, $"{Guid.NewGuid():N}.former");
        try
        {
            await using (var into = store.OpenNew(aside))
            {
                if (!await target.ReadAsync(path, into, cancel))
                    return null;
            }

            await using var content = File.OpenRead(aside);
            var staged = await store.StageAsync(content, long.MaxValue, cancel);
            ContentStore.Keep(staged, folder.Published);
            return (staged.Sha256, staged.Bytes);
        }
        finally
        {
            File.Delete(aside);
        }
    }

    /// <summary>Where some bytes lie, made again if they were let go of.</summary>
    /// <param name="sha256">Of the file.</param>
    /// <param name="cancel">Stops.</param>
    /// <returns>Null where they are nowhere any more.</returns>
    public async Task<string?> FindAsync(string sha256, CancellationToken cancel)
    {
        if (new[] { folder.Published, folder.Variants }.FirstOrDefault(area => ContentStore.Holds(area, sha256)) is { } found)
            return ContentStore.PathOf(found, sha256);
        await using var database = await databases.CreateDbContextAsync(cancel);
        var file = await database.RenderedFiles.AsNoTracking().FirstOrDefaultAsync(row => row.Sha256 == sha256, cancel);
        return file is not null && await rendered.OpenAsync(file, RenderPriority.Run, cancel) is { } made && made.Sha256 == sha256
            ? made.Path
            : null;
    }

    /// <summary>Whether some bytes are the beginning of others, or all of them.</summary>
    /// <param name="part">SHA-256 of what is kept.</param>
    /// <param name="whole">SHA-256 of the others.</param>
    /// <param name="cancel">Stops.</param>
    public async Task<bool> IsBeginningAsync(string part, string whole, CancellationToken cancel)
    {
        if (part == whole)
            return true;
        if (await FindAsync(part, cancel) is not { } partPath || await FindAsync(whole, cancel) is not { } wholePath)
            return false;
        var (beginning, all) = (await File.ReadAllBytesAsync(partPath, cancel), await File.ReadAllBytesAsync(wholePath, cancel));
        return all.AsSpan().StartsWith(beginning);
    }

    /// <summary>Lets go of what no publication that can be put back needs any more.</summary>
    /// <param name="cancel">The server ends.</param>
    public async Task ClearAsync(CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var targets = await database.Targets.Select(row => row.Id).ToListAsync(cancel);
        var kept = new HashSet<string>(StringComparer.Ordinal);
        foreach (var target in targets)
        {
            var last = await database.Publications.Where(row => row.TargetId == target && !row.IsDryRun)
                .OrderByDescending(row => row.Sequence).Take(PublicationsKept).Select(row => row.Id).ToListAsync(cancel);
            var ofTarget = database.Publications.Where(row => row.TargetId == target).Select(row => row.Id);
            var needed = await database.PublicationChanges
                .Where(change => last.Contains(change.PublicationId) ||
                    (!change.WasOurs && change.FormerSha256 != null && ofTarget.Contains(change.PublicationId)))
                .Select(change => new { change.Sha256, change.FormerSha256 }).ToListAsync(cancel);
            kept.UnionWith(needed.SelectMany(one => new[] { one.Sha256, one.FormerSha256 }).OfType<string>());
        }

        foreach (var file in Directory.EnumerateFiles(folder.Published, "*", SearchOption.AllDirectories)
            .Where(file => !kept.Contains(Path.GetFileName(file))))
            File.Delete(file);
    }
}
