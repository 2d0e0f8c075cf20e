using Pantomet.Core.Findings;
using Pantomet.Core.Sources;

namespace Pantomet.Imaging.Encoders;

/// <summary>A file that was encoded, not yet checked.</summary>
/// <param name="File">Its bytes.</param>
/// <param name="Format">Its format.</param>
/// <param name="Quality">On the encoder's own scale; null for a format without.</param>
/// <param name="Encoding">In words: <c>JPEG quality 82</c>, <c>PNG, 256 colours</c>.</param>
/// <param name="Encodes">Final encodes that it took.</param>
/// <param name="Findings">A <see cref="Severity.Stop"/> when no format could meet the limits; then the file is the lightest that was tried.</param>
public sealed record MadeFile(byte[] File, PictureFormat Format, int? Quality, string Encoding, int Encodes, IReadOnlyList<Finding> Findings);
