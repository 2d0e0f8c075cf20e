using System.Runtime.CompilerServices;
using Pantomet.Core.Findings;

namespace Pantomet.Server.Storage;

/// <summary>The one way to change what depends on what is there: reading and writing under the database's only write lock.</summary>
/// <remarks>
/// SQLite has one writer at a time. A transaction that is one from its beginning (<c>BEGIN IMMEDIATE</c>,
/// https://www.sqlite.org/lang_transaction.html)
/// reads nothing that somebody else could change before it writes, so there is no conflict to run into: who comes second sees what the
/// first left.
/// Once begun it is carried through, whether or not the asker waits.
/// </remarks>
internal static class Writing
{
    // SQLite lets whoever asks at the right moment go first: work that writes step after step would keep all others out until they give up.
    // So those of one database come one after the other, as they asked.
    private static readonly ConditionalWeakTable<IDbContextFactory<PantometDb>, SemaphoreSlim> Queues = [];
    private static readonly TimeSpan LongestWait = TimeSpan.FromSeconds(30);

    private static readonly ConditionalWeakTable<IDbContextFactory<PantometDb>, StrongBox<long>> Counts = [];

    /// <summary>How often anything was written; equal numbers mean that nothing was in between.</summary>
    /// <param name="databases">Whose writing is meant.</param>
    public static long Changes(this IDbContextFactory<PantometDb> databases) => Volatile.Read(ref CountOf(databases).Value);

    /// <summary>Counts a change that shows only after it was written.</summary>
    /// <param name="databases">Whose writing is meant.</param>
    public static void NoteChange(this IDbContextFactory<PantometDb> databases) => Interlocked.Increment(ref CountOf(databases).Value);

    /// <summary>Does it, and keeps what it did.</summary>
    /// <param name="databases">Gives it a context of its own.</param>
    /// <param name="work">Reads and changes; keep it short, since others wait. Changed rows are stored after it.</param>
    public static async Task<T> WriteAsync<T>(this IDbContextFactory<PantometDb> databases, Func<PantometDb, Task<T>> work)
    {
        using var turn = await TurnAsync(databases);
        await using var database = await databases.CreateDbContextAsync();
        await using var transaction = await database.Database.BeginTransactionAsync();
        var result = await work(database);
        await database.SaveChangesAsync();
        await transaction.CommitAsync();
        databases.NoteChange();
        return result;
    }

    /// <summary>Does it, and keeps what it did unless it says what stands in the way.</summary>
    /// <param name="databases">Gives it a context of its own.</param>
    /// <param name="work">Reads and changes; keep it short, since others wait. Changed rows are stored after it.</param>
    public static async Task<Outcome<T>> TryWriteAsync<T>(
        this IDbContextFactory<PantometDb> databases, Func<PantometDb, Task<Outcome<T>>> work)
        where T : class
    {
        using var turn = await TurnAsync(databases);
        await using var database = await databases.CreateDbContextAsync();
        await using var transaction = await database.Database.BeginTransactionAsync();
        var outcome = await work(database);
        if (outcome.Refusal is not null)
            return outcome;
        await database.SaveChangesAsync();
        await transaction.CommitAsync();
        databases.NoteChange();
        return outcome;
    }

    private static StrongBox<long> CountOf(IDbContextFactory<PantometDb> databases) =>
        Counts.GetValue(databases, _ => new StrongBox<long>());

    private static async Task<Turn> TurnAsync(IDbContextFactory<PantometDb> databases)
    {
        var queue = Queues.GetValue(databases, _ => new SemaphoreSlim(1, 1));
        return await queue.WaitAsync(LongestWait)
            ? new Turn(queue)
            : throw new TimeoutException($"Somebody has been writing into the library for {LongestWait.TotalSeconds:0} seconds.");
    }

    private readonly struct Turn(SemaphoreSlim queue) : IDisposable
    {
        public void Dispose() => queue.Release();
    }
}
