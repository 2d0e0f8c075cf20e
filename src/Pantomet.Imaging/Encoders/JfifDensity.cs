using System.Buffers.Binary;

namespace Pantomet.Imaging.Encoders;

/// <summary>States pixels per inch in a JPEG: a JFIF segment (ITU-T T.871, §10.1), which libvips does not write.</summary>
internal static class JfifDensity
{
    private const int MarkerLength = 2;

    /// <summary>The same file with the segment, which must come first of all.</summary>
    /// <param name="file">A JPEG without one.</param>
    /// <param name="ppi">1 to 65,535.</param>
    public static byte[] Stated(byte[] file, int ppi)
    {
        ReadOnlySpan<byte> head = [0xff, 0xe0, 0, 16, (byte)'J', (byte)'F', (byte)'I', (byte)'F', 0, 1, 2, 1];
        Span<byte> rest = stackalloc byte[6];
        BinaryPrimitives.WriteUInt16BigEndian(rest, (ushort)ppi);
        BinaryPrimitives.WriteUInt16BigEndian(rest[2..], (ushort)ppi);
        return [.. file.AsSpan(0, MarkerLength), .. head, .. rest, .. file.AsSpan(MarkerLength)];
    }
}
