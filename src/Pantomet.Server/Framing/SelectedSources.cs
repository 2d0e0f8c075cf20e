using Pantomet.Server.Sources;

namespace Pantomet.Server.Framing;

/// <summary>The sources that somebody asks about.</summary>
internal static class SelectedSources
{
    /// <summary>More are looked at in several sheets.</summary>
    public const int MaxOnSheet = 500;

    /// <summary>Reads them.</summary>
    /// <param name="database">Of the library.</param>
    /// <param name="ids">Their ids, in the order in which they are given back; null for all, newest first.</param>
    /// <param name="most">How many at most.</param>
    /// <param name="cancel">The asker is gone.</param>
    public static async Task<IReadOnlyList<SourceRow>> InAsync(
        PantometDb database, IReadOnlyList<string>? ids, int most, CancellationToken cancel)
    {
        var rows = database.Sources.AsNoTracking().Where(row => row.DeletedAt == null);
        if (ids is null)
            return await rows.OrderByDescending(row => row.Sequence).Take(most).ToListAsync(cancel);
        var found = await rows.Where(row => ids.Contains(row.Id)).ToDictionaryAsync(row => row.Id, cancel);
        return [.. ids.Distinct().Where(found.ContainsKey).Take(most).Select(id => found[id])];
    }
}
