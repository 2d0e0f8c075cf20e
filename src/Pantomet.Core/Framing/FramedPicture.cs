using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Framing;

/// <summary>A picture with everything that is known about how it is framed.</summary>
/// <param name="Facts">What it is.</param>
/// <param name="Framing">How people said that it is framed.</param>
/// <param name="Proposal">What is taken for its subject until somebody says; null when nobody has looked.</param>
public readonly record struct FramedPicture(SourceFacts Facts, SourceFraming Framing, SubjectProposal? Proposal)
{
    /// <summary>
    /// What must stay: as decided, or as proposed while nothing is. In upright source pixels; null for nothing in particular.
    /// </summary>
    public PixelRect? Subject => Framing.IsDecided ? Framing.Subject : Proposal?.Subject;

    /// <summary>What should stay too where there is room: as decided, or as proposed. Null for nothing.</summary>
    public PixelRect? Wish => Framing.IsDecided ? Framing.Wish : Proposal?.Wish;

    /// <summary>Every face that was found, whoever decided on the subject.</summary>
    public IReadOnlyList<Face> Faces => Proposal?.Faces ?? [];

    /// <summary>
    /// The point that crops are centred on, in upright source pixels; null takes the middle of the subject, or of the picture.
    /// </summary>
    public PixelPoint? Focus => Framing.IsDecided ? Framing.Focus : Proposal?.Focus;
}
