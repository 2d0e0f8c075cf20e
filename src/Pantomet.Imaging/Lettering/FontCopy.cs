using System.Buffers.Binary;
using System.Text;

namespace Pantomet.Imaging.Lettering;

/// <summary>Writes the copy of an own font that letters are drawn with: under a name of its own, so that it is never taken for another, and
/// with nothing but outlines, how letters are joined, and how they are moved (by OpenType's tables, or those of AAT).</summary>
/// <remarks>OpenType 1.9.1, "OpenType font file", with checksums as there and in "head". A font with axes is drawn as it is where nobody
/// moves them.</remarks>
internal static class FontCopy
{
    private const int HeaderBytes = 12;
    private const int RecordBytes = 16;
    private const int AdjustmentAt = 8;
    private const uint Adjusted = 0xB1B0AFBA;

    // No pictures, no axes, no instructions of signatures: nothing that drawing does not ask for.
    private static readonly string[] Kept =
    [
        "BASE", "CFF ", "GDEF", "GPOS", "GSUB", "OS/2", "VORG", "ankr", "cmap", "cvt ", "feat", "fpgm", "gasp", "glyf", "head", "hhea",
        "hmtx", "kern", "kerx", "loca", "maxp", "mort", "morx", "name", "post", "prep", "trak", "vhea", "vmtx",
    ];

    /// <summary>Writes it.</summary>
    /// <param name="tables">Of the font that was sent.</param>
    /// <param name="family">By which it is asked for.</param>
    public static byte[] Write(FontTables tables, string family)
    {
        var kept = Kept.Intersect(tables.Names).Select(name => (Name: name, Bytes: name switch
        {
            "name" => NameTable(family),
            "head" => WithoutChecksum(tables[name].ToArray()),
            _ => tables[name].ToArray(),
        })).ToList();
        var whole = new byte[HeaderBytes + kept.Sum(table => RecordBytes + Padded(table.Bytes.Length))];
        WriteHeader(whole, tables.Version, kept.Count);
        var (record, at, head) = (HeaderBytes, HeaderBytes + (kept.Count * RecordBytes), 0);
        foreach (var (name, bytes) in kept)
        {
            bytes.CopyTo(whole, at);
            Encoding.Latin1.GetBytes(name, whole.AsSpan(record));
            BinaryPrimitives.WriteUInt32BigEndian(whole.AsSpan(record + 4), Sum(whole.AsSpan(at, Padded(bytes.Length))));
            BinaryPrimitives.WriteUInt32BigEndian(whole.AsSpan(record + 8), (uint)at);
            BinaryPrimitives.WriteUInt32BigEndian(whole.AsSpan(record + 12), (uint)bytes.Length);
            if (name == "head")
                head = at;
            (record, at) = (record + RecordBytes, at + Padded(bytes.Length));
        }

        BinaryPrimitives.WriteUInt32BigEndian(whole.AsSpan(head + AdjustmentAt), Adjusted - Sum(whole));
        return whole;
    }

    private static void WriteHeader(Span<byte> whole, uint version, int count)
    {
        var power = (int)Math.Log2(count);
        BinaryPrimitives.WriteUInt32BigEndian(whole, version);
        BinaryPrimitives.WriteUInt16BigEndian(whole[4..], (ushort)count);
        BinaryPrimitives.WriteUInt16BigEndian(whole[6..], (ushort)(RecordBytes << power));
        BinaryPrimitives.WriteUInt16BigEndian(whole[8..], (ushort)power);
        BinaryPrimitives.WriteUInt16BigEndian(whole[10..], (ushort)((count << 4) - (RecordBytes << power)));
    }

    // Family, style, whole name, name for printers: in English, for every system that reads one at all.
    private static byte[] NameTable(string family)
    {
        var names = new (int Id, string Text)[] { (1, family), (2, "Regular"), (4, family), (6, family) };
        var strings = 6 + (12 * names.Length);
        var table = new byte[strings + names.Sum(name => 2 * name.Text.Length)];
        BinaryPrimitives.WriteUInt16BigEndian(table.AsSpan(2), (ushort)names.Length);
        BinaryPrimitives.WriteUInt16BigEndian(table.AsSpan(4), (ushort)strings);
        var (record, at) = (6, 0);
        foreach (var (id, text) in names)
        {
            var fields = new[] { 3, 1, 0x409, id, 2 * text.Length, at };
            foreach (var (field, value) in fields.Index())
                BinaryPrimitives.WriteUInt16BigEndian(table.AsSpan(record + (2 * field)), (ushort)value);
            (record, at) = (record + 12, at + Encoding.BigEndianUnicode.GetBytes(text, table.AsSpan(strings + at)));
        }

        return table;
    }

    private static byte[] WithoutChecksum(byte[] head)
    {
        if (head.Length < AdjustmentAt + 4)
            throw FontTables.Damaged();
        head.AsSpan(AdjustmentAt, 4).Clear();
        return head;
    }

    private static int Padded(int length) => (length + 3) & ~3;

    private static uint Sum(ReadOnlySpan<byte> table)
    {
        var sum = 0u;
        for (; table.Length >= 4; table = table[4..])
            sum += BinaryPrimitives.ReadUInt32BigEndian(table);
        return sum;
    }
}
