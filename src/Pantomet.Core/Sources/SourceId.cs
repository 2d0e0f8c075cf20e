using System.Security.Cryptography;

namespace Pantomet.Core.Sources;

/// <summary>Names a source by the SHA-256 of its bytes, in lower-case hexadecimal.</summary>
public readonly record struct SourceId
{
    private SourceId(string sha256) => Sha256 = sha256;

    /// <summary>64 lower-case hexadecimal digits.</summary>
    public string Sha256 { get; }

    /// <summary>Takes a hash as computed over the bytes.</summary>
    /// <param name="hash">32 bytes.</param>
    /// <exception cref="ArgumentException">Not 32 bytes.</exception>
    public static SourceId FromHash(ReadOnlySpan<byte> hash)
    {
        if (hash.Length != SHA256.HashSizeInBytes)
            throw new ArgumentException("A SHA-256 has 32 bytes.", nameof(hash));
        return new SourceId(Convert.ToHexStringLower(hash));
    }

    /// <summary>Reads 64 lower-case hexadecimal digits; anything else is no source's id.</summary>
    /// <param name="text">What came in a request.</param>
    /// <param name="id">The id, when the text is one.</param>
    public static bool TryParse(string? text, out SourceId id)
    {
        var valid = text is { Length: 64 } && text.All(c => c is (>= '0' and <= '9') or (>= 'a' and <= 'f'));
        id = valid ? new SourceId(text!) : default;
        return valid;
    }

    /// <inheritdoc/>
    public override string ToString() => Sha256;
}
