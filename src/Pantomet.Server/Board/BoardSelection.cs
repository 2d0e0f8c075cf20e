using Pantomet.Core.Findings;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Board;

/// <summary>What a filter leaves of the board.</summary>
internal sealed class BoardSelection(PantometDb database, BoardRows all, BoardCells cells)
{
    /// <summary>Says of a filter why it means nothing; null where it does.</summary>
    public static Refusal? Unreadable(BoardFilter filter) => filter.IsReadable
        ? null
        : Refusal.Invalid("state", $"\"{filter.State}\" is not a state. There are open, done, stale, blocked, running and leftOut.");

    /// <summary>The sources, the newest first.</summary>
    public async Task<Outcome<SourceIds>> IdsAsync(BoardFilter filter, CancellationToken cancel)
    {
        if (Unreadable(filter) is { } problem)
            return problem;
        if (!filter.LooksAtCells)
            return new SourceIds(await filter.Sources(database.Sources).Select(row => row.Id).ToListAsync(cancel));
        var (_, rows) = await RowsAsync(filter, cancel);
        return new SourceIds([.. rows.Where(row => row.Cells.Any(filter.Holds)).Select(row => row.Id)]);
    }

    /// <summary>Columns, and the rows that sources alone decide about; whether cells let a row stay is to be asked of the filter.</summary>
    public async Task<(IReadOnlyList<PlacedColumn> Columns, List<(string Id, BoardCell[] Cells)> Rows)> RowsAsync(
        BoardFilter filter, CancellationToken cancel)
    {
        var columns = await cells.ColumnsAsync(filter.Destination, cancel);
        var rows = filter.LooksAtSources
            ? await BoardRows.StampsOf(filter.Sources(database.Sources)).ToListAsync(cancel)
            : await all.AllAsync(cancel);
        var found = await cells.OfAsync(rows, columns, cancel);
        return (columns, [.. rows.Zip(found, (row, given) => (row.Id, given.Cells))]);
    }
}
