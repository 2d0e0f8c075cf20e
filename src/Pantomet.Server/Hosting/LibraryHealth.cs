using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Rendering;

namespace Pantomet.Server.Hosting;

/// <summary>Whether the library can be read and written at this moment.</summary>
internal sealed class LibraryHealth(IDbContextFactory<PantometDb> databases, DiskReserve reserve)
{
    /// <summary>Tries it.</summary>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>What is wrong; null where nothing is.</returns>
    public async Task<ProblemHttpResult?> ProblemAsync(CancellationToken cancel)
    {
        try
        {
            reserve.Balance();
            if (reserve.IsGivenAway)
                return Full();
            await using var database = await databases.CreateDbContextAsync(cancel);
            _ = await database.Destinations.AnyAsync(cancel);
            // Whoever gets the write lock can write.
            await using var transaction = await database.Database.BeginTransactionAsync(cancel);
            await transaction.RollbackAsync(cancel);
            return null;
        }
        catch (Exception problem) when (problem is not OperationCanceledException)
        {
            return StorageFull.Is(problem)
                ? Full()
                : Problems.Of(
                    StatusCodes.Status503ServiceUnavailable, "not-ready", "Not ready",
                    "The library cannot be read or written at this moment. Look into the server's log.");
        }
    }

    private static ProblemHttpResult Full() =>
        Problems.Of(StatusCodes.Status507InsufficientStorage, "disk-full", "The disk is full", DiskFull.Sentence);
}

internal static class HealthEndpoints
{
    public static void MapHealth(this IEndpointRouteBuilder routes) => routes.MapGet("/healthz", GetAsync).ExcludeFromDescription();

    private static async Task<Results<ContentHttpResult, ProblemHttpResult>> GetAsync(LibraryHealth health, CancellationToken cancel) =>
        await health.ProblemAsync(cancel) is { } problem ? problem : TypedResults.Text("ready");
}
