using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Isolation;
using Pantomet.Imaging.Rendering;
using Pantomet.Rendering;
using Pantomet.Server.Hosting;
using Pantomet.Server.Sources;

namespace Pantomet.Server.SiteCheck;

/// <summary>The picture files of sites: kept by their content, and looked at once, however many checks have them.</summary>
internal sealed class SiteFiles(
    IDbContextFactory<PantometDb> databases, DataFolder folder, ContentStore store, DecoderPool decoders, PreviewFiles previews,
    ServerSettings settings) : IDisposable
{
    private readonly SemaphoreSlim use = new(1, 1);

    /// <summary>For who keeps files that nothing in the database names yet: nothing is swept away meanwhile.</summary>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task<IDisposable> HoldAsync(CancellationToken cancel)
    {
        await use.WaitAsync(cancel);
        return new Held(use);
    }

    /// <summary>Deletes what no check names any more, unless files are being kept at this moment.</summary>
    public async Task SweepAsync()
    {
        if (!await use.WaitAsync(TimeSpan.Zero))
            return;
        using var held = new Held(use);
        HashSet<string> named, sources;
        await using (var database = await databases.CreateDbContextAsync())
        {
            named = [.. await database.SitePictures.Where(row => row.Sha256 != null).Select(row => row.Sha256!).Distinct().ToListAsync()];
            sources = [.. await database.Sources.Select(row => row.Id).ToListAsync()];
        }

        var unnamed = Directory.EnumerateFiles(folder.SiteFiles, "*", SearchOption.AllDirectories).Select(path => Path.GetFileName(path))
            .Where(sha256 => !named.Contains(sha256)).ToList();
        // Rows first: a crash in between leaves files that nobody names.
        await databases.WriteAsync(database => database.SiteFiles.Where(row => unnamed.Contains(row.Sha256)).ExecuteDeleteAsync());
        foreach (var sha256 in unnamed)
        {
            File.Delete(PathOf(sha256));
            // A source of the same bytes keeps its previews.
            if (!sources.Contains(sha256))
                PreviewFiles.Delete(folder, sha256);
        }
    }

    public void Dispose() => use.Dispose();

    private sealed class Held(SemaphoreSlim use) : IDisposable
    {
        public void Dispose() => use.Release();
    }

    /// <summary>Where a file lies.</summary>
    /// <param name="sha256">Of its bytes.</param>
    public string PathOf(string sha256) => ContentStore.PathOf(folder.SiteFiles, sha256);

    /// <summary>Keeps a file.</summary>
    /// <param name="content">Read to its end.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    /// <param name="mostBytes">More are refused; null for what the server takes at all.</param>
    /// <returns>Its name in the store, its checksum and its length.</returns>
    /// <exception cref="FileTooLongException">It is longer than what is taken.</exception>
    public async Task<StagedFile> KeepAsync(Stream content, CancellationToken cancel, long? mostBytes = null)
    {
        using var staged = await store.StageAsync(content, mostBytes ?? settings.MaxFileBytes, cancel);
        if (!File.Exists(PathOf(staged.Sha256)))
            ContentStore.Keep(staged, folder.SiteFiles);
        return staged;
    }

    /// <summary>What a file is; looked at now if nobody has.</summary>
    /// <param name="file">A file that is kept.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task<SiteFileRow> LookAsync(StagedFile file, CancellationToken cancel)
    {
        await using (var database = await databases.CreateDbContextAsync(cancel))
        {
            if (await database.SiteFiles.AsNoTracking().SingleOrDefaultAsync(row => row.Sha256 == file.Sha256, cancel) is { } known)
                return known;
        }

        var row = new SiteFileRow { Sha256 = file.Sha256, Checksum = file.Checksum, Bytes = file.Bytes };
        try
        {
            var looked = await LookAndShowAsync(file.Sha256, cancel);
            (row.Facts, row.Likeness, row.LookBytes) = (looked.Probed.Facts, looked.Probed.Likeness, looked.PeakBytes);
        }
        catch (UnreadableException problem)
        {
            row.Problem = problem.Message;
        }

        return await databases.WriteAsync(async database =>
        {
            if (await database.SiteFiles.SingleOrDefaultAsync(one => one.Sha256 == row.Sha256) is { } known)
                return known;
            database.SiteFiles.Add(row);
            return row;
        });
    }

    /// <summary>Makes the previews of a file again.</summary>
    /// <param name="sha256">Of a file that is kept, and is a picture.</param>
    /// <exception cref="UnreadableException">It was altered on the disk.</exception>
    public Task LookAgainAsync(string sha256) => LookAndShowAsync(sha256, CancellationToken.None);

    private async Task<LookedAt> LookAndShowAsync(string sha256, CancellationToken cancel)
    {
        var looked = await decoders.LookAsync(PathOf(sha256), known: null, folder.Incoming, settings.MaxPixels, cancel);
        if (looked.WorkingPicture is { } working)
            File.Delete(working);
        await previews.KeepAsync(sha256, looked.Probed.Previews, cancel);
        return looked;
    }

    /// <summary>A file as the rules of sizing and weight know it.</summary>
    /// <param name="file">One with facts.</param>
    public static Source SourceOf(SiteFileRow file) => new(
        SourceId.FromHash(Convert.FromHexString(file.Sha256)), file.Facts!, "site", 1, DateOnly.MinValue, SourceFraming.None, null);

    /// <summary>A file that better ones can be made from.</summary>
    /// <param name="sha256">Of its bytes.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>Null where there is none.</returns>
    public async Task<SourceToOpen?> FindAsync(string sha256, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var file = await database.SiteFiles.AsNoTracking().SingleOrDefaultAsync(row => row.Sha256 == sha256, cancel);
        if (file is not { Facts: { } facts })
            return null;
        return new SourceToOpen(sha256, SourceMemory.Of(facts, file.LookBytes), () =>
            ContentStore.StillHolds(folder.SiteFiles, sha256, file.Checksum)
                ? DecodedSource.Open(PathOf(sha256), facts)
                : throw new UnreadableException(
                    "original-altered", "The file of the site was altered on the disk of the server. Check the site again."));
    }
}
