using Microsoft.EntityFrameworkCore;
using Pantomet.Imaging;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Hosting;

/// <summary>What must be true before the first request: the decoder is set up, the database is current, leftovers of a crash are gone, the demo is there.</summary>
internal static class StartUp
{
    public static async Task PrepareAsync(IServiceProvider services, CancellationToken cancel)
    {
        services.GetRequiredService<FolderLock>().Take();
        VipsRuntime.Start();
        services.GetRequiredService<ContentStore>().ClearAside();
        await using var scope = services.CreateAsyncScope();
        var database = scope.ServiceProvider.GetRequiredService<PantometDb>();
        await database.Database.MigrateAsync(cancel);
        // Readers and the writer do not wait for each other, and what was committed survives a crash of the process.
        await database.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL;", cancel);
        await scope.ServiceProvider.GetRequiredService<DemoLibrary>().MakeAsync(cancel);
    }
}
