namespace Pantomet.Rendering;

/// <summary>The same thing asked for by several at once is done once. It goes on as long as anybody waits for it.</summary>
/// <typeparam name="TKey">Names what is asked for.</typeparam>
/// <typeparam name="TResult">What comes of it; shared by all who asked.</typeparam>
public sealed class SingleFlight<TKey, TResult>
    where TKey : notnull
{
    private readonly Lock gate = new();
    private readonly Dictionary<TKey, Flight> flights = [];

    /// <summary>Does it, or waits for who does it already.</summary>
    /// <param name="key">Names it.</param>
    /// <param name="work">Is told to stop when nobody waits any more.</param>
    /// <param name="cancel">This asker is gone; the others still get it.</param>
    /// <returns>What came of it, and whether this asker was the first.</returns>
    public async Task<(TResult Result, bool IsFirst)> DoAsync(
        TKey key, Func<CancellationToken, Task<TResult>> work, CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        Flight flight;
        var isFirst = false;
        lock (gate)
        {
            if (!flights.TryGetValue(key, out flight!))
            {
                isFirst = true;
                flights[key] = flight = new Flight();
                flight.Task = Task.Run(() => RunAsync(key, flight, work), CancellationToken.None);
            }

            flight.Waiting++;
        }

        try
        {
            return (await flight.Task.WaitAsync(cancel), isFirst);
        }
        finally
        {
            lock (gate)
            {
                if (--flight.Waiting == 0 && !flight.Task.IsCompleted)
                {
                    // Who asks from now on begins anew.
                    Forget(key, flight);
                    flight.Cancel.Cancel();
                }
            }
        }
    }

    private async Task<TResult> RunAsync(TKey key, Flight flight, Func<CancellationToken, Task<TResult>> work)
    {
        try
        {
            return await work(flight.Cancel.Token);
        }
        finally
        {
            lock (gate)
                Forget(key, flight);
        }
    }

    private void Forget(TKey key, Flight flight)
    {
        if (flights.TryGetValue(key, out var now) && now == flight)
            flights.Remove(key);
    }

    private sealed class Flight
    {
        public CancellationTokenSource Cancel { get; } = new();

        public Task<TResult> Task { get; set; } = null!;

        public int Waiting { get; set; }
    }
}
