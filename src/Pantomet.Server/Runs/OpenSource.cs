using Pantomet.Core.Recipes;
using Pantomet.Rendering;

namespace Pantomet.Server.Runs;

/// <summary>One variant to make.</summary>
/// <param name="Source">The open source that it is cut from.</param>
/// <param name="PairingSequence">Its pairing's row.</param>
/// <param name="Pairing">Its pairing.</param>
/// <param name="Variant">What to make.</param>
internal sealed record VariantJob(OpenSource Source, long PairingSequence, Pairing Pairing, PlannedVariant Variant);

/// <summary>A pairing of which every variant was in hand.</summary>
/// <param name="RunId">Its run.</param>
/// <param name="Sequence">Its row.</param>
/// <param name="IsLost">Whether what became of one of its variants could not be written down.</param>
internal readonly record struct EndedPairing(string RunId, long Sequence, bool IsLost);

/// <summary>A source that is being worked on for one run: decoded when its first variant needs it, let go after its last.</summary>
/// <param name="runId">The run.</param>
/// <param name="sourceId">The source.</param>
/// <param name="held">Its pixels.</param>
internal sealed class OpenSource(string runId, string sourceId, HeldSource? held) : IDisposable
{
    public string RunId { get; } = runId;

    public string SourceId { get; } = sourceId;

    /// <summary>Not yet begun. Guarded by the queue.</summary>
    public Queue<VariantJob> Waiting { get; } = new();

    /// <summary>Begun and not yet ended, per pairing. Guarded by the queue.</summary>
    public Dictionary<long, int> LeftOfPairing { get; } = [];

    /// <summary>Pairings of which a variant's end could not be written down. Guarded by the queue.</summary>
    public HashSet<long> Lost { get; } = [];

    /// <summary>Begun and not yet ended. Guarded by the queue.</summary>
    public int InHand { get; set; }

    /// <summary>Its run was paused: what is in hand is finished, the rest went back into the queue. Guarded by the queue.</summary>
    public bool IsPaused { get; set; }

    /// <summary>Whether who takes its next variant would wait for its pixels. Guarded by the queue.</summary>
    public bool IsBeingDecoded => InHand > 0 && held?.IsDecoded == false;

    public void Dispose() => held?.Dispose();
}
