using Pantomet.Core.Framing;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Pictures;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Sources;

/// <summary>An original picture, with what people said of it.</summary>
/// <param name="Id">From its bytes.</param>
/// <param name="Facts">What it is.</param>
/// <param name="Stem">The part of file names that describes it.</param>
/// <param name="Sequence">Its number in the order of arrival, from 1.</param>
/// <param name="AddedOn">The day it came in, UTC.</param>
/// <param name="Framing">How people said that it is framed.</param>
/// <param name="Proposal">What is taken for its subject until somebody says; null when nobody has looked.</param>
public sealed record Source(
    SourceId Id, SourceFacts Facts, string Stem, long Sequence, DateOnly AddedOn, SourceFraming Framing, SubjectProposal? Proposal)
{
    /// <summary>What is known about how it is framed.</summary>
    public FramedPicture Framed => new(Facts, Framing, Proposal);

    /// <summary>What it belongs to: a product, a shoot. Empty for none.</summary>
    public string Group { get; init; } = "";

    /// <summary>Files whose format and quality people have set.</summary>
    public IReadOnlyList<WeightByHand> Weights { get; init; } = [];
}
