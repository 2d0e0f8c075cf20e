using Microsoft.Net.Http.Headers;
using Pantomet.Core.Pictures;
using Pantomet.Core.Publishing;
using Pantomet.Core.Recipes;
using Pantomet.Rendering;
using Pantomet.Server.Destinations;
using Pantomet.Server.Proof;
using Pantomet.Server.Rendering;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Publishing;

/// <summary>Finds the file of a request, and has it made where it is not there yet.</summary>
internal sealed class PictureFinder(
    PantometDb database, IDbContextFactory<PantometDb> databases, DestinationCatalogue catalogue, Deliveries deliveries,
    RenderService renderer, RenderedFileStore files, Placeholders placeholders, ColdQueue queue, UnneededRecipes unneeded,
    ILogger<PictureFinder> log)
{
    /// <summary>What is said where nothing is.</summary>
    internal const string NotDelivered = "No picture is delivered under this address. It may not be published.";

    /// <summary>Finds it.</summary>
    /// <param name="asked">What is asked for.</param>
    /// <param name="accepts">Which formats its client takes.</param>
    /// <param name="cancel">The asker is gone. What others wait for goes on.</param>
    public async Task<Delivered> FindAsync(PictureRequest asked, AcceptedFormats accepts, CancellationToken cancel)
    {
        if (await PlaceAsync(asked, cancel) is not { } place)
            return new Delivered.Unknown(NotDelivered);
        var row = await database.Sources.AsNoTracking()
            .SingleOrDefaultAsync(source => source.Stem == asked.Stem && source.DeletedAt == null, cancel);
        if (row is null)
            return await MovedAsync(asked.Stem, cancel);
        var pairing = new Pairing(row, place.Slot);
        var plan = pairing.Plan();
        var tier = place.Slot.Tiers.Count == 0 ? null : asked.Tier ?? place.Slot.Tiers[^1].Name;
        var ladder = plan.Variants.Where(variant => variant.Tier == tier).ToList();
        if (ladder.Count == 0)
            return new Delivered.Unknown(
                tier is not null && place.Slot.Tiers.All(one => one.Name != tier)
                    ? $"The slot has no screen range \"{(tier.Length > 40 ? tier[..40] + "…" : tier)}\"."
                    : NotDelivered);
        var widths = ladder.Select(variant => variant.Size.File.Width).ToList();
        var width = asked.IsPlaceholder ? widths.Min() : LadderWidth.For(widths, asked.Width);
        var found = await OfWidthAsync(pairing, ladder, width, accepts, cancel);
        if (found is Delivered.Found)
            await RememberAsync(row, cancel);
        return asked.IsPlaceholder && found is Delivered.Found { Row: { } file } of
            ? await PlaceholderAsync(file, of, ladder, cancel)
            : found;
    }

    private async Task<PlacedSlot?> PlaceAsync(PictureRequest asked, CancellationToken cancel)
    {
        var slots = await catalogue.SlotsAsync(cancel);
        if (!slots.TryGetValue($"{asked.Destination}.{asked.Slot}", out var place) && !slots.TryGetValue(asked.Slot, out place))
            return null;
        var isDelivered = place.Destination.Id == asked.Destination && (await deliveries.AllAsync(cancel)).ContainsKey(asked.Destination);
        return isDelivered ? place : null;
    }

    private async Task<Delivered> OfWidthAsync(
        Pairing pairing, List<PlannedVariant> ladder, int width, AcceptedFormats accepts, CancellationToken cancel)
    {
        // Of one file for each place the slot says the format, and nobody has a choice.
        var isNegotiated = pairing.Slot.Delivery == Core.Destinations.Delivery.Each;
        var here = ladder.Where(variant => variant.Size.File.Width == width).ToList();
        var order = accepts.Order(here.Select(variant => variant.Format));
        var tried = isNegotiated ? order.Select(format => here.First(variant => variant.Format == format)).ToList() : here;
        if (tried.Count == 0)
            return new Delivered.NotAcceptable();
        var version = DeliveryVersion.Of(pairing, here);
        var isBusy = false;
        foreach (var variant in tried)
        {
            var recipes = pairing.AcceptedFor(variant);
            if (await IsUnneededAsync(recipes.Own.Hash, cancel))
                continue;
            if (await FileAsync(variant, recipes, cancel) is { } file)
                return Found(file, version, true);
            if (await StandInAsync(pairing, variant, cancel) is { } before)
            {
                _ = MakeAsideAsync(pairing, variant, recipes);
                return Found(before, version, false);
            }

            using var place = queue.TryEnter(recipes.Own.Hash);
            if (place is null)
            {
                isBusy = true;
                break;
            }

            var (made, isFault) = await MakeAsync(pairing, variant, recipes, cancel);
            if (made is not null)
                return Found(made, version, true);
            if (isFault)
            {
                isBusy = true;
                break;
            }
        }

        return await SmallerAsync(pairing, ladder, width, tried, cancel) is { } smaller
            ? Found(smaller, version, false)
            : isBusy ? new Delivered.Busy() : new Delivered.Unknown("This picture cannot be made for this slot; its framing says why.");
    }

    // A file that answers the plan of today.
    private async Task<RenderedFileRow?> FileAsync(PlannedVariant variant, AcceptedRecipes recipes, CancellationToken cancel)
    {
        var (own, free) = (recipes.Own.Hash, recipes.WithoutMax?.Hash);
        var row = await database.RenderedFiles.AsNoTracking()
            .Where(row => row.Recipe == own || (row.Recipe == free && row.Bytes < recipes.BelowBytes))
            .Where(row => row.Points != null && !row.IsEvicted)
            .OrderBy(row => row.Recipe == own ? 0 : 1).FirstOrDefaultAsync(cancel);
        return row is not null && File.Exists(files.PathOf(row)) ? row : null;
    }

    private async Task<bool> IsUnneededAsync(string recipe, CancellationToken cancel) =>
        unneeded.Contains(recipe) ||
            await database.Variants.AnyAsync(row => row.Recipe == recipe && row.State == VariantState.Unneeded, cancel);

    // Whoever comes next finds the successor; nobody waits for it, and no more of them are made at once than may be waited for.
    private async Task MakeAsideAsync(Pairing pairing, PlannedVariant variant, AcceptedRecipes recipes)
    {
        using var place = queue.TryEnter(recipes.Own.Hash);
        if (place is null)
            return;
        try
        {
            await MakeAsync(pairing, variant, recipes, CancellationToken.None);
        }
        catch (Exception problem)
        {
            log.LogError(problem, "Could not make the successor of {File}", variant.FileName);
        }
    }

    // A full disk or a decoder that failed pass; limits that contradict each other do not.
    private async Task<(RenderedFileRow? File, bool IsFault)> MakeAsync(
        Pairing pairing, PlannedVariant variant, AcceptedRecipes recipes, CancellationToken cancel)
    {
        var outcome = await renderer.RenderAsync(pairing.RecipeFor(variant), RenderPriority.Delivery, null, cancel);
        if (outcome.State == RenderState.Unneeded)
            unneeded.Add(recipes.Own.Hash);
        if (outcome.File is not { } file)
            return (null, outcome.Findings.Any(finding => finding.Id is "disk-full" or "not-rendered"));
        await using var reading = await databases.CreateDbContextAsync(cancel);
        return (await reading.RenderedFiles.AsNoTracking().SingleOrDefaultAsync(row => row.Sequence == file.Id, cancel), false);
    }

    // What was made before for the same place, until its successor is there.
    private async Task<RenderedFileRow?> StandInAsync(Pairing pairing, PlannedVariant variant, CancellationToken cancel)
    {
        var row = await database.Variants.AsNoTracking()
            .Where(row => row.SourceId == pairing.Source.Id && row.SlotId == pairing.Slot.Id && row.Tier == variant.Tier)
            .Where(row => row.State == VariantState.Done && row.Format == variant.Format && !row.File!.IsEvicted)
            .Where(row => row.Width == variant.Size.File.Width && row.Height == variant.Size.File.Height)
            .OrderByDescending(row => row.Sequence).Select(row => row.File).FirstOrDefaultAsync(cancel);
        return row is not null && File.Exists(files.PathOf(row)) ? row : null;
    }

    // The next smaller one that is there already.
    private async Task<RenderedFileRow?> SmallerAsync(
        Pairing pairing, List<PlannedVariant> ladder, int width, List<PlannedVariant> tried, CancellationToken cancel)
    {
        foreach (var variant in ladder.Where(one => one.Size.File.Width < width && tried.Exists(other => other.Format == one.Format))
            .OrderByDescending(one => one.Size.File.Width))
        {
            if (await FileAsync(variant, pairing.AcceptedFor(variant), cancel) is { } file)
                return file;
        }

        return null;
    }

    private Delivered.Found Found(RenderedFileRow row, string version, bool isFinal) => new(
        row, files.PathOf(row), null, row.Format.MediaType(), new EntityTagHeaderValue($"\"{row.Sha256}\""), version, isFinal);

    private async Task<Delivered> PlaceholderAsync(
        RenderedFileRow file, Delivered.Found of, List<PlannedVariant> ladder, CancellationToken cancel)
    {
        var size = ladder.MinBy(variant => variant.Size.File.Width)!.Size.File;
        if (await placeholders.OfAsync(file, size, cancel) is not { } placeholder)
            return of;
        var content = Convert.FromBase64String(placeholder.Picture[(placeholder.Picture.IndexOf(',', StringComparison.Ordinal) + 1)..]);
        return of with
        {
            Row = null,
            Path = null,
            Content = content,
            MediaType = PictureFormat.WebP.MediaType(),
            Tag = new EntityTagHeaderValue($"\"{file.Sha256[..32]}-p\""),
        };
    }

    private async Task<Delivered> MovedAsync(string stem, CancellationToken cancel)
    {
        var known = await database.DeliveredStems.AsNoTracking().SingleOrDefaultAsync(row => row.Stem == stem, cancel);
        if (known is null)
            return new Delivered.Unknown(NotDelivered);
        var now = await database.Sources.AsNoTracking().Where(row => row.Id == known.SourceId && row.DeletedAt == null)
            .Select(row => row.Stem).SingleOrDefaultAsync(cancel);
        return now is null ? new Delivered.Gone() : new Delivered.Moved(now);
    }

    private async Task RememberAsync(SourceRow source, CancellationToken cancel)
    {
        if (await database.DeliveredStems.AnyAsync(row => row.Stem == source.Stem && row.SourceId == source.Id, cancel))
            return;
        await databases.WriteAsync(async writing =>
        {
            var known = await writing.DeliveredStems.SingleOrDefaultAsync(row => row.Stem == source.Stem);
            if (known is null)
                writing.DeliveredStems.Add(new DeliveredStemRow { Stem = source.Stem, SourceId = source.Id });
            else
                known.SourceId = source.Id;
            return true;
        });
    }
}
