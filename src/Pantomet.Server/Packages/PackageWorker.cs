using Microsoft.EntityFrameworkCore;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Packages;

/// <summary>Makes the packages that are due, one after the other. The queue is the database, so a package that a crash interrupted is made again.</summary>
internal sealed class PackageWorker(IServiceScopeFactory scopes, TimeProvider clock, ILogger<PackageWorker> log) : BackgroundService
{
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
        }
    }

    private async Task<bool> MakeNextAsync(CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        var database = scope.ServiceProvider.GetRequiredService<PantometDb>();
        if (await database.Packages.OrderBy(row => row.Sequence).FirstOrDefaultAsync(row => row.State == PackageState.Queued, cancel) is not { } package)
            return false;
        try
        {
            var handedOver = await scope.ServiceProvider.GetRequiredService<PackageBuilder>().BuildAsync(package, cancel);
            package.Files = handedOver.Count;
            // With the package's own state: it is handed over or it is not.
            database.HandedOver.AddRange(handedOver);
            var path = PackageBuilder.PathOf(scope.ServiceProvider.GetRequiredService<DataFolder>(), package.Id);
            package.State = package.Files > 0 ? PackageState.Done : PackageState.Failed;
            package.Bytes = package.Files > 0 ? new FileInfo(path).Length : 0;
            package.Problem = package.Files > 0 ? ""
                : package.Selection.OnlyChanged ? "Nothing changed since the last package. What is out of date counts once it is rendered."
                : "There is no finished file in this selection. Render it first.";
        }
        catch (Exception problem) when (problem is not OperationCanceledException)
        {
            log.LogError(problem, "Package {Id} failed", package.Id);
            package.State = PackageState.Failed;
            package.Problem = DiskFull.Is(problem) ? DiskFull.Sentence : "The package could not be written. Make it again; if that fails too, look into the server's log.";
        }

        package.EndedAt = clock.GetUtcNow().UtcDateTime;
        await database.SaveChangesAsync(cancel);
        return true;
    }
}
