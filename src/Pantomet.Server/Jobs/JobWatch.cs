using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Pantomet.Server.Hosting;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Jobs;

/// <summary>Tells how jobs get on (server-sent events, HTML Living Standard 9.2).</summary>
internal sealed class JobWatch(IDbContextFactory<PantometDb> databases, IHostApplicationLifetime lifetime)
{
    private static readonly TimeSpan LookEvery = TimeSpan.FromMilliseconds(250);

    /// <summary>A stream of a job's states until it ends.</summary>
    /// <param name="id">The job.</param>
    /// <param name="name">What it is called where there is none.</param>
    /// <param name="answer">How it is told.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<Results<ServerSentEventsResult<T>, ProblemHttpResult>> EventsAsync<TRow, T>(
        string id, string name, Func<TRow, T> answer, CancellationToken cancel)
        where TRow : JobRow
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        return await database.Set<TRow>().AnyAsync(row => row.Id == id, cancel)
            ? TypedResults.ServerSentEvents(WatchAsync(id, answer, cancel))
            : Problems.NotFound(name, id);
    }

    // The database is looked at, and not the worker listened to: so every watcher sees what would survive a crash.
    private async IAsyncEnumerable<SseItem<T>> WatchAsync<TRow, T>(
        string id, Func<TRow, T> answer, [EnumeratorCancellation] CancellationToken cancel)
        where TRow : JobRow
    {
        // An open page must not hold up the server's end.
        var serverEnds = lifetime.ApplicationStopping;
        (bool IsTold, T? Told) last = default;
        while (!cancel.IsCancellationRequested && !serverEnds.IsCancellationRequested)
        {
            TRow? row;
            await using (var database = await databases.CreateDbContextAsync(cancel))
                row = await database.Set<TRow>().AsNoTracking().SingleOrDefaultAsync(one => one.Id == id, cancel);
            if (row is null)
                yield break;
            var now = answer(row);
            if (!last.IsTold || !Equals(now, last.Told))
                yield return new SseItem<T>(now, "progress");
            last = (true, now);
            if (!row.IsOpen)
                yield break;
            await Task.Delay(LookEvery, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }
}
