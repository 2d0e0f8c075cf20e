using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;
using Pantomet.Sites.Joining;

namespace Pantomet.Server.SiteCheck;

/// <summary>A page of a check, in the database.</summary>
internal sealed class SitePageRow
{
    public long Sequence { get; init; }

    public required string CheckId { get; init; }

    public required string Address { get; init; }

    /// <summary>Why its sizes are not known; null where they were computed.</summary>
    public string? Problem { get; init; }
}

/// <summary>How the weight of a better file is known.</summary>
internal enum PossibleState
{
    /// <summary>By those of other pictures.</summary>
    Estimated,

    /// <summary>It was made.</summary>
    Made,

    /// <summary>The file stays as it is: nothing lighter looks the same, or it cannot be made.</summary>
    AsItIs,
}

/// <summary>A picture file of a check, in the database.</summary>
internal sealed class SitePictureRow
{
    public long Sequence { get; init; }

    public required string CheckId { get; init; }

    public required string Address { get; init; }

    /// <summary>Where it lay in the folder or ZIP; null where it came by another way.</summary>
    public string? Path { get; init; }

    /// <summary>Of its bytes; null where they are not there.</summary>
    public string? Sha256 { get; init; }

    /// <summary>Null where that is not known.</summary>
    public long? Bytes { get; init; }

    public PictureFormat? Format { get; init; }

    public int? Width { get; init; }

    public int? Height { get; init; }

    /// <summary>How wide it need be; null where that is not known.</summary>
    public int? NeededPx { get; init; }

    public required IReadOnlyList<FilePlace> Places { get; init; }

    /// <summary>Without what is to be said of its weight.</summary>
    public required IReadOnlyList<Finding> Findings { get; init; }

    public PossibleState PossibleState { get; set; }

    /// <summary>What the better file weighs; null where the picture's own weight is not known.</summary>
    public long? PossibleBytes { get; set; }

    /// <summary>Hash of the recipe of the better file; null where none was made.</summary>
    public string? Recipe { get; set; }
}

/// <summary>A file of a site that was looked at, in the database: one for its bytes, however many checks have it.</summary>
internal sealed class SiteFileRow
{
    /// <summary>Names it in the store.</summary>
    public required string Sha256 { get; init; }

    public required string Checksum { get; init; }

    public required long Bytes { get; init; }

    /// <summary>Null for what is no picture.</summary>
    public SourceFacts? Facts { get; set; }

    public Likeness? Likeness { get; set; }

    /// <summary>Memory that the look took.</summary>
    public long LookBytes { get; set; }

    /// <summary>Why it cannot be shown; empty for what is whole.</summary>
    public string Problem { get; set; } = "";
}
