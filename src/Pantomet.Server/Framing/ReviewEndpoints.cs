using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Destinations;
using Pantomet.Core.Runs;
using Pantomet.Server.Destinations;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Framing;

/// <summary>What to look at.</summary>
/// <param name="Sources">Ids of sources; null for all.</param>
/// <param name="Slots">Ids of slots; null for all.</param>
internal sealed record Selection(IReadOnlyList<string>? Sources = null, IReadOnlyList<string>? Slots = null);

/// <summary>What needs eyes, the worst first.</summary>
/// <param name="Items">The queue.</param>
/// <param name="Settled">How much has had them: accepted, confirmed or left out.</param>
internal sealed record ReviewQueue(IReadOnlyList<ReviewEntry> Items, int Settled);

/// <summary>One thing that needs eyes.</summary>
/// <param name="Source">The source's id.</param>
/// <param name="Stem">What it is called.</param>
/// <param name="Slot">The slot; null for the source as a whole.</param>
/// <param name="Tier">A tier of the slot.</param>
/// <param name="Reasons">The gravest first.</param>
/// <param name="Weight">The more, the worse.</param>
internal sealed record ReviewEntry(
    string Source, string Stem, string? Slot, string? Tier, IReadOnlyList<ReviewReason> Reasons, double Weight);

/// <summary>Framings of several sources side by side.</summary>
/// <param name="Items">In the order in which the sources were named, or newest first.</param>
internal sealed record FramingSheet(IReadOnlyList<SheetEntry> Items);

/// <summary>A source on a sheet.</summary>
internal sealed record SheetEntry(SourceAnswer Source, FramingAnswer Framing);

internal static class ReviewEndpoints
{
    public static void MapReview(this IEndpointRouteBuilder routes)
    {
        routes.MapPost("/api/review", ReviewAsync).WithTags("Framing").WithName("review");
        routes.MapPost("/api/sheets", SheetAsync).WithTags("Framing").WithName("makeSheet");
    }

    // Asked by POST since a selection of hundreds of ids does not fit into an address.
    private static async Task<Ok<ReviewQueue>> ReviewAsync(
        PantometDb database, DestinationCatalogue catalogue, LargePlans plans, Selection selection, CancellationToken cancel)
    {
        var slots = await SlotsAsync(catalogue, selection, cancel);
        var sources = await SelectedSources.InAsync(database, selection.Sources, int.MaxValue, cancel);
        var reviews = await plans.SelectAsync(
            sources,
            row =>
            {
                var source = row.ToSource();
                return (Row: row, Review: Review.Of(source, slots.SelectMany(slot => PlacePlan.AllOf(slot, source))));
            },
            cancel);
        // A stable sort: what belongs to one source stays together among its equals.
        var items = reviews.SelectMany(
            one => one.Review.Items.Select(
                item => new ReviewEntry(one.Row.Id, one.Row.Stem, item.Slot, item.Tier, item.Reasons, item.Weight)));
        return TypedResults.Ok(new ReviewQueue([.. items.OrderByDescending(item => item.Weight)], reviews.Sum(one => one.Review.Settled)));
    }

    private static async Task<Ok<FramingSheet>> SheetAsync(
        PantometDb database, DestinationCatalogue catalogue, LargePlans plans, Selection selection, CancellationToken cancel)
    {
        var slots = await SlotsAsync(catalogue, selection, cancel);
        var sources = await SelectedSources.InAsync(database, selection.Sources, SelectedSources.MaxOnSheet, cancel);
        return TypedResults.Ok(
            new FramingSheet(
                await plans.SelectAsync(sources, row => new SheetEntry(SourceAnswer.Of(row), FramingAnswer.Of(row, slots)), cancel)));
    }

    private static async Task<IReadOnlyList<Slot>> SlotsAsync(
        DestinationCatalogue catalogue, Selection selection, CancellationToken cancel) =>
        [.. (await catalogue.AllAsync(cancel)).SelectMany(destination => destination.Slots)
            .Where(slot => selection.Slots?.Contains(slot.Id) ?? true)];
}
