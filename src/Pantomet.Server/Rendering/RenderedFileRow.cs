using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Rendering;

namespace Pantomet.Server.Rendering;

/// <summary>A rendered file in the database: one for a recipe, however many places use it.</summary>
internal sealed class RenderedFileRow
{
    public long Sequence { get; init; }

    /// <summary>Hash of the recipe.</summary>
    public required string Recipe { get; set; }

    /// <summary>Names the file in the store.</summary>
    public required string Sha256 { get; set; }

    public required PictureFormat Format { get; set; }

    public required long Bytes { get; set; }

    /// <summary>On the encoder's own scale; null for a format without.</summary>
    public int? Quality { get; set; }

    /// <summary>In words: "JPEG quality 82".</summary>
    public required string Encoding { get; set; }

    /// <summary>The visual score, 100 to 0; null for one that was made when nothing was scored.</summary>
    public double? Points { get; set; }

    public required IReadOnlyList<Finding> Findings { get; set; }

    /// <summary>When somebody last asked for it, give or take an hour.</summary>
    public required DateTime UsedAt { get; set; }

    /// <summary>Whether its bytes were let go of to make room; they are made again when somebody asks for them.</summary>
    public bool IsEvicted { get; set; }

    public RenderedFile? ToFile() =>
        Points is { } points ? new RenderedFile(Sequence, Recipe, Sha256, Format, Bytes, Quality, Encoding, points, Findings) : null;
}
