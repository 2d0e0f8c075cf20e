using System.Data.Common;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace Pantomet.Server.Storage;

/// <summary>Connections to the database are opened one after the other.</summary>
/// <remarks>
/// Microsoft.Data.Sqlite 10.0 calls a connection that it hands out active a moment before it notes for whom. Whoever opens another at that
/// moment takes it for one that was never closed, and puts it back among those that are free: then two have the same, and each ends the
/// other's transactions. Opening takes microseconds.
/// </remarks>
internal sealed class OpenedInTurn : DbConnectionInterceptor
{
    private static readonly Lock Opening = new();

    public override InterceptionResult ConnectionOpening(
        DbConnection connection, ConnectionEventData eventData, InterceptionResult result)
    {
        Open(connection);
        return InterceptionResult.Suppress();
    }

    // SQLite has no other way to open than to wait for it.
    public override ValueTask<InterceptionResult> ConnectionOpeningAsync(
        DbConnection connection, ConnectionEventData eventData, InterceptionResult result, CancellationToken cancellationToken = default)
    {
        Open(connection);
        return ValueTask.FromResult(InterceptionResult.Suppress());
    }

    private static void Open(DbConnection connection)
    {
        lock (Opening)
            connection.Open();
    }
}
