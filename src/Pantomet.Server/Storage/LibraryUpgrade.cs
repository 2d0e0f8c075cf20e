using Microsoft.Data.Sqlite;
using Pantomet.Server.Storage.Upgrades;

namespace Pantomet.Server.Storage;

/// <summary>Brings the database of a library to the form that this version knows.</summary>
/// <remarks>
/// It is done to a copy, which takes the place of the database in one step when it is whole. So there is never a database half way:
/// whatever
/// ends the program meanwhile, the next start finds the old one and begins again. The one from before is kept beside it.
/// </remarks>
internal sealed class LibraryUpgrade(DataFolder folder, ILogger<LibraryUpgrade> log)
{
    private string Copy => folder.Database + ".upgrading";

    private string Before => folder.Database + ".before-upgrade";

    /// <summary>Does it if it is due; only while no other server uses the folder.</summary>
    /// <param name="cancel">The server ends.</param>
    public async Task DoAsync(CancellationToken cancel)
    {
        var isNew = !File.Exists(folder.Database);
        if (!isNew && await PendingAsync(cancel) is 0)
            return;
        if (isNew)
            log.LogInformation("Making the library's database");
        else
            log.LogInformation("Bringing the library's database up to date. It is copied before, and the copy is kept as {Copy}", Before);
        DeleteWithLogs(Copy);
        if (!isNew)
            CopyOld();
        await using (var copy = Open(Copy))
        {
            await ForgetLockAsync(copy, cancel);
            var isBeforeHashes = !isNew &&
                (await copy.Database.GetPendingMigrationsAsync(cancel))
                    .Any(one => one.EndsWith($"_{RecipeHashes.After}", StringComparison.Ordinal));
            await copy.Database.MigrateAsync(cancel);
            if (isBeforeHashes)
                await RecipeHashes.DoAsync(new Copies(Copy), cancel);
            // One file that stands for itself, without a log beside it.
            await copy.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=DELETE;", cancel);
        }

        if (!isNew)
            File.Copy(folder.Database, Before, overwrite: true);
        File.Move(Copy, folder.Database, overwrite: true);
    }

    private async Task<int> PendingAsync(CancellationToken cancel)
    {
        await using var database = Open(folder.Database);
        return (await database.Database.GetPendingMigrationsAsync(cancel)).Count();
    }

    private void CopyOld()
    {
        using (var old = new SqliteConnection(Text(folder.Database)))
        using (var into = new SqliteConnection(Text(Copy)))
        {
            old.Open();
            into.Open();
            old.BackupDatabase(into);
            // What is in its log goes into the file: a log must not be left to meet another database.
            using var mode = old.CreateCommand();
            mode.CommandText = "PRAGMA journal_mode=DELETE;";
            mode.ExecuteNonQuery();
        }
    }

    // Who was killed while it held it never gives it back, and everybody after would wait for ever. The folder is ours alone.
    private static Task<int> ForgetLockAsync(PantometDb copy, CancellationToken cancel) =>
        copy.Database.ExecuteSqlRawAsync("DROP TABLE IF EXISTS \"__EFMigrationsLock\";", cancel);

    private static void DeleteWithLogs(string path)
    {
        foreach (var ending in new[] { "", "-journal", "-wal", "-shm" })
            File.Delete(path + ending);
    }

    private static PantometDb Open(string path) => new(new DbContextOptionsBuilder<PantometDb>().UseSqlite(Text(path)).Options);

    private sealed class Copies(string path) : IDbContextFactory<PantometDb>
    {
        public PantometDb CreateDbContext() => Open(path);
    }

    private static string Text(string path) => new SqliteConnectionStringBuilder { DataSource = path, Pooling = false }.ToString();
}
