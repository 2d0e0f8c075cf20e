using Pantomet.Core.Findings;
using Pantomet.Core.Runs;
using Pantomet.Server.Destinations;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Sources;

/// <summary>Sources that fit a filter.</summary>
/// <param name="Rows">In no order.</param>
internal sealed record FittingSources(IQueryable<SourceRow> Rows);

/// <summary>How many sources have a trait.</summary>
/// <param name="Id">The trait's id.</param>
/// <param name="Label">How it is called; where that differs from source to source, what it is called for one of them.</param>
/// <param name="Count">Sources that have it.</param>
internal sealed record TraitCount(string Id, string Label, int Count);

/// <summary>Finds the sources that fit a filter.</summary>
internal sealed class SourceSelection(
    PantometDb database, Planning planning, LargePlans plans, DestinationCatalogue catalogue, KnownTraits traits)
{
    /// <summary>Finds them.</summary>
    /// <param name="filter">What is asked for.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>In no order.</returns>
    public async Task<Outcome<FittingSources>> OfAsync(SourceFilter filter, CancellationToken cancel)
    {
        var found = database.Sources.AsNoTracking().Where(row => row.DeletedAt == null).With(filter.Search);
        if (filter.EnoughFor is { } place)
        {
            if (await LargeEnoughAsync(place, await found.Select(row => row.Id).ToListAsync(cancel), cancel) is not { } enough)
                return Refusal.Invalid(
                    "enoughFor", $"There is no destination or slot \"{place}\". Name one that the list of destinations has.");
            found = found.Where(row => enough.Contains(row.Id));
        }

        if (filter.Trait is { } wanted)
        {
            var having = (await traits.OfAsync(found, cancel)).Where(one => one.Traits.Any(trait => trait.Id == wanted))
                .Select(one => one.Id).ToList();
            found = found.Where(row => having.Contains(row.Id));
        }

        return new FittingSources(found);
    }

    /// <summary>Counts what is unusual about sources that fit a filter.</summary>
    /// <param name="found">The sources.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<TraitCount>> TraitsAsync(FittingSources found, CancellationToken cancel) =>
        [.. (await traits.OfAsync(found.Rows, cancel)).SelectMany(one => one.Traits).GroupBy(trait => trait.Id)
            .Select(group => new TraitCount(group.Key, group.First().Label, group.Count())).OrderBy(trait => trait.Label)];

    // The sources large enough for every slot of a destination, or for one slot.
    private async Task<List<string>?> LargeEnoughAsync(string place, List<string> sourceIds, CancellationToken cancel)
    {
        var slots = (await catalogue.SlotsAsync(cancel)).Values.Where(placed => placed.Slot.Id == place || placed.Destination.Id == place)
            .Select(placed => placed.Slot.Id).ToList();
        if (slots.Count == 0)
            return null;
        var pairings = await planning.PairingsAsync(sourceIds, slots, cancel);
        var bySource = pairings.GroupBy(pairing => pairing.Source.Id).ToList();
        var enough = await plans.SelectAsync(
            bySource, group => group.All(pairing => Coverage.Of(pairing.Plan()).State == CoverageState.Enough), cancel);
        return [.. bySource.Zip(enough).Where(one => one.Second).Select(one => one.First.Key)];
    }
}
