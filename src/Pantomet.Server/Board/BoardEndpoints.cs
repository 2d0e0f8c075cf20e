using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Server.Hosting;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Board;

/// <summary>Sources by slots: where every pairing stands.</summary>
internal static class BoardEndpoints
{
    private const int DefaultRows = 60;
    private const int MaxRows = 500;

    public static void MapBoard(this IEndpointRouteBuilder routes)
    {
        var board = routes.MapGroup("/api/board").WithTags("Board");
        board.MapGet("", GetAsync).WithName("getBoard");
        board.MapGet("/ids", IdsAsync).WithName("listBoardIds");
        board.MapPost("/runs", RunDueAsync).WithName("runWhatIsDue");
    }

    private static async Task<Results<Ok<BoardAnswer>, ProblemHttpResult>> GetAsync(
        [AsParameters] BoardFilter filter, PantometDb database, BoardSelection board, int? offset, int? limit,
        CancellationToken cancel)
    {
        if (BoardSelection.Unreadable(filter) is { } problem)
            return Problems.Of(problem);
        var (columns, rows) = await board.RowsAsync(filter, cancel);
        var shown = filter.LooksAtCells ? [.. rows.Where(row => Array.Exists(row.Cells, filter.Holds))] : rows;
        var counts = new int[Enum.GetValues<PairingState>().Length];
        var (settled, blocked) = (new int[columns.Count], new int[columns.Count]);
        var bytes = 0L;
        foreach (var (_, row) in rows)
        {
            foreach (var cell in row)
            {
                counts[(int)cell.State]++;
                bytes += cell.Bytes;
            }
        }

        foreach (var (_, row) in shown)
        {
            for (var at = 0; at < row.Length; at++)
            {
                settled[at] += row[at].State is PairingState.Done or PairingState.LeftOut ? 1 : 0;
                blocked[at] += row[at].State == PairingState.Blocked ? 1 : 0;
            }
        }

        var page = shown.Skip(Math.Max(0, offset ?? 0)).Take(Math.Clamp(limit ?? DefaultRows, 1, MaxRows)).ToList();
        var ids = page.Select(row => row.Id).ToList();
        var sources = await database.Sources.AsNoTracking().Where(row => ids.Contains(row.Id)).ToDictionaryAsync(row => row.Id, cancel);
        var groups = await database.Sources.Where(row => row.DeletedAt == null && row.Group != "").Select(row => row.Group).Distinct()
            .OrderBy(group => group).ToListAsync(cancel);
        return TypedResults.Ok(new BoardAnswer(
            [.. columns.Select((column, at) => new BoardColumn(column.Slot.Id, settled[at], blocked[at]))],
            [.. page.Where(row => sources.ContainsKey(row.Id)).Select(row => RowOf(sources[row.Id], row.Cells))],
            shown.Count,
            Enum.GetValues<PairingState>().ToDictionary(state => state, state => counts[(int)state]),
            bytes,
            groups));
    }

    private static async Task<Results<Ok<SourceIds>, ProblemHttpResult>> IdsAsync(
        [AsParameters] BoardFilter filter, BoardSelection board, CancellationToken cancel)
    {
        var (ids, problem) = await board.IdsAsync(filter, cancel);
        return problem is not null ? Problems.Of(problem) : TypedResults.Ok(ids!);
    }

    // Everything that is open or out of date, of what the filter shows.
    private static async Task<Results<Accepted<CreatedId>, ProblemHttpResult>> RunDueAsync(
        [AsParameters] BoardFilter filter, PantometDb database, BoardSelection board, RunStart start, CancellationToken cancel)
    {
        if (BoardSelection.Unreadable(filter) is { } problem)
            return Problems.Of(problem);
        var (columns, rows) = await board.RowsAsync(filter, cancel);
        var due = rows.SelectMany(
            row => row.Cells.Zip(columns)
                .Where(cell => filter.Holds(cell.First) && cell.First is { State: PairingState.Open or PairingState.Stale })
                .Select(cell => (row.Id, cell.Second.Slot))).ToList();
        var ids = due.Select(cell => cell.Id).Distinct().ToList();
        var sources = await database.Sources.AsNoTracking().Where(row => ids.Contains(row.Id)).ToDictionaryAsync(row => row.Id, cancel);
        return due.Count == 0
            ? Problems.Invalid("state", "Nothing of what is shown is due: all of it is made, left out or stopped by a finding.")
            : RunEndpoints.Answer(
                await start.AsAsync(
                    [.. due.Where(cell => sources.ContainsKey(cell.Id)).Select(cell => new Pairing(sources[cell.Id], cell.Slot))]));
    }

    private static BoardRow RowOf(SourceRow source, IReadOnlyList<BoardCell> cells) =>
        new(source.Id, source.Stem, source.Group, source.Facts.Size.Width, source.Facts.Size.Height, cells);
}
