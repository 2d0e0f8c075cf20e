using Pantomet.Core.Sources;
using Pantomet.Server.Hosting;
using Pantomet.Server.Jobs;

namespace Pantomet.Server.Sources.Watching;

/// <summary>Takes in what appeared in the watched folder, some files at once. Each is settled by itself: a crash loses nothing.</summary>
internal sealed class IntakeJobs(
    ServerSettings settings, SourceIntake intake, IDbContextFactory<PantometDb> databases, WakeSignal signal, TimeProvider clock,
    ILogger<IntakeJobs> log) : QueuedJobs<IntakeRow>(databases, signal, clock, log)
{
    // A fault of the server passes, or the file is refused in the end. A full disk stays until somebody makes room.
    private const int MaxTries = 8;

    public override JobKind Kind => JobKind.Intake;

    /// <summary>What is left of it is not asked for again by itself.</summary>
    public override async Task CancelAsync(PantometDb database, string id)
    {
        var job = await database.Intakes.SingleAsync(row => row.Id == id);
        foreach (var file in await LeftAsync(database, job))
            await SettleAsync(
                database, file, WatchedState.Refused,
                $"{file.Path}: Taking it in was cancelled. Drop it on Sources, or write it into the folder again.");
    }

    protected override async Task DoAsync(IntakeRow job, CancellationToken stop)
    {
        for (var tries = 1; ; tries++)
        {
            await using var database = await Databases.CreateDbContextAsync(stop);
            var left = await LeftAsync(database, job);
            var isLast = tries >= MaxTries;
            await Parallel.ForEachAsync(
                left, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount, CancellationToken = stop },
                async (file, cancel) => await TakeAsync(job, file, isLast, cancel));
            // Files that are gone, or that another program holds now, are for another look into the folder.
            var lost = (await LeftAsync(database, job)).Count(file => !CanBeRead(PathOf(file)));
            if (await Databases.WriteAsync(changing => EndedAsync(changing, job, lost)))
                return;
            await Task.Delay(settings.WatchEvery, stop);
        }
    }

    private static async Task<IReadOnlyList<FileStamp>> LeftAsync(PantometDb database, IntakeRow job)
    {
        var paths = job.Files.Select(file => file.Path).ToList();
        var settled = await database.WatchedFiles.AsNoTracking().Where(row => paths.Contains(row.Path))
            .Select(row => new FileStamp(row.Path, row.Bytes, row.Modified)).ToListAsync();
        return [.. job.Files.Except(settled)];
    }

    // Whoever cancelled or paused it meanwhile came first.
    private async Task<bool> EndedAsync(PantometDb database, IntakeRow job, int lost)
    {
        if (await database.Intakes.SingleOrDefaultAsync(row => row.Id == job.Id && row.State == JobState.Running) is not { } row)
            return true;
        row.LeftOut = lost;
        if (row.Done + row.Failed + row.LeftOut < row.Total)
            return false;
        (row.State, row.EndedAt) = (JobState.Done, Now);
        return true;
    }

    private async Task TakeAsync(IntakeRow job, FileStamp file, bool isLast, CancellationToken cancel)
    {
        IntakeAnswer answer;
        try
        {
            // Refused while a program that locks its files holds it.
            await using var content = new FileStream(PathOf(file), FileMode.Open, FileAccess.Read, FileShare.Read);
            answer = await intake.TakeAsync(Path.GetFileName(file.Path), content, cancel);
        }
        catch (IOException)
        {
            return;
        }
        catch (UnauthorizedAccessException)
        {
            answer = new IntakeAnswer(
                file.Path, Problem: new IntakeProblem(
                    "/problems/forbidden",
                    $"{file.Path}: The server may not read it. Give it the right to, then write the file again."));
        }

        var isFault = answer.Problem?.Type is "/problems/disk-full" || (answer.Problem?.Type is "/problems/not-taken-in" && !isLast);
        await Databases.WriteAsync(async database =>
        {
            var (done, failed) = isFault ? (0, 0) : answer.Problem is null ? (1, 0) : (0, 1);
            var problem = answer.Problem?.Detail ?? "";
            await database.Intakes.Where(row => row.Id == job.Id).ExecuteUpdateAsync(row => row
                .SetProperty(one => one.Done, one => one.Done + done).SetProperty(one => one.Failed, one => one.Failed + failed)
                .SetProperty(one => one.Problem, one => problem == "" ? one.Problem : problem));
            if (!isFault)
                await SettleAsync(database, file, failed == 0 ? WatchedState.Taken : WatchedState.Refused, problem);
            return true;
        });
    }

    private static async Task SettleAsync(PantometDb database, FileStamp file, WatchedState state, string sentence)
    {
        await database.WatchedFiles.Where(row => row.Path == file.Path).ExecuteDeleteAsync();
        database.WatchedFiles.Add(new WatchedFileRow
        {
            Path = file.Path,
            Bytes = file.Bytes,
            Modified = file.Modified,
            State = state,
            Sentence = sentence,
        });
    }

    // Without a folder to look into, it is not there.
    private string PathOf(FileStamp file) => Path.Combine(settings.WatchedFolder ?? "/nowhere", file.Path);

    /// <summary>Whether a file is there, and no program keeps others from reading it. One that the server may not read is told of
    /// when its turn comes.</summary>
    public static bool CanBeRead(string path)
    {
        try
        {
            using var file = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.Read);
            return true;
        }
        catch (UnauthorizedAccessException)
        {
            return true;
        }
        catch (IOException)
        {
            return false;
        }
    }
}
