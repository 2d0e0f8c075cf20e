using Microsoft.AspNetCore.Mvc;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Board;

/// <summary>Which rows and columns are shown.</summary>
/// <param name="Search">Words in stem, file name or alternative text.</param>
/// <param name="Group">A group of sources.</param>
/// <param name="Destination">Only its columns.</param>
/// <param name="State">Only rows with a pairing in this state, in these columns.</param>
/// <param name="Finding">Only rows with a pairing about which this finding, by its id, is the worst.</param>
/// <param name="AddedFrom">Came in on this day or later, UTC.</param>
/// <param name="AddedTo">Came in on this day or earlier, UTC.</param>
internal sealed record BoardFilter(
    [FromQuery(Name = "search")] string? Search = null,
    [FromQuery(Name = "group")] string? Group = null,
    [FromQuery(Name = "destination")] string? Destination = null,
    [FromQuery(Name = "state")] string? State = null,
    [FromQuery(Name = "finding")] string? Finding = null,
    [FromQuery(Name = "addedFrom")] DateOnly? AddedFrom = null,
    [FromQuery(Name = "addedTo")] DateOnly? AddedTo = null)
{
    /// <summary>The state; null for any.</summary>
    public PairingState? Standing =>
        Enum.TryParse<PairingState>(State, ignoreCase: true, out var state) && Enum.IsDefined(state) ? state : null;

    /// <summary>Whether the state is one that there is.</summary>
    public bool IsReadable => State is null || Standing is not null;

    /// <summary>Whether pairings, and not only sources, decide about rows.</summary>
    public bool LooksAtCells => State is not null || Finding is not null;

    /// <summary>Whether sources are left out for what is said of them.</summary>
    public bool LooksAtSources => !string.IsNullOrWhiteSpace(Search) || Group is not null || AddedFrom is not null || AddedTo is not null;

    /// <summary>The sources that may be rows, the newest first.</summary>
    /// <param name="sources">All of them.</param>
    public IQueryable<SourceRow> Sources(IQueryable<SourceRow> sources)
    {
        var found = sources.AsNoTracking().Where(row => row.DeletedAt == null).With(Search);
        if (Group is not null)
            found = found.Where(row => row.Group == Group);
        if (AddedFrom?.ToDateTime(TimeOnly.MinValue, DateTimeKind.Utc) is { } from)
            found = found.Where(row => row.AddedAt >= from);
        if (AddedTo?.ToDateTime(TimeOnly.MaxValue, DateTimeKind.Utc) is { } to)
            found = found.Where(row => row.AddedAt <= to);
        return found.OrderByDescending(row => row.Sequence);
    }

    /// <summary>Whether a pairing is one that is filtered for.</summary>
    public bool Holds(BoardCell cell) =>
        (Standing is not { } state || cell.State == state) && (Finding is null || cell.Finding?.Id == Finding);
}
