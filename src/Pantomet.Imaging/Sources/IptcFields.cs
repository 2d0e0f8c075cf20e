using System.Buffers.Binary;
using MetadataExtractor.Formats.Iptc;
using MetadataExtractor.IO;

namespace Pantomet.Imaging.Sources;

/// <summary>The IPTC records of a block.</summary>
/// <remarks>
/// IPTC Photo Metadata. In JPEG the records are one of several image resources (type 0x0404); others hold whole Exif and XMP blocks, which
/// are none of this one's business.
/// </remarks>
internal static class IptcFields
{
    private const ushort Records = 0x0404;
    private const byte RecordMark = 0x1C;

    /// <summary>Reads a block.</summary>
    /// <param name="block">Records, or image resources of which one holds them.</param>
    /// <returns>Null where there are none.</returns>
    public static IptcDirectory? Of(byte[] block)
    {
        var records = block is [RecordMark, ..] ? block : InResources(block);
        return records is null ? null : new IptcReader().Extract(new SequentialByteArrayReader(records), records.Length);
    }

    // Signature, type, a name that is padded to an even length, a length, data padded likewise.
    private static byte[]? InResources(ReadOnlySpan<byte> rest)
    {
        const int head = 6;
        if (rest.IndexOf("8BIM"u8) is var first and >= 0)
            rest = rest[first..];
        while (rest.Length > head + 6 && rest.StartsWith("8BIM"u8))
        {
            var type = BinaryPrimitives.ReadUInt16BigEndian(rest[4..]);
            var nameBytes = (rest[head] + 2) & ~1;
            if (rest.Length < head + nameBytes + 4)
                return null;
            var length = BinaryPrimitives.ReadUInt32BigEndian(rest[(head + nameBytes)..]);
            var data = rest[(head + nameBytes + 4)..];
            if (length > data.Length)
                return null;
            if (type == Records)
                return data[..(int)length].ToArray();
            rest = data[(int)Math.Min(data.Length, length + (length & 1))..];
        }

        return null;
    }
}
