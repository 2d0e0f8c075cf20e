using Pantomet.Core.Publishing;
using Pantomet.Server.Jobs;
using Pantomet.Server.Publishing.Targets;

namespace Pantomet.Server.Publishing.Publications;

/// <summary>A publication in the database: the finished files of a destination on their way to a target, or what was there before on its
/// way back.</summary>
internal sealed class PublicationRow() : JobRow(JobKind.Publication)
{
    public required string TargetId { get; init; }

    /// <summary>As it was called, for when it is gone.</summary>
    public required string TargetName { get; init; }

    public required string DestinationId { get; init; }

    /// <summary>Whether it only says what would be changed.</summary>
    public required bool IsDryRun { get; init; }

    /// <summary>Whether files of others at the same paths may be replaced.</summary>
    public required bool TakesOver { get; init; }

    /// <summary>The publication before which the target is put back; null for one of today's files.</summary>
    public string? PutsBack { get; init; }

    /// <summary>Whether its changes are written down; after that it is carried through as they say.</summary>
    public bool IsPlanned { get; set; }

    /// <summary>Files that lie there as they should.</summary>
    public int Unchanged { get; set; }
}

/// <summary>Where a change stands.</summary>
internal enum ChangeState
{
    Planned,

    /// <summary>It may be done already: the server ended, or the target broke off, in the middle of it.</summary>
    Begun,
    Done,

    /// <summary>Somebody else's file lies there, or the target does not take it.</summary>
    LeftAlone,
}

/// <summary>One change of a publication in the database.</summary>
internal sealed class PublicationChangeRow
{
    public long Sequence { get; init; }

    public required string PublicationId { get; init; }

    public required ChangeKind Kind { get; set; }

    public required FileRole Role { get; init; }

    public required string Path { get; init; }

    public required ChangeState State { get; set; }

    /// <summary>Of what is to lie there; null for nothing.</summary>
    public string? Sha256 { get; init; }

    public long Bytes { get; init; }

    public required string MediaType { get; init; }

    /// <summary>Whether another picture has another path: no cache ever holds an old copy of it.</summary>
    public required bool IsLasting { get; init; }

    /// <summary>What it shows; null for a list.</summary>
    public PublishedPicture? Picture { get; init; }

    /// <summary>The newest result of the picture in its slot when this was planned; 0 for a list.</summary>
    public long Newest { get; init; }

    /// <summary>Whether what is put there is ours; a file of others that is put back is not.</summary>
    public required bool IsOurs { get; init; }

    /// <summary>Of what lay there before, which is kept; null for nothing.</summary>
    public string? FormerSha256 { get; set; }

    public long FormerBytes { get; set; }

    /// <summary>Whether what lay there before was ours.</summary>
    public bool WasOurs { get; set; }

    /// <summary>What the former file showed; null for a list, or where it is not known.</summary>
    public PublishedPicture? FormerPicture { get; set; }

    /// <summary>Why it was left alone; empty otherwise.</summary>
    public string Reason { get; set; } = "";

    public DateTime? DoneAt { get; set; }

    /// <summary>As it was compared.</summary>
    public TargetChange ToChange() =>
        new(Kind, Path, Role, Sha256 is { } sha256 ? new WantedFile(Path, sha256, Bytes, Role) : null, Reason);
}
