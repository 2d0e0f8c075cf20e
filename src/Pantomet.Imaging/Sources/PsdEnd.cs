using System.Buffers.Binary;

namespace Pantomet.Imaging.Sources;

/// <summary>
/// Whether the merged picture of a PSD document, which comes last in the file, is there to its end. The decoder passes over a missing rest.
/// </summary>
/// <remarks>The format's published specification: header, colour mode, resources, layers, then the merged picture, raw or as packed rows
/// behind a table of their lengths.</remarks>
internal static class PsdEnd
{
    private const int HeaderBytes = 26;
    private const int SectionsBeforePicture = 3;

    /// <summary>Adds up what the file says of itself.</summary>
    /// <param name="path">A file that begins as a PSD document.</param>
    public static bool IsThere(string path)
    {
        using var file = File.OpenRead(path);
        Span<byte> header = stackalloc byte[HeaderBytes];
        if (file.ReadAtLeast(header, HeaderBytes, throwOnEndOfStream: false) < HeaderBytes)
            return false;
        var channels = BinaryPrimitives.ReadUInt16BigEndian(header[12..]);
        var rows = (long)channels * BinaryPrimitives.ReadUInt32BigEndian(header[14..]);
        var rowBytes =
            ((long)BinaryPrimitives.ReadUInt32BigEndian(header[18..]) * BinaryPrimitives.ReadUInt16BigEndian(header[22..]) + 7) / 8;
        Span<byte> number = stackalloc byte[4];
        for (var section = 0; section < SectionsBeforePicture; section++)
        {
            if (file.ReadAtLeast(number, 4, throwOnEndOfStream: false) < 4)
                return false;
            file.Seek(BinaryPrimitives.ReadUInt32BigEndian(number), SeekOrigin.Current);
        }

        if (file.Position >= file.Length || file.ReadAtLeast(number[..2], 2, throwOnEndOfStream: false) < 2)
            return false;
        var left = file.Length - file.Position;
        return BinaryPrimitives.ReadUInt16BigEndian(number) switch
        {
            0 => left >= rows * rowBytes,
            1 => left >= rows * 2 && left >= (rows * 2) + Packed(file, rows),
            // Deflated data has an end of its own, which its decoder misses.
            _ => left > 0,
        };
    }

    private static long Packed(FileStream file, long rows)
    {
        var lengths = new byte[rows * 2];
        file.ReadExactly(lengths);
        var sum = 0L;
        for (var at = 0; at < lengths.Length; at += 2)
            sum += BinaryPrimitives.ReadUInt16BigEndian(lengths.AsSpan(at));
        return sum;
    }
}
