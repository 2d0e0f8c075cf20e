using System.Text.Json;
using Microsoft.Data.Sqlite;

namespace Pantomet.Server.Maintenance;

/// <summary>What a backup or a restore did.</summary>
/// <param name="Originals">Originals that are there now.</param>
/// <param name="Variants">Variants that are there now.</param>
/// <param name="Packages">Packages that are there now.</param>
/// <param name="Bytes">Copied this time; what was there already is not copied again.</param>
/// <param name="Problems">Files that are missing or are not what their hash says, a sentence each.</param>
internal sealed record BackupReport(int Originals, int Variants, int Packages, long Bytes, IReadOnlyList<string> Problems);

/// <summary>Copies a library so that it can be put back, while the server goes on working.</summary>
/// <remarks>
/// The database is copied as of one moment; then the files that it names. Files never change under their name, so those of that moment are
/// the right
/// ones however long the copying takes. Previews and working pictures are left out: they are made again when they are needed.
/// </remarks>
internal static class Backup
{
    /// <summary>States that a folder is a backup, and of when.</summary>
    public const string NoteName = "backup.json";

    /// <summary>Names this version of the layout.</summary>
    public const string FormatName = "pantomet-backup-1";

    /// <summary>Copies a library into a folder. What an earlier backup there holds already stays.</summary>
    /// <param name="from">The data folder of a server that may be running.</param>
    /// <param name="to">The backup's folder; made if need be.</param>
    /// <param name="clock">For the note.</param>
    public static BackupReport Make(DataFolder from, DataFolder to, TimeProvider clock)
    {
        var aside = to.Database + ".new";
        File.Delete(aside);
        using (var live = Open(from.Database))
        using (var copy = Open(aside, SqliteOpenMode.ReadWriteCreate))
        {
            live.BackupDatabase(copy);
            // One file that stands for itself, without a log beside it.
            using var mode = copy.CreateCommand();
            mode.CommandText = "PRAGMA journal_mode=DELETE;";
            mode.ExecuteNonQuery();
        }

        var report = new FileCopies(from, to).Copy(aside);
        // Last, so that a backup that broke off leaves the one before it as it was.
        File.Move(aside, to.Database, overwrite: true);
        File.WriteAllText(
            Path.Combine(to.Root, NoteName),
            JsonSerializer.Serialize(
                new { format = FormatName, madeAt = clock.GetUtcNow().UtcDateTime, report.Originals, report.Variants, report.Packages },
                JsonSerializerOptions.Web));
        return report;
    }

    /// <summary>Puts a library back into an empty data folder.</summary>
    /// <param name="from">The backup's folder.</param>
    /// <param name="to">The data folder; no server uses it.</param>
    public static BackupReport Restore(DataFolder from, DataFolder to)
    {
        using (var database = Open(from.Database))
        using (var check = database.CreateCommand())
        {
            check.CommandText = "PRAGMA integrity_check;";
            if (check.ExecuteScalar() is not "ok")
                throw new InvalidDataException($"The database of the backup, {from.Database}, is damaged. Take an earlier backup.");
        }

        var report = new FileCopies(from, to).Copy(from.Database);
        // Last: a restore that broke off has no database, and can be begun again.
        File.Copy(from.Database, to.Database + ".new", overwrite: true);
        File.Move(to.Database + ".new", to.Database);
        return report;
    }

    /// <summary>Opens a database for reading, or a new one.</summary>
    internal static SqliteConnection Open(string path, SqliteOpenMode mode = SqliteOpenMode.ReadOnly)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder { DataSource = path, Mode = mode, Pooling = false }.ToString());
        connection.Open();
        return connection;
    }
}
