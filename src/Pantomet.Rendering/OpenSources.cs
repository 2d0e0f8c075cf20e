using Pantomet.Imaging.Rendering;

namespace Pantomet.Rendering;

/// <summary>
/// Decoded sources, each once however many work on it, within a budget of bytes. One that nobody holds stays until its room is needed.
/// </summary>
/// <remarks>One that is larger than the budget is opened when no other is held, so that nothing waits for ever.</remarks>
/// <param name="maxBytes">Of all that are held.</param>
/// <param name="maxRunBytes">Of those that runs may open; the rest is for who looks at the screen.</param>
public sealed class OpenSources(long maxBytes, long maxRunBytes) : IDisposable
{
    private readonly Lock gate = new();
    private readonly Dictionary<string, Entry> entries = [];
    private readonly PriorityQueue<Waiting, (RenderPriority, long)> line = new();
    private long uses;

    /// <summary>Waits for room, and holds a source. Its pixels are decoded when somebody asks for them first.</summary>
    /// <param name="source">What to open.</param>
    /// <param name="priority">Who goes first.</param>
    /// <param name="cancel">Gives up the place in the line.</param>
    public async Task<HeldSource> HoldAsync(SourceToOpen source, RenderPriority priority, CancellationToken cancel)
    {
        var waiting = new Waiting(source, priority);
        lock (gate)
        {
            line.Enqueue(waiting, (priority, uses++));
            LetIn();
        }

        await using var givingUp = cancel.UnsafeRegister(_ => GiveUp(waiting, cancel), null);
        return await waiting.Held.Task;
    }

    /// <summary>Holds a source that somebody has opened already.</summary>
    /// <param name="sha256">Of its bytes.</param>
    /// <param name="priority">Says which part of the budget is used from now on.</param>
    /// <returns>Null where it is not open.</returns>
    public HeldSource? TryHoldOpen(string sha256, RenderPriority priority)
    {
        lock (gate)
            return entries.TryGetValue(sha256, out var entry) ? Held(entry, priority) : null;
    }

    /// <summary>Holds a source if there is room for it at once.</summary>
    /// <param name="source">What to open.</param>
    /// <param name="priority">Says which part of the budget may be used.</param>
    /// <returns>Null where there is no room.</returns>
    public HeldSource? TryHold(SourceToOpen source, RenderPriority priority)
    {
        lock (gate)
            return Hold(source, priority);
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        foreach (var entry in entries.Values)
            entry.Dispose();
    }

    private HeldSource? Hold(SourceToOpen source, RenderPriority priority)
    {
        if (!entries.TryGetValue(source.Sha256, out var entry))
        {
            if (!Fits(source.Bytes, priority))
                return null;
            MakeRoom(source.Bytes);
            entries[source.Sha256] = entry = new Entry(source.Sha256, source.Bytes, source.Open);
        }

        return Held(entry, priority);
    }

    private HeldSource Held(Entry entry, RenderPriority priority)
    {
        entry.Holders++;
        entry.LastUse = uses++;
        entry.IsOfRun &= priority >= RenderPriority.Run;
        return new HeldSource(entry.Pixels, () => Release(entry));
    }

    private bool Fits(long bytes, RenderPriority priority)
    {
        var held = entries.Values.Where(entry => entry.Holders > 0).ToList();
        var isRun = priority >= RenderPriority.Run;
        var ofKind = held.Where(entry => entry.IsOfRun == isRun).ToList();
        // One of its kind is always let in: a run must not keep who looks at the screen waiting for its end, nor the other way round.
        return ofKind.Count == 0 ||
            (isRun ? ofKind.Sum(entry => entry.Bytes) + bytes <= maxRunBytes : held.Sum(entry => entry.Bytes) + bytes <= maxBytes);
    }

    // What nobody holds goes, the one that was used longest ago first.
    private void MakeRoom(long bytes)
    {
        foreach (var unused in entries.Values.Where(entry => entry.Holders == 0).OrderBy(entry => entry.LastUse).ToList())
        {
            if (entries.Values.Sum(entry => entry.Bytes) + bytes <= maxBytes)
                return;
            Remove(unused);
        }
    }

    private void Release(Entry entry)
    {
        lock (gate)
        {
            entry.Holders--;
            // What failed is tried anew by who comes next; what was read for one cut is read through.
            if (entry.Holders == 0 && (entry.IsOfRun || !entry.IsSound))
                Remove(entry);
            LetIn();
        }
    }

    // Who stands behind one that needs more room than there is waits too: a large picture is not passed over for ever. What is open
    // already needs none.
    private void LetIn()
    {
        var kept = new List<(Waiting, (RenderPriority, long))>();
        // Runs, and who looks at the screen: each has its own room.
        var full = new HashSet<bool>();
        while (line.TryDequeue(out var next, out var place))
        {
            if (next.Held.Task.IsCompleted)
                continue;
            var isOfRun = next.Priority >= RenderPriority.Run;
            var isPassedOver = full.Contains(isOfRun) && !entries.ContainsKey(next.Source.Sha256);
            var held = isPassedOver ? null : Hold(next.Source, next.Priority);
            if (held is null)
            {
                full.Add(isOfRun);
                kept.Add((next, place));
            }
            else if (!next.Held.TrySetResult(held))
            {
                // Whoever gave up at this very moment holds nothing.
                Task.Run(held.Dispose);
            }
        }

        line.EnqueueRange(kept);
    }

    private void GiveUp(Waiting waiting, CancellationToken cancel)
    {
        if (!waiting.Held.TrySetCanceled(cancel))
            return;
        lock (gate)
            LetIn();
    }

    private void Remove(Entry entry)
    {
        if (entries.TryGetValue(entry.Sha256, out var now) && now == entry)
            entries.Remove(entry.Sha256);
        entry.Dispose();
    }

    private sealed record Waiting(SourceToOpen Source, RenderPriority Priority)
    {
        public TaskCompletionSource<HeldSource> Held { get; } = new(TaskCreationOptions.RunContinuationsAsynchronously);
    }

    private sealed class Entry(string sha256, long bytes, Func<DecodedSource> open) : IDisposable
    {
        public string Sha256 { get; } = sha256;

        public long Bytes { get; } = bytes;

        public Lazy<DecodedSource> Pixels { get; } = new(open);

        public int Holders { get; set; }

        public long LastUse { get; set; }

        public bool IsOfRun { get; set; } = true;

        public bool IsSound => Pixels.IsValueCreated;

        public void Dispose()
        {
            if (Pixels.IsValueCreated)
                Pixels.Value.Dispose();
        }
    }
}

/// <summary>A source that somebody works on.</summary>
/// <param name="pixels">Decoded by who asks first; others wait for it.</param>
/// <param name="evicted">Told once.</param>
public sealed class HeldSource(Lazy<DecodedSource> pixels, Action evicted) : IDisposable
{
    private int isHeld = 1;

    /// <summary>The pixels; the first caller decodes.</summary>
    /// <exception cref="Core.Findings.UnreadableException">The original is not there, is not what came in, or is damaged.</exception>
    public DecodedSource Decoded => pixels.Value;

    /// <summary>Whether it is decoded, so that who asks for the pixels does not wait.</summary>
    public bool IsDecoded => pixels.IsValueCreated;

    /// <inheritdoc/>
    public void Dispose()
    {
        if (Interlocked.Exchange(ref isHeld, 0) == 1)
            evicted();
    }
}
