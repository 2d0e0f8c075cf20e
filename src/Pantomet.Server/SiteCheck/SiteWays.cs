using Pantomet.Core.Findings;
using Pantomet.Rendering;
using Pantomet.Sites;
using Pantomet.Sites.Joining;
using Pantomet.Sites.Ways;

namespace Pantomet.Server.SiteCheck;

/// <summary>Reads what a check was given: sites in a ZIP or as files, records of traffic, measurements of browsers.</summary>
internal sealed class SiteWays(SiteFiles files, DataFolder folder)
{
    // "PK", the sign of a ZIP (PKWARE APPNOTE 6.3, §4.3.7); the measuring script names its format first.
    private static readonly byte[] ZipSign = "PK\u0003\u0004"u8.ToArray();
    private static readonly byte[] MeasuredSign = "\"measured-page\""u8.ToArray();
    private const int HeadBytes = 512;

    private enum Way
    {
        Measured,
        Traffic,
        Archive,
        SiteFile,
    }

    /// <summary>Where something that was sent lies until it is read.</summary>
    /// <param name="folder">The data folder.</param>
    /// <param name="checkId">The check.</param>
    /// <param name="file">Its name in the check's folder.</param>
    public static string PathOf(DataFolder folder, string checkId, string file) => Path.Combine(folder.SiteChecks, checkId, file);

    /// <summary>Reads all of it. What cannot be read is left out and said; the rest is read.</summary>
    /// <param name="check">The check.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task<SiteContents> ReadAsync(SiteCheckRow check, CancellationToken cancel)
    {
        var contents = new SiteContents();
        var given = check.Given.Select(one => (one.Name, Path: PathOf(folder, check.Id, one.File)))
            .Select(one => (one.Name, one.Path, Way: WayOf(one.Name, one.Path))).OrderBy(one => one.Way).ToList();
        // Addresses come first: they say where a folder's files are seen.
        foreach (var (name, path, way) in given)
        {
            try
            {
                await ReadAsync(contents, name, path, way, cancel);
            }
            catch (UnreadableException problem)
            {
                contents.Leave(new LeftOutFile(name, problem.Message));
            }
        }

        return contents;
    }

    private Task ReadAsync(SiteContents contents, string name, string path, Way way, CancellationToken cancel) => way switch
    {
        Way.Measured => ReadMeasured(contents, path),
        Way.Traffic => ReadTrafficAsync(contents, name, path, cancel),
        Way.Archive => ReadArchiveAsync(contents, path, cancel),
        _ => AddAsync(contents, new SiteFile(name, () => File.OpenRead(path)), cancel),
    };

    private static Way WayOf(string name, string path)
    {
        using var file = File.OpenRead(path);
        var head = new byte[HeadBytes];
        var read = file.ReadAtLeast(head, head.Length, throwOnEndOfStream: false);
        var start = head.AsSpan(0, read);
        if (start.StartsWith(ZipSign))
            return Way.Archive;
        if (start.IndexOf(MeasuredSign) >= 0)
            return Way.Measured;
        return SiteFileKinds.Of(name) == SiteFileKind.Other ? Way.Traffic : Way.SiteFile;
    }

    private static Task ReadMeasured(SiteContents contents, string path)
    {
        using var file = File.OpenRead(path);
        var page = MeasuredPage.Read(file);
        contents.Measured.Add(page);
        contents.SetSite(new Uri(page.Address));
        return Task.CompletedTask;
    }

    private async Task ReadTrafficAsync(SiteContents contents, string name, string path, CancellationToken cancel)
    {
        await using var file = File.OpenRead(path);
        var reader = new HarReader(file);
        var pages = new Dictionary<string, Uri>();
        await foreach (var entry in reader.EntriesAsync(cancel))
        {
            // What a site says instead of a picture is a page.
            var kind = SiteFileKinds.Of(entry.Status >= 400 ? "" : entry.MediaType, entry.Address);
            if (kind == SiteFileKind.Other)
                continue;
            // The first page of a load is the one that asked for the rest.
            if (kind == SiteFileKind.Page && entry.Status is >= 200 and < 300)
            {
                pages.TryAdd(entry.Page ?? "", entry.Address);
                contents.SetSite(entry.Address);
            }

            if (kind == SiteFileKind.Picture && pages.TryGetValue(entry.Page ?? "", out var page))
                contents.Loaded.Add((page, entry.Address));
            // "Not modified" has no body: what came before, or comes later, has.
            if (contents.Files.TryGetValue(entry.Address, out var known) && (known.Kept is not null || entry.Body is null))
                continue;
            var kept = entry is { Body: { } body, Status: < 400 } ? await files.KeepAsync(new MemoryStream(body), cancel) : null;
            var sent = new SentAnswer(entry.Status, entry.Headers.GetValueOrDefault("cache-control"));
            contents.Files[entry.Address] = new SiteEntry(kind, null, entry.Status < 400 ? entry.Bytes : null, kept, sent);
        }

        if (reader.IsCutOff)
            contents.Leave(new LeftOutFile(name, "It ends in the middle; what stands before that was read. Save it again to have all."));
    }

    private async Task ReadArchiveAsync(SiteContents contents, string path, CancellationToken cancel)
    {
        await using var zip = File.OpenRead(path);
        var archive = new SiteArchive(zip, new ArchiveBounds());
        try
        {
            foreach (var file in archive.Files())
                await AddAsync(contents, file, cancel);
        }
        finally
        {
            foreach (var left in archive.LeftOut)
                contents.Leave(left);
        }
    }

    private async Task AddAsync(SiteContents contents, SiteFile file, CancellationToken cancel)
    {
        var kind = SiteFileKinds.Of(file.Path);
        if (kind == SiteFileKind.Other)
            return;
        contents.IsWhole = true;
        var address = SiteAddress.Of(contents.Site, file.Path);
        try
        {
            await using var content = file.Open();
            var kept = await files.KeepAsync(content, cancel);
            // How a site sent it is known by another way.
            var sent = contents.Files.GetValueOrDefault(address)?.Sent;
            contents.Files[address] = new SiteEntry(kind, file.Path, kept.Bytes, kept, sent);
        }
        catch (FileTooLongException)
        {
            contents.Leave(new LeftOutFile(file.Path, "It is longer than what is taken."));
        }
    }
}
