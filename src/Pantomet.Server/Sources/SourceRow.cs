using Pantomet.Core.Measures;
using Pantomet.Core.Sources;

namespace Pantomet.Server.Sources;

/// <summary>A source in the database.</summary>
internal sealed class SourceRow
{
    /// <summary>Order of arrival.</summary>
    public long Sequence { get; init; }

    /// <summary>SHA-256 of the bytes.</summary>
    public required string Id { get; init; }

    public required string FileName { get; set; }

    public required long Bytes { get; init; }

    public required SourceFacts Facts { get; init; }

    public required string Stem { get; set; }

    public string AltText { get; set; } = "";

    public PixelRect? Subject { get; set; }

    public PixelPoint? Focus { get; set; }

    public required DateTime AddedAt { get; init; }

    public DateTime? DeletedAt { get; set; }

    /// <summary>The source as the rules know it.</summary>
    public Source ToSource()
    {
        _ = SourceId.TryParse(Id, out var id);
        return new Source(id, Facts, Stem, Sequence, DateOnly.FromDateTime(AddedAt), Focus);
    }
}
