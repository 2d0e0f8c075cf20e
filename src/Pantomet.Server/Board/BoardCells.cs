using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Server.Destinations;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Board;

/// <summary>A column: a slot with the version of the document that says what it asks for.</summary>
internal sealed record PlacedColumn(Slot Slot, string Version);

/// <summary>Where every pairing stands. What was worked out is kept until its source, its destination or its files change.</summary>
/// <remarks>Nothing here is stored: after a start, pairings are worked out again when they are asked for.</remarks>
internal sealed class BoardCells(IDbContextFactory<PantometDb> databases, DestinationCatalogue catalogue) : IDisposable
{
    private const int SourcesAtOnce = 500;

    private readonly SemaphoreSlim gate = new(1);
    private readonly Dictionary<(string Source, string Slot), Known> cells = [];
    private readonly Dictionary<(string Source, string Slot), long> newest = [];
    private readonly Dictionary<string, long> newestOfSource = [];
    private readonly KnownRows known = new();
    private long newestOfAll;

    /// <summary>The columns of a destination, or all.</summary>
    /// <param name="destination">Its id; null for all.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<PlacedColumn>> ColumnsAsync(string? destination, CancellationToken cancel) =>
        [.. from one in await catalogue.VersionedAsync(cancel) where destination is null || one.Destination.Id == destination
            from slot in one.Destination.Slots select new PlacedColumn(slot, one.Version)];

