using Microsoft.EntityFrameworkCore;
using Pantomet.Rendering;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Packages;

/// <summary>
/// Makes the packages that are due, one after the other. The queue is the database, so a package that a crash interrupted is made again.
/// </summary>
internal sealed class PackageWorker(
    IServiceScopeFactory scopes, IDbContextFactory<PantometDb> databases, TimeProvider clock,
    ILogger<PackageWorker> log) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(2);
    private readonly SemaphoreSlim wakeUps = new(0);

    /// <summary>There is a package to make.</summary>
    public void Wake() => wakeUps.Release();

    public override void Dispose()
    {
        wakeUps.Dispose();
        base.Dispose();
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                while (await MakeNextAsync(stoppingToken))
                {
                }

                await wakeUps.WaitAsync(stoppingToken);
            }
            catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
            {
                return;
            }
            catch (Exception problem)
            {
                // What became of a package could not be written down: a full disk, most likely. It is made again when that has passed.
                log.LogError(problem, "The packages stumbled");
                await Task.Delay(Pause, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }
        }
    }

    private async Task<bool> MakeNextAsync(CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        var database = scope.ServiceProvider.GetRequiredService<PantometDb>();
        if (await database.Packages.AsNoTracking().OrderBy(row => row.Sequence)
            .FirstOrDefaultAsync(row => row.State == PackageState.Queued, cancel) is not { } package)
            return false;
        var (handedOver, bytes, problem) = await MadeAsync(scope.ServiceProvider, package, cancel);
        await databases.WriteAsync(async changed =>
        {
            var row = await changed.Packages.SingleAsync(row => row.Id == package.Id);
            row.State = problem.Length == 0 ? PackageState.Done : PackageState.Failed;
            (row.Files, row.Bytes, row.Problem, row.EndedAt) = (handedOver.Count, bytes, problem, clock.GetUtcNow().UtcDateTime);
            // With the package's own state: it is handed over or it is not.
            await HandOverAsync(changed, handedOver);
            return row.State;
        });
        return true;
    }

    private async Task<(IReadOnlyList<HandedOverRow> HandedOver, long Bytes, string Problem)> MadeAsync(
        IServiceProvider services, PackageRow package, CancellationToken cancel)
    {
        try
        {
            var handedOver = await services.GetRequiredService<PackageBuilder>().BuildAsync(package, cancel);
            if (handedOver.Count > 0)
                return (handedOver, new FileInfo(PackageBuilder.PathOf(services.GetRequiredService<DataFolder>(), package.Id)).Length, "");
            return ([], 0, package.Selection.OnlyChanged
                ? "Nothing changed since the last package. What is out of date counts once it is rendered."
                : "There is no finished file in this selection. Render it first.");
        }
        catch (Exception problem) when (problem is not OperationCanceledException || !cancel.IsCancellationRequested)
        {
            log.LogError(problem, "Package {Id} failed", package.Id);
            return ([], 0, StorageFull.Is(problem)
                ? DiskFull.Sentence
                : "The package could not be written. Make it again; if that fails too, look into the server's log.");
        }
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
