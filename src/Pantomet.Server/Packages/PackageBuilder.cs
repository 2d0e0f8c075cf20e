using System.IO.Compression;
using System.Security.Cryptography;
using Pantomet.Core.Measures;
using Pantomet.Core.Packages;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;
using Pantomet.Rendering;
using Pantomet.Server.Destinations;
using Pantomet.Server.Packages.AdHoc;
using Pantomet.Server.Proof;
using Pantomet.Server.Rendering;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Packages;

/// <summary>Is told how many files of a package are written.</summary>
/// <param name="done">So many.</param>
/// <param name="total">Of so many.</param>
internal delegate Task PackageProgress(int done, int total);

/// <summary>Writes the ZIP of a package. Same files in, same bytes out: the order is fixed and no time of day is written.</summary>
internal sealed class PackageBuilder(
    PantometDb database, DestinationCatalogue catalogue, Planning planning, MissingFiles missingFiles, AdHocBuilder adHoc,
    RenderedFileStore rendered, Placeholders placeholders, ContentStore store, DataFolder folder)
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
                await WriteAsync(package.Id, made, without, [], [], (_, _) => Task.CompletedTask, cancel);
            // It is of no destination, so nothing of one is handed over.
            return (made.Count, []);
        }

        var (whole, altered) = await EntriesAsync(package.Selection, cancel);
        var before = package.Selection.OnlyChanged ? await HandedOverAsync(package.Selection, cancel) : [];
        var packed = whole.Where(one => before.GetValueOrDefault((one.Place.Destination.Id, one.Entry.File)) != one.Entry.Sha256).ToList();
        if (packed.Count == 0)
            return (0, []);
        var withdrawn = package.Selection is { OnlyChanged: true, IsWhole: true }
            ? before.Keys.Except(whole.Select(one => (one.Place.Destination.Id, one.Entry.File))).Select(key => key.File)
                .Order(StringComparer.Ordinal).ToList()
            : [];
        var entries = packed.Select(one => one.Entry).ToList();
        IReadOnlyList<MissingEntry> missing = [.. altered, .. await missingFiles.OfAsync(package.Selection, cancel)];
        await WriteAsync(package.Id, entries, missing, withdrawn, await PicturesAsync(whole, packed, cancel), tell, cancel);
        return (packed.Count, [.. packed.Select(
            one => new HandedOverRow { PackageId = package.Id, DestinationId = one.Place.Destination.Id, Path = one.Entry.File,
                Sha256 = one.Entry.Sha256 })]);
    }

    private async Task WriteAsync(
        string packageId, IReadOnlyList<ManifestEntry> entries, IReadOnlyList<MissingEntry> missing, IReadOnlyList<string> withdrawn,
        IReadOnlyList<PlacedPicture> pictures, PackageProgress tell, CancellationToken cancel)
    {
        var aside = Path.Combine(folder.Incoming, $"{Guid.NewGuid():N}.zip");
        try
        {
            await using (var file = store.OpenNew(aside))
            {
                await WriteAsync(file, entries, missing, withdrawn, pictures, tell, cancel);
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

    private async Task WriteAsync(
        Stream file, IReadOnlyList<ManifestEntry> entries, IReadOnlyList<MissingEntry> missing, IReadOnlyList<string> withdrawn,
        IReadOnlyList<PlacedPicture> pictures, PackageProgress tell, CancellationToken cancel)
    {
        using var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true);
        foreach (var (at, entry) in entries.Index())
        {
            await tell(at, entries.Count);
            await using var content = File.OpenRead(ContentStore.PathOf(folder.Variants, entry.Sha256));
            await AddAsync(zip, entry.File, content, cancel);
        }

        var sums = entries.Select(entry => (entry.File, entry.Sha256)).ToList();
        List<(string Path, byte[] Content)> besides = [(Manifest.FileName, Manifest.ToJson(entries, missing, withdrawn)),
            ("manifest.csv", ManifestCsv.Of(entries)), (ContactSheet.FileName, ContactSheet.Of(entries, missing, withdrawn))];
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

    private async Task<(IReadOnlyList<PackedFile> Files, IReadOnlyList<MissingEntry> Altered)> EntriesAsync(
        PackageSelection selection, CancellationToken cancel)
    {
        var slots = await catalogue.SlotsAsync(cancel);
        var order = (await catalogue.AllAsync(cancel)).SelectMany(destination => destination.Slots)
            .Select((slot, index) => (slot.Id, index)).ToDictionary(pair => pair.Id, pair => pair.index);
        var wanted = selection.SlotsIn(slots);
        var rows = await database.Variants.AsNoTracking().Include(row => row.File)
            .Where(row => row.State == VariantState.Done)
            .Where(row => selection.Sources == null || selection.Sources.Contains(row.SourceId))
            .Where(row => wanted == null || wanted.Contains(row.SlotId))
            .Where(row => selection.Runs == null ||
                database.RunFiles.Any(file => file.VariantSequence == row.Sequence && selection.Runs.Contains(file.RunId)))
            .OrderByDescending(row => row.Sequence).ToListAsync(cancel);
        if (selection.Pairings is { } pairings)
        {
            var chosenPairings = pairings.ToHashSet();
            rows = [.. rows.Where(row => chosenPairings.Contains(new PairingKey(row.SourceId, row.SlotId)))];
        }

        var sourceIds = rows.Select(row => row.SourceId).Distinct().ToList();
        var sources = await database.Sources.AsNoTracking().Where(row => sourceIds.Contains(row.Id))
            .ToDictionaryAsync(row => row.Id, cancel);

        // Whoever asks for a run gets what that run made; otherwise what today's plans ask for.
        var current = selection.Runs is null ? await CurrentFiles.OfAsync(planning, rows, cancel) : null;
        var (layout, folders) = (new PackageLayout(), await catalogue.FoldersAsync(cancel));
        var chosen = rows
            .Where(row => order.ContainsKey(row.SlotId) && slots.ContainsKey(row.SlotId) && sources.ContainsKey(row.SourceId) &&
                (current is null || current.For(row) is not null))
            .DistinctBy(row => (row.SourceId, row.SlotId, row.Tier, row.Width, row.Height, row.Format))
            .OrderBy(row => order[row.SlotId]).ThenBy(row => sources[row.SourceId].Stem, StringComparer.Ordinal)
            .ThenByDescending(row => row.Width).ThenBy(row => row.Format);
        var (files, altered) = (new List<PackedFile>(), new List<MissingEntry>());
        foreach (var row in chosen)
        {
            var source = sources[row.SourceId];
            var placed = slots[row.SlotId];
            var (variant, size) = (current?.For(row), new PixelSize(row.Width, row.Height));
            var file = new MadeFile(
                row, layout.PathFor(folders.Of(row.SlotId).Path, variant?.FileNameAs(row.Format) ?? row.FileName),
                variant?.Size ?? new OutputSize(size, size, row.Density is { } density ? new Density(density) : null));
            var entry = new ManifestEntry(
                file.Path, source.FileName, source.Id, placed.Destination.Name, placed.Slot.Name,
                row.Width, row.Height, row.Format.MediaType(), row.File!.Bytes, row.File.Quality, row.File.Sha256, source.AltText);
            var onDisk = await rendered.OpenAsync(row.File, RenderPriority.Run, cancel);
            entry = onDisk is null ? entry : entry with { Sha256 = onDisk.Sha256, Bytes = onDisk.Bytes };
            if (ContentStore.Holds(folder.Variants, entry.Sha256))
                files.Add(new PackedFile(placed, source, file, entry));
            else
                altered.Add(
                    new MissingEntry(
                        source.Stem, placed.Destination.Name, placed.Slot.Name,
                        $"{entry.File.Split('/')[^1]} is no longer on the disk as it was made. Render it again."));
        }

        return (files, altered);
    }

    // The markup names every file of a picture, also those that were handed over before; the preview those that lie beside it.
    private async Task<IReadOnlyList<PlacedPicture>> PicturesAsync(
        IReadOnlyList<PackedFile> whole, IReadOnlyList<PackedFile> packed, CancellationToken cancel)
    {
        var folders = await catalogue.FoldersAsync(cancel);
        var all = whole.ToLookup(one => (one.Source.Id, one.Place.Slot.Id));
        var pictures = new List<PlacedPicture>();
        foreach (var picture in packed.GroupBy(one => (one.Source.Id, one.Place.Slot.Id)))
        {
            var (place, source) = (picture.First().Place, picture.First().Source);
            var here = new MadePicture(place, folders.Of(place.Slot.Id), source, [.. picture.Select(one => one.File)]);
            var made = here with { Files = [.. all[picture.Key].Select(one => one.File)] };
            var smallest = made.Files.MinBy(file => file.Size.File.Count)!;
            var placeholder = MarkupFiles.IsWrittenFor(place.Destination.Kind)
                ? await placeholders.OfAsync(smallest.Row.File!, smallest.Size.File, cancel)
                : null;
            pictures.Add(new PlacedPicture(place.Destination, here.Folder, made.OnPage(placeholder), here.InPackage()));
        }

        return pictures;
    }

    private sealed record PackedFile(PlacedSlot Place, SourceRow Source, MadeFile File, ManifestEntry Entry);
}
