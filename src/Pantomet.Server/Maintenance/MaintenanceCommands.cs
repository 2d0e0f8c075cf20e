using System.CommandLine;
using Microsoft.Data.Sqlite;
using Pantomet.Rendering;

namespace Pantomet.Server.Maintenance;

/// <summary>The commands <c>backup</c> and <c>restore</c>: the program does one of them and ends.</summary>
internal static class MaintenanceCommands
{
    /// <summary>Whether the arguments ask for one of them.</summary>
    /// <param name="arguments">Of the program.</param>
    public static bool IsOne(string[] arguments) => arguments is ["backup" or "restore", ..];

    /// <summary>Does it. What went wrong is said on the error stream.</summary>
    /// <param name="arguments">Of the program.</param>
    /// <returns>0 when all is well, 1 when a file was missing or altered, 2 when nothing was done.</returns>
    public static int Run(string[] arguments)
    {
        var read = new RootCommand("Pantomet, beside its server.")
        {
            Of("backup", "Copies a library into a folder, while its server runs or not.", "into-folder", MakeBackup,
                (_, backup) => $"Backed up to {backup}"),
            Of("restore", "Makes a library of a backup.", "from-folder", Restore, (data, _) => $"Restored to {data}"),
        }.Parse(arguments);
        return read.Errors.Count > 0
            ? Refuse("Say which: backup DATA-FOLDER INTO-FOLDER, or restore DATA-FOLDER FROM-FOLDER.")
            : read.Invoke();
    }

    private static Command Of(
        string name, string purpose, string other, Func<string, string, BackupReport> work, Func<string, string, string> told)
    {
        var data = new Argument<string>("data-folder") { Description = "Of the library." };
        var backup = new Argument<string>(other) { Description = "Of the backup." };
        var command = new Command(name, purpose) { data, backup };
        command.SetAction(read =>
        {
            var (library, copy) = (read.GetRequiredValue(data), read.GetRequiredValue(backup));
            return Report(() => work(library, copy), told(library, copy));
        });
        return command;
    }

    private static int Report(Func<BackupReport> work, string told)
    {
        try
        {
            var report = work();
            Console.WriteLine(
                $"{told}: {report.Originals:#,0} originals, {report.Variants:#,0} variants, {report.Packages:#,0} packages, the " +
                $"database. {report.Bytes / 1e6:#,0.0} MB were copied.");
            foreach (var problem in report.Problems)
                Console.Error.WriteLine(problem);
            return report.Problems.Count == 0 ? 0 : 1;
        }
        catch (Exception problem) when (problem is InvalidDataException or IOException or UnauthorizedAccessException or SqliteException)
        {
            return Refuse(StorageFull.Is(problem) ? DiskFull.Sentence : problem.Message);
        }
    }

    private static BackupReport MakeBackup(string data, string backup)
    {
        var from = new DataFolder(Path.GetFullPath(data));
        if (!File.Exists(from.Database))
            throw new InvalidDataException($"There is no library in {from.Root}. Name the data folder of the server.");
        if (Path.GetFullPath(backup).StartsWith(from.Root + Path.DirectorySeparatorChar, StringComparison.Ordinal))
            throw new InvalidDataException(
                "The backup would lie inside the library itself. Name a folder elsewhere, best on another disk.");
        return Backup.Make(from, Made(backup), TimeProvider.System);
    }

    private static BackupReport Restore(string data, string backup)
    {
        var from = new DataFolder(Path.GetFullPath(backup));
        if (!File.Exists(from.Database) || !File.Exists(Path.Combine(from.Root, Backup.NoteName)))
            throw new InvalidDataException($"There is no backup in {from.Root}.");
        var to = Made(data);
        using var alone = to.Lock();
        return File.Exists(to.Database)
            ? throw new InvalidDataException(
                $"There is a library in {to.Root} already. Nothing was changed. Restore into an empty folder, or move this one away first.")
            : Backup.Restore(from, to);
    }

    private static DataFolder Made(string path)
    {
        var folder = new DataFolder(Path.GetFullPath(path));
        folder.Make();
        return folder;
    }

    private static int Refuse(string sentence)
    {
        Console.Error.WriteLine(sentence);
        return 2;
    }
}
