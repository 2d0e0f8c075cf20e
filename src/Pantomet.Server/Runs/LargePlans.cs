
namespace Pantomet.Server.Runs;

/// <summary>
/// Planning of a whole library for somebody who asks: a few at a time, without a thread for those who wait, and no longer than the asker
/// does.
/// </summary>
internal sealed class LargePlans : IDisposable
{
    private readonly SemaphoreSlim seats = new(Math.Max(1, Environment.ProcessorCount / 2));

    /// <summary>Works on each of some things, on as many cores as there are.</summary>
    /// <param name="of">Of what.</param>
    /// <param name="work">Looks at no database.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>In the same order.</returns>
    public async Task<List<TResult>> SelectAsync<T, TResult>(IReadOnlyCollection<T> of, Func<T, TResult> work, CancellationToken cancel)
    {
        await seats.WaitAsync(cancel);
        try
        {
            return await Task.Run(() => of.AsParallel().AsOrdered().WithCancellation(cancel).Select(work).ToList(), cancel);
        }
        finally
        {
            seats.Release();
        }
    }

    public void Dispose() => seats.Dispose();
}
