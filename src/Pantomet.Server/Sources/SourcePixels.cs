using System.Collections.Concurrent;
using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Isolation;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Treatments;
using Pantomet.Rendering;
using Pantomet.Server.Fonts;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Sources;

/// <summary>
/// The files that the pixels of sources are read from: the original, or the working picture made from it. What is not what came in is not
/// read.
/// </summary>
/// <remarks>A working picture lies under the source's id and bears its own hash in its name; when it is cleared away or altered, it is made
/// again.</remarks>
internal sealed class SourcePixels(
    DataFolder folder, ServerSettings settings, DecoderPool decoders, IDbContextFactory<PantometDb> databases, OwnFonts fonts)
{
    private readonly ConcurrentDictionary<string, (long Bytes, DateTime Modified)> seen = new();
    private DecodeOptions? options;

    private DecodeOptions Options => LazyInitializer.EnsureInitialized(
        ref options, () => new DecodeOptions(decoders.Draw, new DrawnMarks(FindMark).Draw, fonts.PathOf, folder.Incoming));

    /// <summary>Finds a source.</summary>
    /// <param name="sha256">Its id.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>Null where there is none any more.</returns>
    public async Task<SourceToOpen?> FindAsync(string sha256, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        return await database.Sources.AsNoTracking().SingleOrDefaultAsync(row => row.Id == sha256, cancel) is { } source
            ? ToOpen(source, () => false)
            : null;
    }

    /// <summary>A source that can be decoded for rendering.</summary>
    /// <param name="source">The source.</param>
    /// <param name="isForOneCut">Asked when it is decoded: whether one cut is wanted of it, see
    /// <see cref="DecodedSource.ForOneCut"/>.</param>
    public SourceToOpen ToOpen(SourceRow source, Func<bool> isForOneCut) => new(
        source.Id, SourceMemory.Of(source.Facts, source.LookBytes), () => isForOneCut()
            ? DecodedSource.ForOneCut(PathOf(source), source.Facts, Options)
            : DecodedSource.Open(PathOf(source), source.Facts, Options));

    /// <summary>The file that pixels are read from, checked against its hash.</summary>
    /// <param name="source">The source.</param>
    /// <exception cref="UnreadableException">The original is not there, is not what came in, or is damaged.</exception>
    public string PathOf(SourceRow source)
    {
        var original = OriginalOf(source);
        return source.Facts.Format.NeedsWorkingPicture() ? Kept(source.Id) ?? MadeAgain(source, original) : original;
    }

    /// <summary>The original, checked against its checksum.</summary>
    /// <param name="source">The source.</param>
    /// <exception cref="UnreadableException">It is not there, or is not what came in.</exception>
    public string OriginalOf(SourceRow source)
    {
        var path = ContentStore.PathOf(folder.Originals, source.Id);
        if (!File.Exists(path))
            throw new UnreadableException(
                "original-missing",
                $"The original of {source.Stem} is no longer on the disk of the server. Send {source.FileName} again: it takes its old " +
                $"place, with everything that was set on it.");
        return ContentStore.StillHolds(folder.Originals, source.Id, source.Checksum)
            ? path
            : throw new UnreadableException(
                "original-altered",
                $"The original of {source.Stem} was altered on the disk of the server: its bytes are not those that came in. Send " +
                $"{source.FileName} again: it takes its old place, with everything that was set on it.");
    }

    /// <summary>The original for a download: checked as it lies there, once for as long as its length and time stay the same.</summary>
    /// <remarks>A download asks again and again, for a part each time.</remarks>
    /// <param name="source">The source.</param>
    /// <exception cref="UnreadableException">It is not there, or is not what came in.</exception>
    public string DownloadOf(SourceRow source)
    {
        var file = new FileInfo(ContentStore.PathOf(folder.Originals, source.Id));
        var stamp = file.Exists ? (file.Length, file.LastWriteTimeUtc) : default;
        if (stamp != default && seen.TryGetValue(source.Id, out var before) && before == stamp)
            return file.FullName;
        var path = OriginalOf(source);
        seen[source.Id] = stamp;
        return path;
    }

    /// <summary>Gives a working picture its place.</summary>
    /// <param name="sourceId">SHA-256 of the source.</param>
    /// <param name="path">Where it was written; no longer there afterwards.</param>
    /// <returns>Where it lies.</returns>
    public string Keep(string sourceId, string path)
    {
        var place = Path.Combine(FolderOf(sourceId), $"{sourceId}-{ContentStore.HashOf(path)}");
        Directory.CreateDirectory(FolderOf(sourceId));
        File.Move(path, place, overwrite: true);
        return place;
    }

    // Asked for while a file is made, so not in turn with anybody.
    private Func<DecodedSource> FindMark(string sha256)
    {
        using var database = databases.CreateDbContext();
        var mark = database.Sources.AsNoTracking().SingleOrDefault(row => row.Id == sha256 && row.DeletedAt == null)
            ?? throw new UnreadableException(
                "mark-gone", "The picture that is this slot's mark was deleted. Take it out of the bin, or choose another under " +
                "Destinations, Treatments.");
        return () => DecodedSource.Open(PathOf(mark), mark.Facts, Options);
    }

    private string? Kept(string sourceId)
    {
        var kept = Directory.Exists(FolderOf(sourceId))
            ? Directory.EnumerateFiles(FolderOf(sourceId), $"{sourceId}-*").FirstOrDefault()
            : null;
        return kept is not null && Path.GetFileName(kept) == $"{sourceId}-{ContentStore.HashOf(kept)}" ? kept : null;
    }

    private string MadeAgain(SourceRow source, string original)
    {
        var aside = decoders.WorkingPictureAsync(original, folder.Incoming, settings.MaxPixels, CancellationToken.None).GetAwaiter()
            .GetResult();
        try
        {
            return Keep(source.Id, aside);
        }
        finally
        {
            File.Delete(aside);
        }
    }

    private string FolderOf(string sourceId) => Path.Combine(folder.Working, sourceId[..2], sourceId[2..4]);
}
