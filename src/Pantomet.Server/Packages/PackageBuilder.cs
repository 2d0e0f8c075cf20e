using System.IO.Compression;
using System.Security.Cryptography;
using Pantomet.Core.Packages;
using Pantomet.Rendering;
using Pantomet.Server.Packages.AdHoc;
using Pantomet.Server.Rendering;

namespace Pantomet.Server.Packages;

/// <summary>Is told how many files of a package are written.</summary>
/// <param name="done">So many.</param>
/// <param name="total">Of so many.</param>
internal delegate Task PackageProgress(int done, int total);

/// <summary>Writes the ZIP of a package. Same files in, same bytes out: the order is fixed and no time of day is written.</summary>
internal sealed class PackageBuilder(
    PantometDb database, PackedFiles files, MissingFiles missingFiles, AdHocBuilder adHoc, SitePackageFiles site,
    RenderedFileStore rendered, ContentStore store, DataFolder folder)
{
    // The earliest time that ZIP can state.
    private static readonly DateTimeOffset NoTime = new(1980, 1, 1, 0, 0, 0, TimeSpan.Zero);

    /// <summary>Where a package's ZIP lies.</summary>
    /// <param name="folder">The data folder.</param>
    /// <param name="packageId">The package's id.</param>
    public static string PathOf(DataFolder folder, string packageId) => Path.Combine(folder.Packages, $"{packageId}.zip");

    /// <summary>Writes the ZIP, streaming file by file.</summary>
    /// <param name="package">Says what goes in.</param>
    /// <param name="tell">Is told file by file.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    /// <returns>How many files are in it, and what is to be remembered as handed over; no file writes nothing.</returns>
    public async Task<(int Files, IReadOnlyList<HandedOverRow> HandedOver)> BuildAsync(
        PackageRow package, PackageProgress tell, CancellationToken cancel)
    {
        using var hold = rendered.HoldAll();
        if (package.Selection.AdHoc is not null)
        {
            var (made, without) = await adHoc.EntriesAsync(package.Selection, tell, cancel);
            if (made.Count > 0)
                await WriteAsync(package.Id, [.. made.Select(OnDisk)], without, [], [], (_, _) => Task.CompletedTask, cancel);
            // It is of no destination, so nothing of one is handed over.
            return (made.Count, []);
        }

        if (package.Selection.Site is { } wanted)
        {
            var (ofSite, staying) = await site.OfAsync(wanted, tell, cancel);
            if (ofSite.Count > 0)
                await WriteAsync(
                    package.Id, [.. ofSite.Select(one => (one.Entry, one.Content))], staying, [], [], (_, _) => Task.CompletedTask, cancel);
            return (ofSite.Count, []);
        }

        var (whole, altered) = await files.OfAsync(package.Selection, cancel);
        var before = package.Selection.OnlyChanged ? await HandedOverAsync(package.Selection, cancel) : [];
        var packed = whole.Where(one => before.GetValueOrDefault((one.Place.Destination.Id, one.Entry.File)) != one.Entry.Sha256).ToList();
        if (packed.Count == 0)
            return (0, []);
        var withdrawn = package.Selection is { OnlyChanged: true, IsWhole: true }
            ? before.Keys.Except(whole.Select(one => (one.Place.Destination.Id, one.Entry.File))).Select(key => key.File)
                .Order(StringComparer.Ordinal).ToList()
            : [];
        var entries = packed.Select(one => one.Entry).ToList();
        IReadOnlyList<MissingEntry> missing =
            [.. altered.Select(one => one.Missing), .. await missingFiles.OfAsync(package.Selection, cancel)];
        var pictures = await files.PicturesAsync(whole, packed, file => file.Path, cancel);
        await WriteAsync(package.Id, [.. entries.Select(OnDisk)], missing, withdrawn, pictures, tell, cancel);
        return (packed.Count, [.. packed.Select(
            one => new HandedOverRow { PackageId = package.Id, DestinationId = one.Place.Destination.Id, Path = one.Entry.File,
                Sha256 = one.Entry.Sha256 })]);
    }

    private (ManifestEntry Entry, string Content) OnDisk(ManifestEntry entry) =>
        (entry, ContentStore.PathOf(folder.Variants, entry.Sha256));

    private async Task WriteAsync(
        string packageId, IReadOnlyList<(ManifestEntry Entry, string Content)> packed, IReadOnlyList<MissingEntry> missing,
        IReadOnlyList<string> withdrawn, IReadOnlyList<PlacedPicture> pictures, PackageProgress tell, CancellationToken cancel)
    {
        var aside = Path.Combine(folder.Incoming, $"{Guid.NewGuid():N}.zip");
        try
        {
            await using (var file = store.OpenNew(aside))
            {
                await WriteAsync(file, packed, missing, withdrawn, pictures, tell, cancel);
                await file.FlushAsync(cancel);
                (file as FileStream)?.Flush(flushToDisk: true);
            }

            File.Move(aside, PathOf(folder, packageId), overwrite: true);
        }
        finally
        {
            File.Delete(aside);
        }
    }

    // What each path of a destination held when it was last handed over.
    private async Task<Dictionary<(string DestinationId, string File), string>> HandedOverAsync(
        PackageSelection selection, CancellationToken cancel)
    {
        var last = new Dictionary<(string, string), string>();
        await foreach (var row in database.HandedOver.AsNoTracking()
            .Where(row => selection.Destination == null || row.DestinationId == selection.Destination).AsAsyncEnumerable()
            .WithCancellation(cancel))
            last[(row.DestinationId, row.Path)] = row.Sha256;
        return last;
    }

    private static async Task WriteAsync(
        Stream file, IReadOnlyList<(ManifestEntry Entry, string Content)> packed, IReadOnlyList<MissingEntry> missing,
        IReadOnlyList<string> withdrawn, IReadOnlyList<PlacedPicture> pictures, PackageProgress tell, CancellationToken cancel)
    {
        using var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true);
        foreach (var (at, (entry, path)) in packed.Index())
        {
            await tell(at, packed.Count);
            await using var content = File.OpenRead(path);
            await AddAsync(zip, entry.File, content, cancel);
        }

        var entries = packed.Select(one => one.Entry).ToList();
        var sums = entries.Select(entry => (entry.File, entry.Sha256)).ToList();
        var manifest = Manifest.ToJson(entries, missing, withdrawn, ColoursEntry.Of(pictures));
        List<(string Path, byte[] Content)> besides = [(Manifest.FileName, manifest), ("manifest.csv", ManifestCsv.Of(entries)),
            (ContactSheet.FileName, ContactSheet.Of(entries, missing, withdrawn))];
        if (pictures.Count > 0)
            besides = [.. besides, (PreviewPage.FileName, PreviewPage.Of(pictures)), .. MarkupFiles.Of(pictures)];
        foreach (var (path, content) in besides)
        {
            await AddAsync(zip, path, new MemoryStream(content), cancel);
            sums.Add((path, Convert.ToHexStringLower(SHA256.HashData(content))));
        }

        await AddAsync(zip, Checksums.FileName, new MemoryStream(Checksums.Of(sums)), cancel);
    }

    private static async Task AddAsync(ZipArchive zip, string path, Stream content, CancellationToken cancel)
    {
        // Pictures do not get smaller by being compressed again.
        var entry = zip.CreateEntry(path, CompressionLevel.NoCompression);
        entry.LastWriteTime = NoTime;
        await using var into = entry.Open();
        await content.CopyToAsync(into, cancel);
    }
}
