using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Core.Weight;

namespace Pantomet.Imaging.Encoders;

/// <summary>A file that was encoded, not yet checked.</summary>
/// <param name="File">Its bytes.</param>
/// <param name="Format">Its format.</param>
/// <param name="Quality">On the encoder's own scale; null for a format without.</param>
/// <param name="Encoding">In words: <c>JPEG quality 82</c>, <c>PNG, 256 colours</c>.</param>
/// <param name="Encodes">Final encodes that it took.</param>
/// <param name="Points">Of its <see cref="VisualScore"/>.</param>
/// <param name="Findings">A <see cref="Severity.Stop"/> when no format could meet the limits; then the file is the lightest that was
/// tried.</param>
public sealed record EncodedFile(
    byte[] File, PictureFormat Format, int? Quality, string Encoding, int Encodes, double Points, IReadOnlyList<Finding> Findings)
{
    /// <summary>
    /// Whether another format of the slot serves as well with fewer bytes, so that this file is not wanted; a finding says so.
    /// </summary>
    public bool IsUnneeded { get; init; }

    /// <summary>
    /// Whether it came out as it would have under any cap that it uses badly, or under none. False where that is not known.
    /// </summary>
    public bool IsFreeOfMax { get; init; }

    /// <summary>
    /// Whether every pixel of <see cref="File"/> was decoded in scoring it, so that a copy with the same bytes is known to be sound.
    /// </summary>
    public bool WasRead { get; init; }

    /// <summary>What would mend it, computed; empty where nothing needs mending.</summary>
    public IReadOnlyList<WeightRemedy> Remedies { get; init; } = [];

    /// <summary>Whether it meets the limits.</summary>
    public bool IsGood => Findings.All(finding => finding.Severity != Severity.Stop);
}