    /// <summary>The cells of some rows, a list for each.</summary>
    /// <param name="rows">The rows; of most of them nothing more is read.</param>
    /// <param name="columns">The columns.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<RowCells>> OfAsync(
        IReadOnlyList<RowStamp> rows, IReadOnlyList<PlacedColumn> columns, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        await gate.WaitAsync(cancel);
        try
        {
            await FollowAsync(database, cancel);
            var same = known.Of(columns);
            bool IsSame(RowStamp row) =>
                same.TryGetValue(row.Id, out var before) && before.Revision == row.Revision &&
                    before.Newest == newestOfSource.GetValueOrDefault(row.Id);
            var changed = rows.Where(row => !IsSame(row)).ToList();
            foreach (var some in changed.Where(row => columns.Any(column => !Holds(row.Id, row.Revision, column))).Select(row => row.Id)
                .Chunk(SourcesAtOnce))
                await WorkOutAsync(
                    database, await database.Sources.AsNoTracking().Where(source => some.Contains(source.Id)).ToListAsync(cancel), columns,
                    cancel);
            foreach (var row in changed.Where(row => columns.All(column => cells.ContainsKey((row.Id, column.Slot.Id)))))
                same[row.Id] = new KnownRows.Row(row.Revision, newestOfSource.GetValueOrDefault(row.Id), Given(row.Id, columns));
            var running = await RunningAsync(database, cancel);
            var refused = await RefusedAsync(database, cancel);
            var marked = running.Concat(refused.Keys).Select(pairing => pairing.Item1).ToHashSet();
            // Whose source was taken away for good meanwhile: nothing is known of it any more.
            RowCells Known(RowStamp row) =>
                same.TryGetValue(row.Id, out var known) ? known.Given : new RowCells([.. columns.Select(_ => BoardCell.Nothing)], []);
            return [.. rows.Select(
                row => marked.Contains(row.Id) ? Shown(Known(row), row.Id, columns, running, refused) : Known(row))];
        }
        finally
        {
            gate.Release();
        }
    }

    /// <summary>Variants were taken away: what is known of files holds no more.</summary>
    public void Forget()
    {
        gate.Wait();
        cells.Clear();
        newest.Clear();
        newestOfSource.Clear();
        known.Clear();
        newestOfAll = 0;
        gate.Release();
    }

    public void Dispose() => gate.Dispose();

    private RowCells Given(string source, IReadOnlyList<PlacedColumn> columns)
    {
        var found = columns.Select(column => cells[(source, column.Slot.Id)]).ToList();
        return new RowCells(
            [.. found.Select(known => known.Cell)],
            [.. found.SelectMany((known, column) => known.Tries.Select(last => new TriedFile(column, last)))]);
    }

    private static RowCells Shown(
        RowCells row, string source, IReadOnlyList<PlacedColumn> columns, HashSet<(string, string)> running,
        Dictionary<(string, string), Finding> refused) =>
        row with
        {
            Cells = [.. row.Cells.Zip(columns, (cell, column) => cell with
            {
                State = running.Contains((source, column.Slot.Id)) && cell.State != PairingState.LeftOut
                    ? PairingState.Running
                    : cell.State,
                Finding = cell.Finding?.Severity == Severity.Stop
                    ? cell.Finding
                    : refused.GetValueOrDefault((source, column.Slot.Id)) ?? cell.Finding,
            })],
        };

    // What a target does not take is said until the file is made anew.
    private async Task<Dictionary<(string, string), Finding>> RefusedAsync(PantometDb database, CancellationToken cancel)
    {
        var found = new Dictionary<(string, string), Finding>();
        foreach (var row in await database.RefusedFiles.AsNoTracking().OrderBy(row => row.Path).ToListAsync(cancel))
        {
            if (row.Newest >= newest.GetValueOrDefault((row.SourceId, row.SlotId)))
                found.TryAdd(
                    (row.SourceId, row.SlotId),
                    new Finding(
                        "refused-by-target", Severity.Warn, row.Sentence,
                        "Correct the slot's limits by the target's rules, render it, and publish again."));
        }

        return found;
    }

    // Variants are only ever added, so that what is new is behind what was seen last.
    private async Task FollowAsync(PantometDb database, CancellationToken cancel)
    {
        var added = database.Variants.Where(row => row.Sequence > newestOfAll).OrderBy(row => row.Sequence)
            .Select(row => new { row.Sequence, row.SourceId, row.SlotId }).AsAsyncEnumerable();
        await foreach (var row in added.WithCancellation(cancel))
            newest[(row.SourceId, row.SlotId)] = newestOfSource[row.SourceId] = newestOfAll = row.Sequence;
    }

    private bool Holds(string source, long revision, PlacedColumn column)
    {
        var key = (source, column.Slot.Id);
        return cells.TryGetValue(key, out var known) && known.Revision == revision && known.Version == column.Version &&
            known.Newest == newest.GetValueOrDefault(key);
    }

    private async Task WorkOutAsync(
        PantometDb database, List<SourceRow> sources, IReadOnlyList<PlacedColumn> columns, CancellationToken cancel)
    {
        var ids = sources.Select(source => source.Id).Where(id => columns.Any(column => newest.ContainsKey((id, column.Slot.Id)))).ToList();
        var rows = await database.Variants.AsNoTracking().Where(row => ids.Contains(row.SourceId)).OrderBy(row => row.Sequence)
            .Select(row =>
                new
                {
                    row.SourceId,
                    row.SlotId,
                    row.Recipe,
                    row.State,
                    Bytes = row.File == null ? 0 : row.File.Bytes,
                    row.Sequence,
                    row.File!.Points
                }).ToListAsync(cancel);
        var blocked =
            (await database.Variants.AsNoTracking().Where(row => ids.Contains(row.SourceId) && row.State == VariantState.Blocked)
                .OrderBy(row => row.Sequence)
                .Select(row => new { row.SourceId, row.SlotId, row.Findings }).ToListAsync(cancel))
                .ToLookup(row => (row.SourceId, row.SlotId), row => row.Findings);
        var made = rows.GroupBy(row => (row.SourceId, row.SlotId)).ToDictionary(
            group => group.Key,
            group => group.GroupBy(row => row.Recipe)
                .ToDictionary(
                    tries => tries.Key,
                    tries => tries.Select(row => new LastResult(row.State, row.Bytes, row.Sequence, row.Points)).Last()));
        var nothing = new Dictionary<string, LastResult>();
        var worked = sources.AsParallel().WithCancellation(cancel)
            .SelectMany(source => columns.Where(column => !Holds(source.Id, source.Revision, column)).Select(column =>
            {
                var key = (source.Id, column.Slot.Id);
                var pairing = new Pairing(source, column.Slot);
                var plan = pairing.Plan();
                var standing = PairingStatus.Of(pairing, plan, made.GetValueOrDefault(key, nothing), isRunning: false);
                var failed = standing.State == PairingState.Blocked && plan.IsFeasible
                    ? blocked[key].LastOrDefault()?.FirstOrDefault(finding => finding.Severity == Severity.Stop)
                    : null;
                return (key, Known: new Known(
                    source.Revision, column.Version, newest.GetValueOrDefault(key), BoardCell.Of(column.Slot, standing, plan, failed),
                    standing.Results));
            })).ToList();
        foreach (var (key, known) in worked)
            cells[key] = known;
    }

    private static async Task<HashSet<(string, string)>> RunningAsync(PantometDb database, CancellationToken cancel) =>
        [.. (await database.Pairings.Where(row => row.State == QueueState.Queued || row.State == QueueState.Running)
            .Select(row => new { row.SourceId, row.SlotId }).ToListAsync(cancel)).Select(row => (row.SourceId, row.SlotId))];

    private sealed record Known(long Revision, string Version, long Newest, BoardCell Cell, IReadOnlyList<LastResult> Tries);
}
