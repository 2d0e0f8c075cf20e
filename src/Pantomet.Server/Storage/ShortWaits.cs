using System.Data.Common;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Diagnostics;
using SQLitePCL;

namespace Pantomet.Server.Storage;

/// <summary>Who finds the database locked looks again after a millisecond, then two, then five: SQLite's own way of waiting.</summary>
/// <remarks>A lock is held for a millisecond or less. Without this, <c>Microsoft.Data.Sqlite</c> sleeps for 150 ms whenever it meets one,
/// and two workers that write after every file meet often.</remarks>
internal sealed class ShortWaits : DbConnectionInterceptor
{
    // Afterwards the wait goes on as it would without, up to the command's own limit.
    private const int Milliseconds = 2000;

    public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData) => Set(connection);

    public override Task ConnectionOpenedAsync(
        DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
    {
        Set(connection);
        return Task.CompletedTask;
    }

    private static void Set(DbConnection connection)
    {
        if (connection is not SqliteConnection { Handle: { } handle })
            return;
        _ = raw.sqlite3_busy_timeout(handle, Milliseconds);
        // Connections are used again. A transaction that broke off in its last step is not the next one's business.
        if (raw.sqlite3_get_autocommit(handle) == 0)
            _ = raw.sqlite3_exec(handle, "ROLLBACK");
    }
}
