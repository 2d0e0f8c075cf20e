using Pantomet.Core.Publishing;
using Pantomet.Server.Publishing.Targets;

namespace Pantomet.Server.Publishing.Publications;

/// <summary>What a publication last left at a path of a target, in the database.</summary>
internal sealed class PublishedFileRow
{
    public required string TargetId { get; init; }

    public required string Path { get; init; }

    public required string DestinationId { get; init; }

    public required string Sha256 { get; init; }

    public required long Bytes { get; init; }

    public required FileRole Role { get; init; }

    public required bool IsLasting { get; init; }

    /// <summary>What it shows; null for a list.</summary>
    public PublishedPicture? Picture { get; init; }
}

/// <summary>A file that a target does not take, in the database: a finding at its pairing until the file is made anew.</summary>
internal sealed class RefusedFileRow
{
    public required string TargetId { get; init; }

    public required string Path { get; init; }

    public required string SourceId { get; init; }

    public required string SlotId { get; init; }

    /// <summary>The newest result of the pairing then: a newer one is another file.</summary>
    public required long Newest { get; init; }

    /// <summary>What the target said.</summary>
    public required string Sentence { get; init; }
}
