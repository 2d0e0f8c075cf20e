using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using Microsoft.EntityFrameworkCore;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Jobs;

/// <summary>Tells how jobs get on (server-sent events, HTML Living Standard 9.2).</summary>
internal sealed class JobWatch(IDbContextFactory<PantometDb> databases, IHostApplicationLifetime lifetime)
{
    private static readonly TimeSpan LookEvery = TimeSpan.FromMilliseconds(250);

    /// <summary>Whether there is such a job.</summary>
    public async Task<bool> HasAsync<TRow>(string id, CancellationToken cancel)
        where TRow : JobRow
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        return await database.Set<TRow>().AnyAsync(row => row.Id == id, cancel);
    }

    /// <summary>A job's states, each as it is reached, until it ends.</summary>
    /// <param name="id">The job.</param>
    /// <param name="answer">How it is told.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <remarks>The database is looked at, and not the worker listened to: so every watcher sees what would survive a crash.</remarks>
    public async IAsyncEnumerable<SseItem<T>> WatchAsync<TRow, T>(
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
