namespace Pantomet.Imaging.Encoders;

/// <summary>XMP in a GIF: an application extension before the trailer.</summary>
/// <remarks>ISO 16684-1 part 3 ("Storage in files"), GIF: identifier "XMP Data", authentication "XMP", the packet as it is, and a trailer
/// that reads as sub-blocks to who does not know it. GIF89a, section 26.</remarks>
public static class GifXmp
{
    private const byte Trailer = 0x3B;

    /// <summary>The file with the packet in it.</summary>
    /// <param name="gif">A whole file without one.</param>
    /// <param name="xmp">UTF-8; no byte of it is zero.</param>
    public static byte[] Written(ReadOnlySpan<byte> gif, ReadOnlySpan<byte> xmp)
    {
        byte[] head = [0x21, 0xFF, 0x0B, .. "XMP DataXMP"u8];
        // From whichever byte a reader of sub-blocks jumps, it lands here, is led back byte by byte, and ends at the zero.
        byte[] magic = [0x01, .. Enumerable.Range(0, 256).Select(at => (byte)(255 - at)), 0x00];
        return [.. gif[..^1], .. head, .. xmp, .. magic, Trailer];
    }
}
