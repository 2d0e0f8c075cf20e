using System.Collections.Concurrent;
using Pantomet.Core.Findings;
using Pantomet.Core.Sources;
using Pantomet.Core.Treatments;
using Pantomet.Imaging.Isolation;
using Pantomet.Rendering;

namespace Pantomet.Server.Fonts;

/// <summary>The fonts of the library beside those that ship. Of what was sent, only the copy is kept that letters are drawn with.</summary>
internal sealed class OwnFonts(
    DataFolder folder, ContentStore store, DecoderPool decoders, IDbContextFactory<PantometDb> databases, TimeProvider clock) : IDisposable
{
    /// <summary>A longer file is refused; fonts of all Chinese characters have 20 MB.</summary>
    public const long MaxBytes = 40_000_000;

    private readonly SemaphoreSlim changing = new(1);
    private readonly ConcurrentDictionary<string, (long Bytes, DateTime Modified)> seen = new();

    /// <summary>Takes a font in. One that is there already stays, and its file is whole again if it was lost.</summary>
    /// <param name="sentName">Not trusted.</param>
    /// <param name="content">Read to its end.</param>
    /// <param name="cancel">The sender is gone.</param>
    /// <exception cref="UnreadableException">It is no font, or a damaged one.</exception>
    /// <exception cref="FileTooLongException">There is more than <see cref="MaxBytes"/>.</exception>
    public async Task<FontRow> AddAsync(string? sentName, Stream content, CancellationToken cancel)
    {
        using var sent = await store.StageAsync(content, MaxBytes, cancel);
        var (facts, path) = await decoders.FontAsync(
            sent.Path, HeadlineFont.Own(sent.Sha256).Family, folder.Incoming, cancel);
        using var copy = new StagedFile(path, ContentStore.HashOf(path), "", new FileInfo(path).Length);
        await changing.WaitAsync(cancel);
        try
        {
            // The file first: a row without a file would be a promise that cannot be kept.
            ContentStore.Keep(copy, folder.Fonts);
            return await databases.WriteAsync(async database =>
            {
                var row = await database.Fonts.SingleOrDefaultAsync(font => font.Id == sent.Sha256);
                if (row is null)
                {
                    row = new FontRow
                    {
                        Id = sent.Sha256,
                        Name = facts.Name.Length > 0 ? facts.Name : Path.GetFileNameWithoutExtension(ArrivingFileName.Clean(sentName)),
                        Letters = facts.Letters,
                        Copy = copy.Sha256,
                        AddedAt = clock.GetUtcNow().UtcDateTime,
                    };
                    database.Fonts.Add(row);
                }

                row.Copy = copy.Sha256;
                return row;
            });
        }
        finally
        {
            changing.Release();
        }
    }

    /// <summary>Takes one out for good; slots that still name it say so.</summary>
    /// <param name="id">SHA-256 of the file that was sent.</param>
    /// <returns>Whether it was there.</returns>
    public async Task<bool> DeleteAsync(string id)
    {
        await changing.WaitAsync();
        try
        {
            var copy = await databases.WriteAsync(async database =>
            {
                if (await database.Fonts.SingleOrDefaultAsync(font => font.Id == id) is not { } row)
                    return null;
                database.Fonts.Remove(row);
                return row.Copy;
            });
            if (copy is null)
                return false;
            File.Delete(ContentStore.PathOf(folder.Fonts, copy));
            return true;
        }
        finally
        {
            changing.Release();
        }
    }

    /// <summary>Where the copy of one lies. Asked while a file is made, so not in turn with anybody.</summary>
    /// <param name="id">SHA-256 of the file that was sent.</param>
    /// <exception cref="UnreadableException">It is not there, or not what it was.</exception>
    public string PathOf(string id)
    {
        using var database = databases.CreateDbContext();
        var font = database.Fonts.AsNoTracking().SingleOrDefault(row => row.Id == id) ?? throw new UnreadableException(
            "font-gone", "The font of this slot's headline is not in this library. Add its file again, or choose another under " +
            "Destinations, Treatments.");
        var file = new FileInfo(ContentStore.PathOf(folder.Fonts, font.Copy));
        if (file.Exists && seen.TryGetValue(font.Copy, out var before) && before == (file.Length, file.LastWriteTimeUtc))
            return file.FullName;
        if (!ContentStore.Holds(folder.Fonts, font.Copy))
        {
            throw new UnreadableException(
                "font-missing", $"The file of the font {font.Name} is no longer on the disk of the server, or was altered there. Add it " +
                "again: it takes its old place.");
        }

        seen[font.Copy] = (file.Length, file.LastWriteTimeUtc);
        return file.FullName;
    }

    public void Dispose() => changing.Dispose();
}
