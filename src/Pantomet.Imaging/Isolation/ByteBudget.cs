namespace Pantomet.Imaging.Isolation;

/// <summary>
/// So many bytes of memory to share out. Who asks is served in the order of asking, so that a large request is not passed over for ever.
/// </summary>
/// <param name="totalBytes">All that there is.</param>
public sealed class ByteBudget(long totalBytes)
{
    private readonly Lock gate = new();
    private readonly LinkedList<(long Bytes, TaskCompletionSource Granted)> waiting = new();
    private long free = totalBytes;

    /// <summary>All that there is.</summary>
    public long TotalBytes { get; } = totalBytes;

    /// <summary>Waits for some of it.</summary>
    /// <param name="bytes">More than there is takes all of it.</param>
    /// <param name="cancel">Gives up the place in the line.</param>
    /// <returns>Gives it back when it is disposed of.</returns>
    public async Task<IDisposable> TakeAsync(long bytes, CancellationToken cancel)
    {
        var wanted = Math.Min(bytes, TotalBytes);
        var granted = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        LinkedListNode<(long, TaskCompletionSource)> place;
        lock (gate)
        {
            place = waiting.AddLast((wanted, granted));
            Grant();
        }

        try
        {
            await granted.Task.WaitAsync(cancel);
        }
        catch (OperationCanceledException)
        {
            lock (gate)
            {
                // Granted at the very moment: it goes back.
                if (granted.Task.IsCompleted)
                    free += wanted;
                else
                    waiting.Remove(place);
                Grant();
            }

            throw;
        }

        return new Share(this, wanted);
    }

    private void GiveBack(long bytes)
    {
        lock (gate)
        {
            free += bytes;
            Grant();
        }
    }

    private void Grant()
    {
        while (waiting.First is { Value: var (bytes, granted) } first && bytes <= free)
        {
            free -= bytes;
            waiting.Remove(first);
            granted.SetResult();
        }
    }

    private sealed class Share(ByteBudget budget, long bytes) : IDisposable
    {
        private int isHeld = 1;

        public void Dispose()
        {
            if (Interlocked.Exchange(ref isHeld, 0) == 1)
                budget.GiveBack(bytes);
        }
    }
}
