using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Core.Weight;
using Pantomet.Server.Jobs;
using Pantomet.Server.Rendering;

namespace Pantomet.Server.Runs;

/// <summary>Where a pairing of a run stands; the queue of the background work.</summary>
internal enum QueueState
{
    Queued,
    Running,
    Done,
    Cancelled,

    /// <summary>Given up: a finding says why.</summary>
    Failed,
}

/// <summary>Where a source–slot pairing stands, whatever run it was in.</summary>
internal enum PairingState
{
    Open,
    Done,
    Stale,
    Blocked,
    Running,
    LeftOut,
}

/// <summary>What became of a variant.</summary>
internal enum VariantState
{
    /// <summary>There is a file, and it passed its check.</summary>
    Done,

    /// <summary>There is no file, and the findings say why.</summary>
    Blocked,

    /// <summary>There is no file, since another format of the slot serves as well with fewer bytes.</summary>
    Unneeded,
}

/// <summary>A run in the database.</summary>
internal sealed class RunRow() : JobRow(JobKind.Run)
{
    /// <summary>Pairings that a stop finding keeps from being complete.</summary>
    public required int Blocked { get; init; }
}

/// <summary>A pairing of a run in the database.</summary>
internal sealed class PairingRow
{
    public long Sequence { get; init; }

    public required string RunId { get; init; }

    public required string SourceId { get; init; }

    public required string SlotId { get; init; }

    public required QueueState State { get; set; }

    /// <summary>Variants planned when the run was asked for; null where that was not counted.</summary>
    public int? Planned { get; init; }

    /// <summary>How often it was begun without a file coming of it.</summary>
    public int Attempts { get; set; }

    public required IReadOnlyList<Finding> Findings { get; set; }
}

/// <summary>A variant that a run made, or found made already, in the database.</summary>
internal sealed class RunFileRow
{
    public required string RunId { get; init; }

    public required long VariantSequence { get; init; }
}

/// <summary>
/// What became of a file that a plan asks for, in the database. The file itself is a row of its own, which others may point at too.
/// </summary>
internal sealed class VariantRow
{
    public long Sequence { get; init; }

    public required string Id { get; init; }

    /// <summary>The run that it was made in; others that wanted the same name it in <see cref="RunFileRow"/>.</summary>
    public required string RunId { get; init; }

    public required string SourceId { get; init; }

    public required string SlotId { get; init; }

    /// <summary>Name of a tier; null for a slot without tiers.</summary>
    public string? Tier { get; init; }

    /// <summary>The density that the file is made for; null when it is not made for one.</summary>
    public double? Density { get; init; }

    public required string FileName { get; set; }

    public required int Width { get; init; }

    public required int Height { get; init; }

    /// <summary>Of the file, or of the one that could not be made.</summary>
    public required PictureFormat Format { get; init; }

    /// <summary>Whether a person had set its format and quality.</summary>
    public bool IsByHand { get; init; }

    /// <summary>Hash of the recipe that was asked for, or of the one that its file is kept under.</summary>
    public required string Recipe { get; init; }

    public required VariantState State { get; init; }

    /// <summary>The row of its file; null when there is none.</summary>
    public long? FileSequence { get; init; }

    /// <summary>Its file; null when there is none, or it was not asked for with the row.</summary>
    public RenderedFileRow? File { get; init; }

    /// <summary>Why there is no file; empty where there is one.</summary>
    public IReadOnlyList<Finding> Findings { get; init; } = [];

    /// <summary>What would mend it, as tried when it could not be made.</summary>
    public IReadOnlyList<WeightRemedy> Remedies { get; init; } = [];
}
