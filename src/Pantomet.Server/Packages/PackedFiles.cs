using Pantomet.Core.Measures;
using Pantomet.Core.Packages;
using Pantomet.Core.Pictures;
using Pantomet.Core.Proof.Markup;
using Pantomet.Core.Sizing;
using Pantomet.Rendering;
using Pantomet.Server.Destinations;
using Pantomet.Server.Proof;
using Pantomet.Server.Rendering;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Packages;

/// <summary>A finished file that goes into a package or onto a target.</summary>
/// <param name="Place">What it was made for.</param>
/// <param name="Source">What it was made of.</param>
/// <param name="File">The file.</param>
/// <param name="Entry">As a manifest lists it.</param>
internal sealed record PackedFile(PlacedSlot Place, SourceRow Source, MadeFile File, ManifestEntry Entry);

/// <summary>A finished file whose bytes are no longer what was made.</summary>
/// <param name="Place">What it was made for.</param>
/// <param name="Source">What it was made of.</param>
/// <param name="Missing">As a manifest lists it.</param>
internal sealed record AlteredFile(PlacedSlot Place, SourceRow Source, MissingEntry Missing);

/// <summary>Finds finished files, and says what they show.</summary>
internal sealed class PackedFiles(
    PantometDb database, DestinationCatalogue catalogue, Planning planning, RenderedFileStore rendered, Placeholders placeholders,
    DataFolder folder)
{
    /// <summary>The finished files of a selection, under the paths that they have in every package.</summary>
    /// <param name="selection">Which.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    /// <returns>Them in the order of a package, and those whose bytes are no longer what was made.</returns>
    public async Task<(IReadOnlyList<PackedFile> Files, IReadOnlyList<AlteredFile> Altered)> OfAsync(
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
        var (files, altered) = (new List<PackedFile>(), new List<AlteredFile>());
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
                row.Width, row.Height, row.Format.MediaType(), row.File!.Bytes, row.File.Quality, row.File.Sha256,
                source.AltTextIn(placed.Slot));
            var onDisk = await rendered.OpenAsync(row.File, RenderPriority.Run, cancel);
            entry = onDisk is null ? entry : entry with { Sha256 = onDisk.Sha256, Bytes = onDisk.Bytes };
            if (ContentStore.Holds(folder.Variants, entry.Sha256))
                files.Add(new PackedFile(placed, source, file, entry));
            else
                altered.Add(new AlteredFile(
                    placed, source,
                    new MissingEntry(
                        source.Stem, placed.Destination.Name, placed.Slot.Name,
                        $"{entry.File.Split('/')[^1]} is no longer on the disk as it was made. Render it again.")));
        }

        return (files, altered);
    }

    /// <summary>The pictures that some files are of, for markup and preview.</summary>
    /// <param name="whole">All finished files: the markup names every one of a picture, also those that were handed over before.</param>
    /// <param name="packed">Those that lie beside the preview.</param>
    /// <param name="shownAt">Where such a one lies, seen from the preview.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task<IReadOnlyList<PlacedPicture>> PicturesAsync(
        IReadOnlyList<PackedFile> whole, IReadOnlyList<PackedFile> packed, Func<MadeFile, string> shownAt, CancellationToken cancel)
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
            pictures.Add(new PlacedPicture(
                place.Destination, here.Folder, made.OnPage(placeholder),
                here.With(file => PageAddress.Of("", shownAt(file)), null)));
        }

        return pictures;
    }
}
