using Pantomet.Core.Findings;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Rendering;

/// <summary>Knows the originals by their content.</summary>
public interface ISourceFiles
{
    /// <summary>Finds an original.</summary>
    /// <param name="sha256">Of its bytes, as 64 lower-case hexadecimal digits.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <exception cref="UnreadableException">There is none any more.</exception>
    Task<SourceToOpen> FindAsync(string sha256, CancellationToken cancel);
}

/// <summary>An original that can be decoded.</summary>
/// <param name="Sha256">Of its bytes, as 64 lower-case hexadecimal digits.</param>
/// <param name="Bytes">Memory that its pixels take.</param>
/// <param name="Open">Decodes it.</param>
public sealed record SourceToOpen(string Sha256, long Bytes, Func<DecodedSource> Open);
