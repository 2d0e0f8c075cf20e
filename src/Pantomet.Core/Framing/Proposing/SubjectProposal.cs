using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing.Proposing;

/// <summary>What Pantomet takes for the subject of a picture until somebody says.</summary>
/// <param name="Subject">What must stay, in upright source pixels; null where nothing stands out, as in a texture or a sky.</param>
/// <param name="Focus">In upright source pixels; null where nothing stands out, and where faces say it.</param>
public sealed record SubjectProposal(PixelRect? Subject, PixelPoint? Focus)
{
    /// <summary>What is less sure is no subject: then there is a focus alone, and nothing is cut.</summary>
    public const double FaintestConfidence = 0.12;

    /// <summary>
    /// What should stay too where there is room, as people beside their faces, or the duller rest of a thing; null for nothing.
    /// </summary>
    public PixelRect? Wish { get; init; }

    /// <summary>Every face that was found.</summary>
    public IReadOnlyList<Face> Faces { get; init; } = [];

    /// <summary>How likely it is that a person would draw much the same, 0 to 1. 0 where nothing is proposed.</summary>
    public double Confidence { get; init; }

    /// <inheritdoc/>
    public bool Equals(SubjectProposal? other) =>
        other is not null && (Subject, Focus, Wish, Confidence) == (other.Subject, other.Focus, other.Wish, other.Confidence) &&
        Faces.SequenceEqual(other.Faces);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Subject, Focus, Wish, Confidence, Faces.Count);
}
