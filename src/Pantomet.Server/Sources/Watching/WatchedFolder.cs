using Pantomet.Core.Sources;
using Pantomet.Server.Hosting;
using Pantomet.Server.Jobs;

namespace Pantomet.Server.Sources.Watching;

/// <summary>Has taken in what appears in a folder, once it is complete. Nothing in the folder is ever changed or deleted.</summary>
/// <remarks>It looks again and again rather than waiting to be told: shared drives tell nothing. Hidden files and links are passed
/// over.</remarks>
internal sealed class WatchedFolder(
    ServerSettings settings, IDbContextFactory<PantometDb> databases, WakeSignal signal, TimeProvider clock, ILogger<WatchedFolder> log)
    : BackgroundService
{
    private const int LooksUntilComplete = 3;
    private const int JobsKept = 100;

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

    // As far as the database was asked: a look each second must not read all of it.
    private readonly HashSet<FileStamp> settled = [];

    /// <summary>Files that may be in the middle of being written, are held by somebody, or whose turn has not come.</summary>
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
                .Select(
                    file => new FileStamp(Path.GetRelativePath(folder, file.FullName), file.Length, file.LastWriteTimeUtc.Ticks)).ToList()
            : [];
        var complete = quiet.Look(there).Where(file => !settled.Contains(file)).ToList();
        if (complete.Count > 0)
            await AskAsync(folder, complete, cancel);
        Waiting = there.Count(file => !settled.Contains(file));
    }

    // One job at a time: what appears meanwhile is for the next, and whoever holds it up holds the folder up.
    private async Task AskAsync(string folder, List<FileStamp> complete, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        if (await database.Intakes.AnyAsync(
            row => row.State == JobState.Queued || row.State == JobState.Running || row.State == JobState.Paused, cancel))
            return;
        var paths = complete.ConvertAll(file => file.Path);
        settled.UnionWith(
            await database.WatchedFiles.AsNoTracking().Where(row => paths.Contains(row.Path))
                .Select(row => new FileStamp(row.Path, row.Bytes, row.Modified)).ToListAsync(cancel));
        var files = complete.FindAll(file => !settled.Contains(file) && IntakeJobs.CanBeRead(Path.Combine(folder, file.Path)));
        if (files.Count == 0)
            return;
        await databases.WriteAsync(async changing =>
        {
            await changing.Intakes.OrderByDescending(row => row.Sequence).Skip(JobsKept).ExecuteDeleteAsync(cancel);
            changing.Intakes.Add(new IntakeRow
            {
                Id = Guid.NewGuid().ToString("N"),
                State = JobState.Queued,
                Files = files,
                Total = files.Count,
                BytesIn = files.Sum(file => file.Bytes),
                AskedAt = clock.GetUtcNow().UtcDateTime,
            });
            return true;
        });
        signal.Wake();
    }

    private static bool IsWanted(FileInfo file) =>
        !Passing.Contains(file.Extension, StringComparer.OrdinalIgnoreCase) &&
            !Leftovers.Contains(file.Name, StringComparer.OrdinalIgnoreCase);
}
