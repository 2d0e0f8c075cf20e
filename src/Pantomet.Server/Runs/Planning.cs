using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Server.Destinations;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Runs;

/// <summary>A source and a slot that it is wanted in.</summary>
/// <param name="Source">The source.</param>
/// <param name="Slot">The slot.</param>
internal sealed record Pairing(SourceRow Source, Slot Slot)
{
    /// <summary>The plan with the framing that is stored.</summary>
    public SlotPlan Plan() => SlotPlan.For(Slot, Source.ToSource());

    /// <summary>The recipe of one variant.</summary>
    /// <param name="variant">Out of <see cref="Plan()"/>, or another of the same source and slot.</param>
    public RenderRecipe RecipeFor(PlannedVariant variant) => RecipeRules.For(Source.ToSource(), variant, Slot);

    /// <summary>What could be made instead of one variant.</summary>
    /// <param name="variant">Out of <see cref="Plan()"/>.</param>
    public RemedyRecipes RemediesFor(PlannedVariant variant) => new(Source.ToSource(), variant, Slot);

    /// <summary>The recipes by which a file answers one variant.</summary>
    /// <param name="variant">Out of <see cref="Plan()"/>.</param>
    public AcceptedRecipes AcceptedFor(PlannedVariant variant) => AcceptedRecipes.Of(RecipeFor(variant));
}

/// <summary>Finds pairings, with everything that a plan needs, in as few queries as possible.</summary>
internal sealed class Planning(PantometDb database, DestinationCatalogue catalogue)
{
    /// <summary>One pairing.</summary>
    public async Task<Outcome<Pairing>> PairingAsync(string sourceId, string slotId, CancellationToken cancel)
    {
        if (!(await catalogue.SlotsAsync(cancel)).TryGetValue(slotId, out var placed))
            return Refusal.NotFound("slot", slotId);
        var source = await database.Sources.AsNoTracking().SingleOrDefaultAsync(row => row.Id == sourceId && row.DeletedAt == null, cancel);
        return source is null ? Refusal.NotFound("source", sourceId) : new Pairing(source, placed.Slot);
    }

    /// <summary>All pairings of some sources with some slots, source by source. What does not exist is left out.</summary>
    public async Task<IReadOnlyList<Pairing>> PairingsAsync(
        IReadOnlyCollection<string> sourceIds, IReadOnlyCollection<string> slotIds, CancellationToken cancel)
    {
        var slots = await catalogue.SlotsAsync(cancel);
        return await PairingsAsync(sourceIds, [.. slotIds.Distinct().Where(slots.ContainsKey).Select(id => slots[id].Slot)], cancel);
    }

    /// <summary>All pairings of some sources with slots that need not be stored, source by source.</summary>
    public async Task<IReadOnlyList<Pairing>> PairingsAsync(
        IReadOnlyCollection<string> sourceIds, IReadOnlyList<Slot> slots, CancellationToken cancel)
    {
        var sources = await database.Sources.AsNoTracking().Where(row => sourceIds.Contains(row.Id) && row.DeletedAt == null)
            .ToDictionaryAsync(row => row.Id, cancel);
        return
        [
            .. from sourceId in sourceIds.Distinct()
               where sources.ContainsKey(sourceId)
               from slot in slots
               select new Pairing(sources[sourceId], slot),
        ];
    }
}
