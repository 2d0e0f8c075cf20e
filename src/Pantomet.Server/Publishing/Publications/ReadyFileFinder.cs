using System.Security.Cryptography;
using Pantomet.Core.Destinations;
using Pantomet.Core.Packages;
using Pantomet.Core.Pictures;
using Pantomet.Core.Publishing;
using Pantomet.Server.Board;
using Pantomet.Server.Destinations;
using Pantomet.Server.Packages;
using Pantomet.Server.Publishing.Targets;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Publishing.Publications;

/// <summary>Finds what a destination has to publish: its finished files, and the lists that name them.</summary>
internal sealed class ReadyFileFinder(
    PantometDb database, PackedFiles packed, BoardCells cells, DestinationCatalogue catalogue, KeptContents contents)
{
    /// <summary>All of it.</summary>
    /// <param name="destination">Whose.</param>
    /// <param name="kind">Of the target: on a marketplace pictures lie by listings.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task<ReadyFiles> OfAsync(Destination destination, TargetKind kind, CancellationToken cancel)
    {
        var (files, altered) = await packed.OfAsync(new PackageSelection(Destination: destination.Id), cancel);
        var folder = (await catalogue.FoldersAsync(cancel)).Of(destination.Slots[0].Id).Destination;
        // A base address stands for the destination's folder, see MadePicture.
        var root = destination.BaseAddress is { Length: > 0 } ? "" : $"{folder}/";
        string Below(PackedFile file) => file.Entry.File[(folder.Length + 1)..];
        var newest = await NewestAsync(destination, cancel);
        var ready = files.Select(file => Ready(
            file, newest[(file.Source.Id, file.Place.Slot.Id)],
            kind == TargetKind.Market ? $"{file.Source.Stem}/{Below(file).Replace('/', '-')}" : root + Below(file))).ToList();
        if (kind != TargetKind.Market)
        {
            var listed = files.Select(file => file.Entry with { File = Below(file) }).ToList();
            var pictures = await packed.PicturesAsync(files, files, file => file.Path[(folder.Length + 1)..], cancel);
            foreach (var (path, content) in Lists(listed, [.. MarkupFiles.Of(pictures, isOfOne: true)], ColoursEntry.Of(pictures)))
                ready.Add(await ListAsync(root + path, content, cancel));
        }

        var unsettled = await UnsettledAsync(destination, cancel);
        unsettled.UnionWith(altered.Select(one => (one.Source.Stem, one.Place.Slot.Id)));
        return new ReadyFiles(ready, unsettled);
    }

    private static ReadyFile Ready(PackedFile file, long newest, string path) => new(
        new WantedFile(path, file.Entry.Sha256, file.Entry.Bytes, FileRole.Picture), file.File.Row.Format.MediaType(),
        file.Place.Slot.NamePattern.HasHash,
        new PublishedPicture(file.Source.Id, file.Place.Slot.Id, file.Source.Stem, file.Source.AltTextIn(file.Place.Slot)),
        newest);

    private async Task<Dictionary<(string Source, string Slot), long>> NewestAsync(Destination destination, CancellationToken cancel)
    {
        var slots = destination.Slots.Select(slot => slot.Id).ToList();
        return await database.Variants.Where(row => slots.Contains(row.SlotId)).GroupBy(row => new { row.SourceId, row.SlotId })
            .Select(group => new { group.Key, Newest = group.Max(row => row.Sequence) })
            .ToDictionaryAsync(one => (one.Key.SourceId, one.Key.SlotId), one => one.Newest, cancel);
    }

    private static IEnumerable<(string Path, byte[] Content)> Lists(
        List<ManifestEntry> entries, IReadOnlyList<(string Path, byte[] Content)> markup, IReadOnlyList<ColoursEntry> colours)
    {
        if (entries.Count == 0)
            yield break;
        List<(string Path, byte[] Content)> lists = [.. markup, (Manifest.FileName, Manifest.ToJson(entries, [], [], colours))];
        foreach (var list in lists)
            yield return list;
        yield return (Checksums.FileName, Checksums.Of(
            [.. entries.Select(entry => (entry.File, entry.Sha256)),
                .. lists.Select(list => (list.Path, Convert.ToHexStringLower(SHA256.HashData(list.Content))))]));
    }

    private async Task<ReadyFile> ListAsync(string path, byte[] content, CancellationToken cancel)
    {
        var sha256 = await contents.KeepAsync(content, cancel);
        return new ReadyFile(
            new WantedFile(path, sha256, content.LongLength, FileRole.List), PublishedTypes.Of(path), IsLasting: false, null, 0);
    }

    private async Task<HashSet<(string Stem, string Slot)>> UnsettledAsync(Destination destination, CancellationToken cancel)
    {
        var columns = await cells.ColumnsAsync(destination.Id, cancel);
        var sources = await database.Sources.AsNoTracking().Where(row => row.DeletedAt == null)
            .Select(row => new { row.Stem, Stamp = new RowStamp(row.Id, row.Revision, row.Bytes) }).ToListAsync(cancel);
        var rows = await cells.OfAsync([.. sources.Select(source => source.Stamp)], columns, cancel);
        return
        [
            .. from row in sources.Zip(rows)
               from cell in row.Second.Cells.Zip(columns)
               where cell.First.State is not (PairingState.Done or PairingState.LeftOut)
               select (row.First.Stem, cell.Second.Slot.Id),
        ];
    }
}
