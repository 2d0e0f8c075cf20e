using Pantomet.Server.Sources;

namespace Pantomet.Server.Board;

/// <summary>A row: a source with the revision of what is said of it.</summary>
/// <param name="Id">The source's id.</param>
/// <param name="Revision">Rises whenever anything of the source changes.</param>
/// <param name="Bytes">What the source weighs.</param>
internal readonly record struct RowStamp(string Id, long Revision, long Bytes);

/// <summary>Every row of the board. They are read anew only when something was written since.</summary>
internal sealed class BoardRows(IDbContextFactory<PantometDb> databases) : IDisposable
{
    private readonly SemaphoreSlim gate = new(1);
    private PantometDb? watching;
    private long version;
    private IReadOnlyList<RowStamp> rows = [];

    /// <summary>All sources that are not in the bin, the newest first.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<RowStamp>> AllAsync(CancellationToken cancel)
    {
        await gate.WaitAsync(cancel);
        try
        {
            watching ??= await OpenAsync(cancel);
            // SQLite's count of what other connections wrote, as this one sees it: https://www.sqlite.org/pragma.html#pragma_data_version.
            // It is read before the rows: what is written in between is read twice rather than never.
            var now =
                (await watching.Database.SqlQueryRaw<long>("SELECT data_version AS Value FROM pragma_data_version").ToListAsync(cancel))
                    .Single();
            if (now != version)
                rows = await StampsOf(watching.Sources.Where(row => row.DeletedAt == null).OrderByDescending(row => row.Sequence))
                    .ToListAsync(cancel);
            version = now;
            return rows;
        }
        finally
        {
            gate.Release();
        }
    }

    /// <summary>The stamps of some sources.</summary>
    /// <param name="sources">In order.</param>
    public static IQueryable<RowStamp> StampsOf(IQueryable<SourceRow> sources) =>
        sources.Select(row => new RowStamp(row.Id, row.Revision, row.Bytes));

    public void Dispose()
    {
        watching?.Dispose();
        gate.Dispose();
    }

    // The count is one connection's own, so that it stays open.
    private async Task<PantometDb> OpenAsync(CancellationToken cancel)
    {
        var opened = await databases.CreateDbContextAsync(cancel);
        await opened.Database.OpenConnectionAsync(cancel);
        return opened;
    }
}
