using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Measures;
using Pantomet.Core.Proof;
using Pantomet.Core.Proof.Markup;
using Pantomet.Core.Sizing;
using Pantomet.Server.Board;
using Pantomet.Server.Destinations;
using Pantomet.Server.Hosting;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Weight;

/// <summary>Where the bytes went.</summary>
/// <param name="Slots">In the order of the board; only those that have files.</param>
/// <param name="Sources">Sources of which anything was made.</param>
/// <param name="BytesIn">What those weigh.</param>
/// <param name="Files">Files that today's plans ask for and that are there.</param>
/// <param name="BytesOut">What those weigh.</param>
internal sealed record TotalsAnswer(IReadOnlyList<SlotTotals> Slots, int Sources, long BytesIn, int Files, long BytesOut);

/// <summary>What went into a slot and came out of it.</summary>
internal sealed record SlotTotals(string Slot, int Sources, long BytesIn, int Files, long BytesOut)
{
    public SlotTotals With(long sourceBytes, BoardCell cell) =>
        new(Slot, Sources + 1, BytesIn + sourceBytes, Files + cell.Done, BytesOut + cell.Bytes);
}

/// <summary>What the pictures of a page weigh.</summary>
/// <param name="Screens">On each kind of screen.</param>
/// <param name="Looked">How many sources the means are taken over at most.</param>
internal sealed record PageAnswer(IReadOnlyList<ScreenWeight> Screens, int Looked);

/// <summary>What the pictures of a page weigh on one kind of screen.</summary>
/// <param name="Name">Of the screen.</param>
/// <param name="ViewportPx">In CSS px.</param>
/// <param name="Density">Of the screen.</param>
/// <param name="Bytes">In all.</param>
/// <param name="Slots">Slot by slot, as asked for.</param>
internal sealed record ScreenWeight(string Name, int ViewportPx, double Density, long Bytes, IReadOnlyList<SlotWeight> Slots);

/// <summary>One picture in a slot of the page.</summary>
/// <param name="Slot">The slot's id.</param>
/// <param name="Pictures">How many of them the page shows.</param>
/// <param name="Bytes">Of one, the mean over those that are made; 0 where none is.</param>
/// <param name="Made">How many are made.</param>
internal sealed record SlotWeight(string Slot, int Pictures, long Bytes, int Made);

internal static class TotalsEndpoints
{
    // Enough for a mean; more would only take longer.
    private const int MaxSources = 200;
    private const int MaxPictures = 500;

    public static void MapTotals(this IEndpointRouteBuilder routes)
    {
        var totals = routes.MapGroup("/api/totals").WithTags("Weight");
        totals.MapGet("", GetAsync).WithName("getTotals");
        totals.MapGet("/page", PageAsync).WithName("weighPage");
    }

    private static async Task<Ok<TotalsAnswer>> GetAsync(BoardRows all, BoardCells cells, CancellationToken cancel)
    {
        var columns = await cells.ColumnsAsync(null, cancel);
        var sources = await all.AllAsync(cancel);
        var rows = await cells.OfAsync(sources, columns, cancel);
        var slots = columns.Select(column => new SlotTotals(column.Slot.Id, 0, 0, 0, 0)).ToArray();
        var (used, bytesIn) = (0, 0L);
        for (var at = 0; at < sources.Count; at++)
        {
            var isUsed = false;
            for (var column = 0; column < slots.Length; column++)
            {
                var cell = rows[at].Cells[column];
                if (cell.Bytes == 0)
                    continue;
                slots[column] = slots[column].With(sources[at].Bytes, cell);
                isUsed = true;
            }

            used += isUsed ? 1 : 0;
            bytesIn += isUsed ? sources[at].Bytes : 0;
        }

        return TypedResults.Ok(
            new TotalsAnswer(
                [.. slots.Where(slot => slot.Sources > 0)], used, bytesIn, slots.Sum(slot => slot.Files),
                slots.Sum(slot => slot.BytesOut)));
    }

    // "slot" is repeated: an id, and after a colon how many pictures of it the page shows.
    private static async Task<Results<Ok<PageAnswer>, ProblemHttpResult>> PageAsync(
        PantometDb database, BoardRows all, BoardCells cells, DestinationCatalogue catalogue, string[] slot, CancellationToken cancel)
    {
        var slots = await catalogue.SlotsAsync(cancel);
        var wanted = new List<(PlacedSlot Placed, int Pictures)>();
        foreach (var text in slot)
        {
            var (id, number) = text.LastIndexOf(':') is var colon and > 0 ? (text[..colon], text[(colon + 1)..]) : (text, "1");
            if (!int.TryParse(number, out var pictures) || pictures is < 1 or > MaxPictures)
                return Problems.Invalid("slot", $"A page shows 1 to {MaxPictures} pictures of a slot, written {id}:4.");
            if (!slots.TryGetValue(id, out var placed))
                return Problems.NotFound("slot", id);
            wanted.Add((placed, pictures));
        }

        var asked = wanted.Select(one => one.Placed.Slot.Id).ToHashSet();
        var columns = await cells.ColumnsAsync(null, cancel);
        var made = (await cells.OfAsync(await all.AllAsync(cancel), columns, cancel))
            .Select(row => row.Tries.Where(file => file.Last.State == VariantState.Done && asked.Contains(columns[file.Column].Slot.Id))
            .Select(file => file.Last.Sequence).ToList())
            .Where(files => files.Count > 0).OrderByDescending(files => files.Max()).Take(MaxSources).ToList();
        var sequences = made.SelectMany(files => files).ToList();
        var rows = await database.Variants.Where(row => sequences.Contains(row.Sequence))
            .Select(row => new { row.SourceId, row.SlotId, row.Tier, row.Width, row.Height, row.Density, row.Format, row.File!.Bytes })
            .ToListAsync(cancel);
        var files = rows.ToLookup(row => (row.SlotId, row.SourceId), row =>
        {
            var size = new PixelSize(row.Width, row.Height);
            var made = new OutputSize(size, size, row.Density is { } density ? new Density(density) : null);
            return new PageFile("", row.Tier, made, row.Format, row.Bytes);
        });
        var newest = rows.Select(row => row.SourceId).Distinct().ToList();
        return TypedResults.Ok(
            new PageAnswer([.. PageScreen.Usual.Select(screen => Weigh(screen, wanted, newest, files))], newest.Count));
    }

    private static ScreenWeight Weigh(
        PageScreen screen, List<(PlacedSlot Placed, int Pictures)> wanted, List<string> sources,
        ILookup<(string, string), PageFile> files)
    {
        var slots = wanted.ConvertAll(one =>
        {
            var downloaded = sources.Select(source => files[(one.Placed.Slot.Id, source)].ToList()).Where(made => made.Count > 0)
                .Select(made => screen.Downloaded(new PagePicture(one.Placed.Slot, "", "", made))).ToList();
            return new SlotWeight(one.Placed.Slot.Id, one.Pictures, downloaded.Count == 0
                ? 0
                : (long)downloaded.Average(file => file.Bytes), downloaded.Count);
        });
        return new ScreenWeight(screen.Name, screen.ViewportPx, screen.Density.Value, slots.Sum(slot => slot.Pictures * slot.Bytes), slots);
    }
}
