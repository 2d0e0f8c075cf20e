namespace Pantomet.Rendering;

/// <summary>
/// How many may work on pixels at once, and how many bytes those may take together. Who waits is let in by priority, then in the order of
/// asking, so that a large picture is not passed over for ever.
/// </summary>
/// <param name="seats">At most so many at once; at least 1.</param>
/// <param name="maxBytes">Together; one that alone needs more is let in when nobody else is.</param>
public sealed class RenderSeats(int seats, long maxBytes)
{
    private readonly Lock gate = new();
    private readonly PriorityQueue<Place, (RenderPriority, long)> line = new();
    private long asked;
    private int taken;
    private long takenBytes;

    /// <summary>How many wait to be let in.</summary>
    public int Waiting
    {
        get
        {
            lock (gate)
                return line.UnorderedItems.Count(one => !one.Element.Entered.Task.IsCompleted);
        }
    }

    /// <summary>Waits to be let in.</summary>
    /// <param name="priority">Who goes first.</param>
    /// <param name="bytes">Memory that the work takes besides its source.</param>
    /// <param name="cancel">Gives up the place in the line.</param>
    /// <returns>Leaves when it is disposed of.</returns>
    public async Task<IDisposable> EnterAsync(RenderPriority priority, long bytes, CancellationToken cancel)
    {
        var place = new Place(bytes);
        lock (gate)
        {
            line.Enqueue(place, (priority, asked++));
            LetIn();
        }

        await using var givingUp = cancel.UnsafeRegister(_ => GiveUp(place, cancel), null);
        await place.Entered.Task;
        return new Seat(this, bytes);
    }

    private void GiveUp(Place place, CancellationToken cancel)
    {
        if (!place.Entered.TrySetCanceled(cancel))
            return;
        lock (gate)
            LetIn();
    }

    private void Leave(long bytes)
    {
        lock (gate)
        {
            taken--;
            takenBytes -= bytes;
            LetIn();
        }
    }

    private void LetIn()
    {
        while (line.TryPeek(out var first, out _))
        {
            if (!first.Entered.Task.IsCompleted)
            {
                if (taken == seats || (taken > 0 && takenBytes + first.Bytes > maxBytes))
                    return;
                // Whoever gave up at this very moment takes no seat.
                if (first.Entered.TrySetResult())
                {
                    taken++;
                    takenBytes += first.Bytes;
                }
            }

            line.Dequeue();
        }
    }

    private sealed record Place(long Bytes)
    {
        public TaskCompletionSource Entered { get; } = new(TaskCreationOptions.RunContinuationsAsynchronously);
    }

    private sealed class Seat(RenderSeats seats, long bytes) : IDisposable
    {
        private int isTaken = 1;

        public void Dispose()
        {
            if (Interlocked.Exchange(ref isTaken, 0) == 1)
                seats.Leave(bytes);
        }
    }
}
