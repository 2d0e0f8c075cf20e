namespace Pantomet.Server.Jobs;

/// <summary>Says that there may be something to do.</summary>
internal sealed class WakeSignal
{
    private TaskCompletionSource next = New();

    /// <summary>Ends at the next wake. Taken before looking for work, so that none is missed in between.</summary>
    public Task Next => Volatile.Read(ref next).Task;

    /// <summary>Wakes all who wait.</summary>
    public void Wake() => Interlocked.Exchange(ref next, New()).TrySetResult();

    private static TaskCompletionSource New() => new(TaskCreationOptions.RunContinuationsAsynchronously);
}
