using System.Globalization;
using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.SiteCheck;
using Pantomet.Server.Destinations;
using Pantomet.Server.Sources;

namespace Pantomet.Server.SiteCheck;

/// <summary>A slot that was made of a place of a site.</summary>
/// <param name="Id">Of the slot.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Sources">Ids of the sources that it takes.</param>
internal sealed record MadeSiteSlot(string Id, string Name, IReadOnlyList<string> Sources);

/// <summary>A destination that was made of a site.</summary>
/// <param name="Destination">Its id.</param>
/// <param name="Slots">Its slots, those with most pictures first.</param>
internal sealed record MadeSiteSlots(string Destination, IReadOnlyList<MadeSiteSlot> Slots);

/// <summary>Makes slots of sizes at which a site shows pictures: each with its pictures, taken in as sources of one group.</summary>
internal sealed class SiteSlots(
    PantometDb database, IDbContextFactory<PantometDb> databases, DestinationCatalogue catalogue, SiteIntake intake)
{
    private const int MostNames = 100;
    private static readonly string[] Formats = ["avif", "webp", "jpeg"];

    /// <summary>Makes them.</summary>
    /// <param name="checkId">The check.</param>
    /// <param name="wanted">Ids of its pictures.</param>
    /// <param name="cancel">The asker is gone; what is in stays.</param>
    public async Task<Outcome<MadeSiteSlots>> MakeAsync(string checkId, IReadOnlyList<long> wanted, CancellationToken cancel)
    {
        if (await database.SiteChecks.AsNoTracking().SingleOrDefaultAsync(row => row.Id == checkId, cancel) is not { } check)
            return Refusal.NotFound("site check", checkId);
        var rows = await database.SitePictures.AsNoTracking().Where(row => row.CheckId == checkId && wanted.Contains(row.Sequence))
            .OrderBy(row => row.Sequence).ToListAsync(cancel);
        var places = RecurringPlace.Of(rows.Where(row => row is { Width: not null, Height: not null }).SelectMany(row => row.Places
            .Select(place => new PictureInPlace(row.Sequence, new PixelSize(row.Width!.Value, row.Height!.Value), place.Seen))));
        if (places.Count == 0)
            return Refusal.Invalid(
                "pictures",
                "Of none of these pictures is it known how large it is shown. Measure their pages in the browser, and check again.");
        var taken = (await intake.TakeAsync(checkId, [.. places.SelectMany(place => place.Pictures).Distinct()], cancel))
            .Where(one => one.Source is not null).ToDictionary(one => one.Picture, one => one.Source!);
        return await StoreAsync(check, places, taken, cancel);
    }

    private async Task<MadeSiteSlots> StoreAsync(
        SiteCheckRow check, IReadOnlyList<RecurringPlace> places, Dictionary<long, string> taken, CancellationToken cancel)
    {
        var stem = Stem.From(Stems.Ascii(check.Name));
        for (var attempt = 1; ; attempt++)
        {
            var id = attempt == 1 ? stem : $"{stem}-{attempt}";
            var slots = SlotsOf(id, places, taken);
            var document = new DestinationDocument(
                DestinationDocument.FormatName, id, attempt == 1 ? check.Name : $"{check.Name} {attempt}", DestinationKind.Site,
                [.. slots.Select(one => one.Document)], NumbersFrom: "Measured by a site check.",
                CheckedOn: DateOnly.FromDateTime(check.AskedAt));
            var isFree = (await catalogue.AllAsync(cancel)).All(destination => destination.Id != id);
            if (isFree && (await catalogue.StoreAsync(document, isNew: true)).Stored is not null)
            {
                await GroupAsync(slots);
                return new MadeSiteSlots(id, [.. slots.Select(one => one.Made)]);
            }

            if (attempt == MostNames)
                throw new InvalidOperationException($"There are {MostNames} destinations named {stem} already.");
        }
    }

    private static List<(SlotDocument Document, MadeSiteSlot Made)> SlotsOf(
        string destination, IReadOnlyList<RecurringPlace> places, Dictionary<long, string> taken)
    {
        var names = new HashSet<string>();
        var slots = new List<(SlotDocument, MadeSiteSlot)>();
        foreach (var place in places)
        {
            var sources = place.Pictures.Select(taken.GetValueOrDefault).OfType<string>().Distinct().ToList();
            var px = place.ShownPx[^1].ToString(CultureInfo.InvariantCulture);
            var name = $"{px} px wide";
            for (var other = 2; !names.Add(name); other++)
                name = string.Create(CultureInfo.InvariantCulture, $"{px} px wide, {other}");
            var id = $"{destination}.{Stem.From(Stems.Ascii(name))}";
            slots.Add((
                new SlotDocument(
                    id, name, place.Ratio?.ToString() ?? "free", Formats, new SizesDocument(Widths: place.FileWidths),
                    Deliver: Delivery.Each, Groups: [GroupOf(id)]),
                new MadeSiteSlot(id, name, sources)));
        }

        return slots;
    }

    private static string GroupOf(string slotId) => slotId.Replace('.', ' ');

    // A source is of one group: the first of its places counts, and what somebody has said before.
    private Task<bool> GroupAsync(List<(SlotDocument Document, MadeSiteSlot Made)> slots) => databases.WriteAsync(async changing =>
    {
        foreach (var (_, made) in slots)
        {
            foreach (var source in await changing.Sources.Where(row => made.Sources.Contains(row.Id) && row.Group == "").ToListAsync())
                source.Group = GroupOf(made.Id);
            await changing.SaveChangesAsync();
        }

        return true;
    });
}
