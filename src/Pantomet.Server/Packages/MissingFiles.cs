using Pantomet.Core.Findings;
using Pantomet.Core.Packages;
using Pantomet.Server.Board;
using Pantomet.Server.Destinations;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Packages;

/// <summary>What somebody who asks for a package wants and does not get, and why.</summary>
internal sealed class MissingFiles(PantometDb database, BoardCells cells, DestinationCatalogue catalogue)
{
    /// <summary>A line for each pairing of which a file is missing, in the order of the board.</summary>
    /// <param name="selection">What was asked for.</param>
    /// <param name="cancel">The server ends.</param>
    public async Task<IReadOnlyList<MissingEntry>> OfAsync(PackageSelection selection, CancellationToken cancel)
    {
        var pairings = await PairingsAsync(selection, cancel);
        var columns = await cells.ColumnsAsync(null, cancel);
        var slots = await catalogue.SlotsAsync(cancel);
        var sources = await database.Sources.AsNoTracking().Where(row => row.DeletedAt == null)
            .Where(row => selection.Sources == null || selection.Sources.Contains(row.Id)).OrderBy(row => row.Stem).ToListAsync(cancel);
        if (pairings?.Select(pairing => pairing.Source).ToHashSet() is { } named)
            sources = [.. sources.Where(source => named.Contains(source.Id))];
        var wanted = selection.SlotsIn(slots)?.ToHashSet();
        var rows = await cells.OfAsync(
            [.. sources.Select(source => new RowStamp(source.Id, source.Revision, source.Bytes))], columns, cancel);
        return
        [
            .. from row in sources.Zip(rows)
               from cell in row.Second.Cells.Zip(columns)
               let key = new PairingKey(row.First.Id, cell.Second.Slot.Id)
               where slots.ContainsKey(key.Slot) && (wanted is null || wanted.Contains(key.Slot)) &&
                   (pairings is null || pairings.Contains(key))
               let reason = Reason(cell.First)
               where reason is not null
               select new MissingEntry(row.First.Stem, slots[key.Slot].Destination.Name, cell.Second.Slot.Name, reason),
        ];
    }

    private async Task<HashSet<PairingKey>?> PairingsAsync(PackageSelection selection, CancellationToken cancel)
    {
        if (selection.Pairings is { } named)
            return [.. named];
        return selection.Runs is { } runs
            ? [.. await database.Pairings.Where(row => runs.Contains(row.RunId)).Select(row => new PairingKey(row.SourceId, row.SlotId))
                .ToListAsync(cancel)]
            : null;
    }

    private static string? Reason(BoardCell cell) => cell.State switch
    {
        PairingState.Blocked => cell.Finding is { Severity: Severity.Stop } finding ? finding.Sentence : "A finding stops it.",
        PairingState.Open => "It has not been rendered yet.",
        PairingState.Stale => "Something changed since it was rendered; what is out of date is not handed over.",
        PairingState.Running => "It was being rendered when the package was made.",
        _ => null,
    };
}
