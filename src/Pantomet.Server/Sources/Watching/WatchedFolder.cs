using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Sources;
using Pantomet.Server.Hosting;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Sources.Watching;

/// <summary>Takes in what appears in a folder, once it is complete. Nothing in the folder is ever changed or deleted.</summary>
/// <remarks>It looks again and again rather than waiting to be told: shared drives tell nothing. Hidden files and links are passed
/// over.</remarks>
internal sealed class WatchedFolder(
    ServerSettings settings, SourceIntake intake, IDbContextFactory<PantometDb> databases, ILogger<WatchedFolder> log) : BackgroundService
{
    private const int LooksUntilComplete = 3;

    // What browsers and copying programs name a file before it is whole, and what file managers leave behind.
    private static readonly string[] Passing = [".part", ".partial", ".tmp", ".crdownload", ".download"];
    private static readonly string[] Leftovers = ["thumbs.db", "desktop.ini"];

    private static readonly EnumerationOptions Below = new()
    {
        RecurseSubdirectories = true,
        IgnoreInaccessible = true,
        AttributesToSkip = FileAttributes.Hidden | FileAttributes.System | FileAttributes.ReparsePoint,
    };

    private readonly QuietFiles quiet = new(LooksUntilComplete);

    // As in the database, which is written by nobody else: a look each second must not read all of it.
    private ConcurrentDictionary<string, (long Bytes, long Modified)>? settled;

    /// <summary>Files that may be in the middle of being written, or are held by somebody.</summary>
    public int Waiting { get; private set; }

    /// <summary>Whether the folder was there at the last look.</summary>
    public bool IsThere { get; private set; }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (settings.WatchedFolder is not { } folder)
            return;
        log.LogInformation("Watching {Folder}", folder);
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await LookAsync(folder, stoppingToken);
            }
            catch (Exception problem) when (problem is not OperationCanceledException)
            {
                // A card that is pulled out, a share that goes away: it may come back.
                log.LogWarning(problem, "Could not look into {Folder}", folder);
            }

            await Task.Delay(settings.WatchEvery, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }

    private async Task LookAsync(string folder, CancellationToken cancel)
    {
        IsThere = Directory.Exists(folder);
        var there = IsThere
            ? new DirectoryInfo(folder).EnumerateFiles("*", Below).Where(IsWanted)
                .Select(file => new FileStamp(file.FullName, file.Length, file.LastWriteTimeUtc.Ticks)).ToList()
            : [];
        var complete = quiet.Look(there);
        settled ??= await SettledAsync(cancel);
        bool IsSettled(FileStamp file) =>
            settled.TryGetValue(Path.GetRelativePath(folder, file.Path), out var known) && known == (file.Bytes, file.Modified);
        var held = 0;
        await Parallel.ForEachAsync(
            complete.Where(file => !IsSettled(file)),
            new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount, CancellationToken = cancel }, async (file, stop) =>
            {
                if (!await TakeAsync(folder, file, stop))
                    Interlocked.Increment(ref held);
            });
        Waiting = there.Except(complete).Count(file => !IsSettled(file)) + held;
    }

    private async Task<ConcurrentDictionary<string, (long Bytes, long Modified)>> SettledAsync(CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        return new(await database.WatchedFiles.AsNoTracking().ToDictionaryAsync(row => row.Path, row => (row.Bytes, row.Modified), cancel));
    }

    private async Task<bool> TakeAsync(string folder, FileStamp file, CancellationToken cancel)
    {
        var path = Path.GetRelativePath(folder, file.Path);
        IntakeAnswer answer;
        try
        {
            // Refused while a program that locks its files holds it.
            await using var content = new FileStream(file.Path, FileMode.Open, FileAccess.Read, FileShare.Read);
            answer = await intake.TakeAsync(Path.GetFileName(path), content, cancel);
        }
        catch (IOException)
        {
            return false;
        }
        catch (UnauthorizedAccessException)
        {
            await SettleAsync(
                path, file, WatchedState.Refused, $"{path}: the server may not read it. Give it the right to, then write the file again.",
                cancel);
            return true;
        }

        // A fault of the server passes; a file that is no picture stays one until it changes.
        if (answer.Problem?.Type is "/problems/disk-full" or "/problems/not-taken-in")
            return false;
        await SettleAsync(
            path, file, answer.Problem is null ? WatchedState.Taken : WatchedState.Refused, answer.Problem?.Detail ?? "", cancel);
        return true;
    }

    private async Task SettleAsync(string path, FileStamp file, WatchedState state, string sentence, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        await database.WatchedFiles.Where(row => row.Path == path).ExecuteDeleteAsync(cancel);
        database.WatchedFiles.Add(
            new WatchedFileRow { Path = path, Bytes = file.Bytes, Modified = file.Modified, State = state, Sentence = sentence });
        await database.SaveChangesAsync(cancel);
        settled![path] = (file.Bytes, file.Modified);
    }

    private static bool IsWanted(FileInfo file) =>
        !Passing.Contains(file.Extension, StringComparer.OrdinalIgnoreCase) &&
            !Leftovers.Contains(file.Name, StringComparer.OrdinalIgnoreCase);
}
