using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Server.Board;
using Pantomet.Server.Hosting;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Weight;

/// <summary>Files of today's plans, worst first.</summary>
/// <param name="Items">A page of them.</param>
/// <param name="Total">How many there are in all.</param>
internal sealed record WorstFiles(IReadOnlyList<VariantAnswer> Items, int Total);

/// <summary>What makes a file bad.</summary>
internal enum ProblemOrder
{
    /// <summary>The lowest score first.</summary>
    Score,

    /// <summary>The nearest to its cap first; those that could not be made before all.</summary>
    Cap,

    /// <summary>The one that saves least against its source first.</summary>
    Saving,

    /// <summary>The heaviest first.</summary>
    Bytes,
}

/// <summary>
/// The list of the worst. What is current, and how good it is, is known to the board; rows are read of those alone that are shown.
/// </summary>
internal static class WorstEndpoints
{
    private const int DefaultPage = 200;
    private const int LargestPage = 500;
    private const int MaxSkipped = 20_000;

    public static void MapWorst(this IEndpointRouteBuilder routes) =>
        routes.MapGet("/api/weighing/worst", ListAsync).WithName("listWorstFiles").WithTags("Weight");

    private static async Task<Results<Ok<WorstFiles>, ProblemHttpResult>> ListAsync(
        PantometDb database, Planning planning, BoardRows all, BoardCells cells, string? by, string? run, int? offset, int? limit,
        CancellationToken cancel)
    {
        if (!Enum.TryParse<ProblemOrder>(by ?? nameof(ProblemOrder.Score), ignoreCase: true, out var order) || !Enum.IsDefined(order))
            return Problems.Invalid("by", "Files are ordered by score, cap, saving or bytes.");
        var columns = await cells.ColumnsAsync(null, cancel);
        var sources = await all.AllAsync(cancel);
        var rows = await cells.OfAsync(sources, columns, cancel);
        var caps = columns.Select(column => column.Slot.Limits.MaxBytes?.Bytes).ToList();
        double Badness(LastResult file, int source, int column) =>
            file.State == VariantState.Blocked && order != ProblemOrder.Bytes ? double.MaxValue : order switch
            {
                ProblemOrder.Score => -file.Points ?? -100,
                ProblemOrder.Bytes => file.Bytes,
                ProblemOrder.Cap => caps[column] is { } cap ? (double)file.Bytes / cap : 0,
                _ => (double)file.Bytes / sources[source].Bytes,
            };
        var ofRun = run is null
            ? null
            : (await database.RunFiles.Where(file => file.RunId == run).Select(file => file.VariantSequence).ToListAsync(cancel))
                .ToHashSet();
        var first = Math.Clamp(offset ?? 0, 0, MaxSkipped);
        var worst = new Worst(first + Math.Clamp(limit ?? DefaultPage, 1, LargestPage));
        for (var source = 0; source < rows.Count; source++)
        {
            foreach (var (column, file) in rows[source].Tries)
            {
                if (file.State != VariantState.Unneeded && ofRun?.Contains(file.Sequence) != false)
                    worst.Add(Badness(file, source, column), file.Sequence);
            }
        }

        var page = worst.InOrder().Skip(first).ToList();
        var shown = await database.Variants.AsNoTracking().Include(row => row.File).Where(row => page.Contains(row.Sequence))
            .ToDictionaryAsync(row => row.Sequence, cancel);
        var current = await CurrentFiles.OfAsync(planning, shown.Values, cancel);
        return TypedResults.Ok(
            new WorstFiles([.. page.Where(shown.ContainsKey).Select(sequence => current.Answer(shown[sequence]))], worst.Seen));
    }

    // Keeps the worst of very many, without sorting the others.
    private sealed class Worst(int most)
    {
        private readonly PriorityQueue<long, (double Badness, long Sequence)> kept = new();

        public int Seen { get; private set; }

        public void Add(double badness, long sequence)
        {
            Seen++;
            if (kept.Count < most)
                kept.Enqueue(sequence, (badness, sequence));
            else if (kept.TryPeek(out _, out var least) &&
                (badness > least.Badness || (badness == least.Badness && sequence > least.Sequence)))
                kept.DequeueEnqueue(sequence, (badness, sequence));
        }

        public IEnumerable<long> InOrder() => kept.UnorderedItems.OrderByDescending(file => file.Priority).Select(file => file.Element);
    }
}
