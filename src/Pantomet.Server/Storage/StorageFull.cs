using Microsoft.Data.Sqlite;
using Pantomet.Rendering;

namespace Pantomet.Server.Storage;

/// <summary>Tells a full disk from other faults of the file system and of the database.</summary>
internal static class StorageFull
{
    // https://www.sqlite.org/rescode.html: SQLITE_FULL, and what it says when the file beside the database that its users share cannot
    // grow.
    private const int DatabaseFull = 13;
    private const int SharedMemoryTooSmall = 4874;

    /// <summary>Whether a fault, or what it came of, is a full disk.</summary>
    public static bool Is(Exception? problem) => problem switch
    {
        null => false,
        SqliteException { SqliteErrorCode: DatabaseFull } or SqliteException { SqliteExtendedErrorCode: SharedMemoryTooSmall } => true,
        _ => DiskFull.Is(problem) || Is(problem.InnerException),
    };
}
