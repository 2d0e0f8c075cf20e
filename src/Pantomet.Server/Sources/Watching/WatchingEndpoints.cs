using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Sources.Watching;

/// <summary>How the watched folder stands.</summary>
/// <param name="Folder">On the server; null when none is watched.</param>
/// <param name="IsThere">Whether it could be looked into.</param>
/// <param name="Taken">Files that are sources now.</param>
/// <param name="Waiting">Files that may still be being written.</param>
/// <param name="Refused">Those that cannot be taken in, with the reason.</param>
internal sealed record WatchingAnswer(string? Folder, bool IsThere, int Taken, int Waiting, IReadOnlyList<RefusedFile> Refused);

/// <summary>A file of the watched folder that is no source.</summary>
internal sealed record RefusedFile(string Path, string Sentence);

internal static class WatchingEndpoints
{
    public static void MapWatching(this IEndpointRouteBuilder routes) =>
        routes.MapGet("/api/watching", GetAsync).WithTags("Sources").WithName("getWatching");

    private static async Task<Ok<WatchingAnswer>> GetAsync(
        PantometDb database, ServerSettings settings, WatchedFolder folder, CancellationToken cancel)
    {
        if (settings.WatchedFolder is null)
            return TypedResults.Ok(new WatchingAnswer(null, false, 0, 0, []));
        var taken = await database.WatchedFiles.CountAsync(row => row.State == WatchedState.Taken, cancel);
        var refused = await database.WatchedFiles.AsNoTracking().Where(row => row.State == WatchedState.Refused).OrderBy(row => row.Path)
            .ToListAsync(cancel);
        return TypedResults.Ok(
            new WatchingAnswer(
                settings.WatchedFolder, folder.IsThere, taken, folder.Waiting,
                [.. refused.Select(row => new RefusedFile(row.Path, row.Sentence))]));
    }
}
