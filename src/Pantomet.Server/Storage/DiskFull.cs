using Microsoft.Data.Sqlite;

namespace Pantomet.Server.Storage;

/// <summary>Tells a full disk from other faults of the file system and of the database.</summary>
internal static class DiskFull
{
    // errno of Linux: ENOSPC and EDQUOT.
    private const int NoSpaceLeft = 28;
    private const int QuotaExceeded = 122;

    // https://www.sqlite.org/rescode.html: SQLITE_FULL, and what it says when the file beside the database that its users share cannot
    // grow.
    private const int DatabaseFull = 13;
    private const int SharedMemoryTooSmall = 4874;

    public const string Sentence = "The disk of the server is full. Nothing that was there before is lost. Make room on it, then try again.";

    /// <summary>Whether a fault, or what it came of, is a full disk.</summary>
    public static bool Is(Exception? problem) => problem switch
    {
        null => false,
        IOException { HResult: var code } when (code & 0xFFFF) is NoSpaceLeft or QuotaExceeded => true,
        SqliteException { SqliteErrorCode: DatabaseFull } or SqliteException { SqliteExtendedErrorCode: SharedMemoryTooSmall } => true,
        _ => problem.Message.Contains("No space left", StringComparison.OrdinalIgnoreCase) || Is(problem.InnerException),
    };
}
