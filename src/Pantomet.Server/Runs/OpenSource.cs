using Pantomet.Core.Runs;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Server.Runs;

/// <summary>One variant to make.</summary>
/// <param name="Source">The open source that it is cut from.</param>
/// <param name="PairingSequence">Its pairing's row.</param>
/// <param name="Pairing">Its pairing.</param>
/// <param name="Variant">What to make.</param>
internal sealed record VariantJob(OpenSource Source, long PairingSequence, Pairing Pairing, PlannedVariant Variant);

/// <summary>A source that is being worked on for one run: decoded when its first variant needs it, let go after its last.</summary>
internal sealed class OpenSource(string runId, string sourceId, Func<DecodedSource> decode) : IDisposable
{
    private readonly Lazy<DecodedSource> decoded = new(decode);

    public string RunId { get; } = runId;

    public string SourceId { get; } = sourceId;

    /// <summary>Not yet begun. Guarded by the queue.</summary>
    public Queue<VariantJob> Waiting { get; } = new();

    /// <summary>Begun and not yet ended, per pairing. Guarded by the queue.</summary>
    public Dictionary<long, int> LeftOfPairing { get; } = [];

    /// <summary>Begun and not yet ended. Guarded by the queue.</summary>
    public int InHand { get; set; }

    /// <summary>Its run was paused: what is in hand is finished, the rest went back into the queue. Guarded by the queue.</summary>
    public bool IsPaused { get; set; }

    /// <summary>Whether who takes its next variant would wait for its pixels. Guarded by the queue.</summary>
    public bool IsBeingDecoded => InHand > 0 && !decoded.IsValueCreated;

    /// <summary>The pixels; the first caller decodes, others wait for it.</summary>
    public DecodedSource Decoded => decoded.Value;

    public void Dispose()
    {
        if (decoded.IsValueCreated)
            decoded.Value.Dispose();
    }
}
