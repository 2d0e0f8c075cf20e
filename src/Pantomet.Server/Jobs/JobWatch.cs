using System.Linq.Expressions;
using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;

namespace Pantomet.Server.Jobs;

/// <summary>A job as it is told of.</summary>
internal interface IJobAnswer
{
    JobState State { get; }
}

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
        string id, Expression<Func<TRow, T>> answer, [EnumeratorCancellation] CancellationToken cancel)
        where TRow : JobRow
        where T : class, IJobAnswer
    {
        // An open page must not hold up the server's end.
        var serverEnds = lifetime.ApplicationStopping;
        T? last = null;
        while (!cancel.IsCancellationRequested && !serverEnds.IsCancellationRequested)
        {
            T? now;
            await using (var database = await databases.CreateDbContextAsync(cancel))
                now = await database.Set<TRow>().AsNoTracking().Where(row => row.Id == id).Select(answer).SingleOrDefaultAsync(cancel);
            if (now is null)
                yield break;
            if (!now.Equals(last))
                yield return new SseItem<T>(last = now, "progress");
            if (!now.State.IsOpen())
                yield break;
            await Task.Delay(LookEvery, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }
}
