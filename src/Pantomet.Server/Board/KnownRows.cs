namespace Pantomet.Server.Board;

/// <summary>Whole rows of the board as they were last given, so that of a row that has not changed no cell is looked up.</summary>
internal sealed class KnownRows
{
    // The whole board, and a destination or two that somebody looks at.
    private const int MostSets = 4;

    private readonly LinkedList<(string Columns, Dictionary<string, Row> Rows)> sets = new();

    /// <summary>The rows of a set of columns; empty at first.</summary>
    /// <param name="columns">In order.</param>
    public Dictionary<string, Row> Of(IReadOnlyList<PlacedColumn> columns)
    {
        var key = string.Join(' ', columns.Select(column => $"{column.Slot.Id}@{column.Version}"));
        var found = sets.FirstOrDefault(set => set.Columns == key);
        if (found.Rows is null)
            found = (key, []);
        sets.Remove(found);
        sets.AddFirst(found);
        if (sets.Count > MostSets)
            sets.RemoveLast();
        return found.Rows;
    }

    /// <summary>Forgets all.</summary>
    public void Clear() => sets.Clear();

    /// <summary>A row.</summary>
    /// <param name="Revision">Of its source when it was given.</param>
    /// <param name="Newest">The last file made of its source then.</param>
    /// <param name="Cells">One for each column.</param>
    public sealed record Row(long Revision, long Newest, BoardCell[] Cells);
}
