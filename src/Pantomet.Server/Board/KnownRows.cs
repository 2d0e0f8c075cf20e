using BitFaster.Caching.Lru;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Board;

/// <summary>What is known of a row.</summary>
/// <param name="Cells">One for each column.</param>
/// <param name="Tries">What became of the files of today's plans that were tried, column by column.</param>
internal sealed record RowCells(BoardCell[] Cells, TriedFile[] Tries);

/// <summary>A file of a row that was tried.</summary>
/// <param name="Column">Counted from 0.</param>
/// <param name="Last">What came of it.</param>
internal readonly record struct TriedFile(int Column, LastResult Last);

/// <summary>Whole rows of the board as they were last given, so that of a row that has not changed no cell is looked up.</summary>
internal sealed class KnownRows
{
    // The whole board, and a destination or two that somebody looks at.
    private const int MaxSets = 4;

    private readonly ClassicLru<string, Dictionary<string, Row>> sets = new(MaxSets);

    /// <summary>The rows of a set of columns; empty at first.</summary>
    /// <param name="columns">In order.</param>
    public Dictionary<string, Row> Of(IReadOnlyList<PlacedColumn> columns) =>
        sets.GetOrAdd(string.Join(' ', columns.Select(column => $"{column.Slot.Id}@{column.Version}")), _ => []);

    /// <summary>Forgets all.</summary>
    public void Clear() => sets.Clear();

    /// <summary>A row.</summary>
    /// <param name="Revision">Of its source when it was given.</param>
    /// <param name="Newest">The last file made of its source then.</param>
    /// <param name="Given">What was given.</param>
    public sealed record Row(long Revision, long Newest, RowCells Given);
}
