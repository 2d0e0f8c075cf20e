using Pantomet.Core.Findings;
using Pantomet.Core.Packages;
using Pantomet.Core.Proof.Markup;
using Pantomet.Server.Destinations;
using Pantomet.Server.Publishing;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Proof;

/// <summary>Pictures as pages show them: with the files that were made of them, under the names that they have in a package.</summary>
internal sealed class PagePictures(
    PantometDb database, DestinationCatalogue catalogue, Planning planning, Placeholders placeholders, Deliveries deliveries)
{
    /// <summary>One source in one slot.</summary>
    /// <param name="source">Its id.</param>
    /// <param name="slot">Its id.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<Outcome<MadePicture>> OfAsync(string source, string slot, CancellationToken cancel)
    {
        if (!(await catalogue.SlotsAsync(cancel)).TryGetValue(slot, out var placed))
            return Refusal.NotFound("slot", slot);
        var folder = (await catalogue.FoldersAsync(cancel)).Of(slot);
        var (pairing, problem) = await planning.PairingAsync(source, slot, cancel);
        if (problem is not null)
            return problem;
        var rows = await database.Variants.AsNoTracking().Include(row => row.File)
            .Where(row => row.SourceId == source && row.SlotId == slot && row.State == VariantState.Done)
            .OrderByDescending(row => row.Sequence).ToListAsync(cancel);
        var current = new CurrentFiles([pairing!]);
        var layout = new PackageLayout();
        // In the order of a package, so that files of one name get the same numbers.
        var files = rows.Select(row => (Row: row, Variant: current.For(row)))
            .Where(file => file.Variant is not null)
            .DistinctBy(file => (file.Row.Tier, file.Row.Width, file.Row.Height, file.Row.Format))
            .OrderByDescending(file => file.Row.Width).ThenBy(file => file.Row.Format)
            .Select(file => new MadeFile(file.Row, layout.PathFor(folder.Path, file.Variant!.FileNameAs(file.Row.Format)),
                file.Variant.Size))
            .ToList();
        return files.Count == 0
            ? NothingMade(pairing!.Source.Stem, placed)
            : new MadePicture(placed with { Slot = pairing!.Slot }, folder, pairing.Source, files);
    }

    /// <summary>Others that were made for the same slot, to stand beside one on a page.</summary>
    /// <param name="picture">The one.</param>
    /// <param name="most">How many there is room for.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<MadePicture>> BesideAsync(MadePicture picture, int most, CancellationToken cancel)
    {
        if (most == 0)
            return [];
        var (slot, source) = (picture.Place.Slot.Id, picture.Source.Id);
        var others = await database.Variants.AsNoTracking()
            .Where(row => row.SlotId == slot && row.SourceId != source && row.State == VariantState.Done)
            .Select(row => row.SourceId).Distinct().OrderBy(id => id).Take(2 * most).ToListAsync(cancel);
        var beside = new List<MadePicture>();
        foreach (var other in others)
        {
            // Whatever was deleted, or is asked for otherwise today, is passed over.
            if (beside.Count < most && (await OfAsync(other, slot, cancel)).Value is { } one)
                beside.Add(one);
        }

        return beside;
    }

    /// <summary>A picture as a page of its owner's shows it, with what stands for it until its files have arrived.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="isAtTop">Whether a visitor sees it before scrolling; null as the slot says.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>With addresses of delivery where the destination is delivered, else with those below its base address.</returns>
    public async Task<PagePicture> OnPageAsync(MadePicture picture, bool? isAtTop, CancellationToken cancel)
    {
        var smallest = picture.Files.MinBy(file => file.Size.File.Count)!;
        var placeholder = await placeholders.OfAsync(smallest.Row.File!, smallest.Size.File, cancel);
        return (await deliveries.AllAsync(cancel)).ContainsKey(picture.Place.Destination.Id)
            ? picture.Delivered(placeholder, isAtTop)
            : picture.OnPage(placeholder, isAtTop);
    }

    private static Refusal NothingMade(string stem, PlacedSlot placed) => new(
        RefusalKind.Busy, "nothing-made", "Nothing is made yet",
        $"No file of {stem} is made for {placed.Slot.Name} of {placed.Destination.Name} as it is asked for today. " +
        "Render it, then ask again.");
}
