using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Server.Destinations;
using Pantomet.Server.Hosting;
using Pantomet.Server.Sources;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Runs;

/// <summary>A source and a slot that it is wanted in.</summary>
/// <param name="Source">The source.</param>
/// <param name="Slot">The slot.</param>
/// <param name="ByHand">The crop that a person set; null for automatic.</param>
internal sealed record Pairing(SourceRow Source, Slot Slot, PixelRect? ByHand)
{
    /// <summary>The plan with the framing that is stored.</summary>
    public SlotPlan Plan() => Plan(ByHand);

    /// <summary>The plan with another framing.</summary>
    /// <param name="byHand">A crop drawn by hand; null for automatic.</param>
    public SlotPlan Plan(PixelRect? byHand) => SlotPlan.For(Slot, Source.Facts, Source.Stem, Source.Focus, byHand);

    /// <summary>The recipe of one variant of the plan.</summary>
    /// <param name="variant">Out of <see cref="Plan()"/>.</param>
    public Recipe RecipeFor(PlannedVariant variant)
    {
        _ = SourceId.TryParse(Source.Id, out var id);
        return new Recipe(id, variant, Slot, Source.Facts.Rights, Source.Facts.Description);
    }
}

/// <summary>Finds pairings, with everything that a plan needs, in as few queries as possible.</summary>
internal sealed class Planning(PantometDb database, DestinationCatalogue catalogue)
{
    /// <summary>One pairing, or the problem that there is none.</summary>
    public async Task<(Pairing? Pairing, ProblemHttpResult? Problem)> PairingAsync(string sourceId, string slotId, CancellationToken cancel)
    {
        if (!(await catalogue.SlotsAsync(cancel)).TryGetValue(slotId, out var placed))
            return (null, Problems.NotFound("slot", slotId));
        var source = await database.Sources.AsNoTracking().SingleOrDefaultAsync(row => row.Id == sourceId && row.DeletedAt == null, cancel);
        if (source is null)
            return (null, Problems.NotFound("source", sourceId));
        var framing = await database.Framings.AsNoTracking().SingleOrDefaultAsync(row => row.SourceId == sourceId && row.SlotId == slotId, cancel);
        return (new Pairing(source, placed.Slot, framing?.Crop), null);
    }

    /// <summary>All pairings of some sources with some slots, source by source. What does not exist is left out.</summary>
    public async Task<IReadOnlyList<Pairing>> PairingsAsync(IReadOnlyCollection<string> sourceIds, IReadOnlyCollection<string> slotIds, CancellationToken cancel)
    {
        var slots = await catalogue.SlotsAsync(cancel);
        var sources = await database.Sources.AsNoTracking().Where(row => sourceIds.Contains(row.Id) && row.DeletedAt == null).ToDictionaryAsync(row => row.Id, cancel);
        var framings = await database.Framings.AsNoTracking().Where(row => sourceIds.Contains(row.SourceId)).ToDictionaryAsync(row => (row.SourceId, row.SlotId), row => row.Crop, cancel);
        return
        [
            .. from sourceId in sourceIds.Distinct()
               where sources.ContainsKey(sourceId)
               from slotId in slotIds.Distinct()
               where slots.ContainsKey(slotId)
               select new Pairing(sources[sourceId], slots[slotId].Slot, framings.TryGetValue((sourceId, slotId), out var crop) ? crop : null),
        ];
    }
}
