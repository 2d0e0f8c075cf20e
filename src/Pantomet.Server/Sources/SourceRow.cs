using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;
using Pantomet.Core.Weight;
using Pantomet.Server.Sources.Composing;

namespace Pantomet.Server.Sources;

/// <summary>A source in the database.</summary>
internal sealed class SourceRow
{
    /// <summary>Order of arrival.</summary>
    public long Sequence { get; init; }

    /// <summary>SHA-256 of the bytes.</summary>
    public required string Id { get; init; }

    /// <summary>
    /// Of the same bytes, quicker to look at again: see <see cref="Pantomet.Rendering.StagedFile.Checksum"/>. Null for what came in before
    /// there was
    /// one.
    /// </summary>
    public string? Checksum { get; set; }

    public required string FileName { get; set; }

    public required long Bytes { get; init; }

    public required SourceFacts Facts { get; init; }

    /// <summary>
    /// Memory that it took to look at it: what opens it again counts with as much. 0 for what came in before that was measured.
    /// </summary>
    public long LookBytes { get; init; }

    /// <summary>Time of a processor that it took to look at it.</summary>
    public int LookMilliseconds { get; init; }

    public required string Stem { get; set; }

    public string AltText { get; set; } = "";

    /// <summary>What it belongs to: a product, a shoot. Empty for none.</summary>
    public string Group { get; set; } = "";

    /// <summary>Counts the changes of the row, so that what was computed from it is known to be out of date.</summary>
    public long Revision { get; set; }

    /// <summary>How people said that it is framed.</summary>
    public SourceFraming Framing { get; set; } = SourceFraming.None;

    /// <summary>Counts the changes of <see cref="Framing"/>, so that two windows do not overwrite each other.</summary>
    public long FramingRevision { get; set; }

    /// <summary>Files whose format and quality people have set.</summary>
    public IReadOnlyList<WeightByHand> Weights { get; set; } = [];

    /// <summary>What is taken for its subject until somebody says; null when nobody has looked.</summary>
    public SubjectProposal? Proposal { get; set; }

    /// <summary>What it looks like from afar; null for what came in before that was kept.</summary>
    public Likeness? Likeness { get; set; }

    /// <summary>Its number in file names where it replaced another source; null is its own <see cref="Sequence"/>.</summary>
    public long? NumberedAs { get; set; }

    /// <summary>What it is made of, where it is made of other sources.</summary>
    public ComposedFrom? Composed { get; set; }

    /// <summary>Id of the better file that took its place; null for what was never replaced.</summary>
    public string? ReplacedBy { get; set; }

    public required DateTime AddedAt { get; set; }

    public DateTime? DeletedAt { get; set; }

    /// <summary>What it shows in a slot, a headline included.</summary>
    /// <param name="slot">The slot.</param>
    public string AltTextIn(Slot slot) => WordedAltText.Of(AltText, slot, Framing);

    /// <summary>The source as the rules know it.</summary>
    public Source ToSource()
    {
        _ = SourceId.TryParse(Id, out var id);
        return new Source(
            id, Facts, Stem, NumberedAs ??
                Sequence, DateOnly.FromDateTime(AddedAt), Framing, Proposal)
        { Weights = Weights, Group = Group };
    }
}
