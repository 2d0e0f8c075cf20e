using Pantomet.Rendering;
using Pantomet.Server.Jobs;

namespace Pantomet.Server.Packages;

/// <summary>Makes packages.</summary>
internal sealed class PackageJobs(
    IServiceScopeFactory scopes, IDbContextFactory<PantometDb> databases, DataFolder folder, WakeSignal signal, TimeProvider clock,
    ILogger<PackageJobs> log) : QueuedJobs<PackageRow>(databases, signal, clock, log)
{
    private static readonly TimeSpan TellEvery = TimeSpan.FromSeconds(0.5);

    public override JobKind Kind => JobKind.Package;

    protected override async Task DoAsync(PackageRow job, CancellationToken stop)
    {
        var (files, handedOver, bytes, problem) = await MadeAsync(job, stop);
        var isKept = await Databases.WriteAsync(async database =>
        {
            // Whoever cancelled or paused it meanwhile came first.
            if (await database.Packages.SingleOrDefaultAsync(row => row.Id == job.Id && row.State == JobState.Running) is not { } row)
                return false;
            if (problem.Length > 0)
                Fail(row, problem);
            else
                (row.State, row.EndedAt) = (JobState.Done, Now);
            (row.Total, row.Done, row.BytesOut) = (files, files, bytes);
            // With the package's own state: it is handed over or it is not.
            await HandOverAsync(database, handedOver);
            return true;
        });
        if (!isKept)
            File.Delete(PackageBuilder.PathOf(folder, job.Id));
    }

    private async Task<(int Files, IReadOnlyList<HandedOverRow> HandedOver, long Bytes, string Problem)> MadeAsync(
        PackageRow package, CancellationToken cancel)
    {
        try
        {
            await using var scope = scopes.CreateAsyncScope();
            var (files, handedOver) = await scope.ServiceProvider.GetRequiredService<PackageBuilder>()
                .BuildAsync(package, Tell(package.Id), cancel);
            if (files > 0)
                return (files, handedOver, new FileInfo(
                    PackageBuilder.PathOf(scope.ServiceProvider.GetRequiredService<DataFolder>(), package.Id)).Length, "");
            return (0, [], 0, package.Selection.AdHoc is not null
                ? "None of the files could be made. Look at what was said of each picture."
                : package.Selection.Site is not null
                ? "None of these pictures can be made lighter. They stay as they are."
                : package.Selection.OnlyChanged
                ? "Nothing changed since the last package. What is out of date counts once it is rendered."
                : "There is no finished file in this selection. Render it first.");
        }
        catch (Exception problem) when (problem is not OperationCanceledException || !cancel.IsCancellationRequested)
        {
            Log.LogError(problem, "Package {Id} failed", package.Id);
            return (0, [], 0, StorageFull.Is(problem)
                ? DiskFull.Sentence
                : "The package could not be written. Make it again; if that fails too, look into the server's log.");
        }
    }

    // Not of every file: each is a write.
    private PackageProgress Tell(string id)
    {
        var told = Clock.GetTimestamp();
        return async (done, total) =>
        {
            if (Clock.GetElapsedTime(told) < TellEvery)
                return;
            told = Clock.GetTimestamp();
            await Databases.WriteAsync(database => database.Packages.Where(row => row.Id == id && row.State == JobState.Running)
                .ExecuteUpdateAsync(row => row.SetProperty(one => one.Done, done).SetProperty(one => one.Total, total)));
        };
    }

    // What lies at each path is remembered once, whichever package put it there.
    private static async Task HandOverAsync(PantometDb database, IReadOnlyList<HandedOverRow> files)
    {
        foreach (var ofDestination in files.GroupBy(file => file.DestinationId))
        {
            var paths = ofDestination.Select(file => file.Path).ToList();
            await database.HandedOver.Where(row => row.DestinationId == ofDestination.Key && paths.Contains(row.Path)).ExecuteDeleteAsync();
        }

        database.HandedOver.AddRange(files);
    }
}
