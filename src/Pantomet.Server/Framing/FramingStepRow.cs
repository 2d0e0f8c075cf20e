using Pantomet.Core.Framing;

namespace Pantomet.Server.Framing;

/// <summary>One thing that was done to the framing of a source, so that it can be undone and redone for good.</summary>
internal sealed class FramingStepRow
{
    public long Sequence { get; init; }

    public required string SourceId { get; init; }

    /// <summary>What was done, in a few words.</summary>
    public required string Label { get; init; }

    public required SourceFraming Before { get; init; }

    public required SourceFraming After { get; init; }

    public bool IsUndone { get; set; }
}
