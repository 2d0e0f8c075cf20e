using System.Buffers.Binary;
using System.Text;

namespace Pantomet.Imaging.Lettering;

/// <summary>What a font calls itself.</summary>
/// <remarks>OpenType 1.9.1, "name": https://learn.microsoft.com/typography/opentype/spec/name.</remarks>
internal static class FontNames
{
    private const int HeaderBytes = 6;
    private const int RecordBytes = 12;
    private const int MaxLength = 80;

    private const int Windows = 3;
    private const int English = 0x409;

    private const int Family = 1;
    private const int Style = 2;
    private const int TypographicFamily = 16;
    private const int TypographicStyle = 17;

    /// <summary>Reads it: family and style.</summary>
    /// <param name="table">The font's "name".</param>
    /// <returns>Empty where it has none that can be shown.</returns>
    public static string Read(ReadOnlySpan<byte> table)
    {
        var family = Named(table, TypographicFamily) is { Length: > 0 } whole ? whole : Named(table, Family);
        var style = Named(table, TypographicStyle) is { Length: > 0 } own ? own : Named(table, Style);
        var name = style.Length == 0 || style == "Regular" ? family : $"{family} {style}";
        return name.Length <= MaxLength ? name : name[..MaxLength];
    }

    private static string Named(ReadOnlySpan<byte> table, int wanted)
    {
        var (count, strings) = (BinaryPrimitives.ReadUInt16BigEndian(table[2..]), BinaryPrimitives.ReadUInt16BigEndian(table[4..]));
        var found = "";
        for (var index = 0; index < count; index++)
        {
            var record = table.Slice(HeaderBytes + (index * RecordBytes), RecordBytes);
            int Field(ReadOnlySpan<byte> from, int at) => BinaryPrimitives.ReadUInt16BigEndian(from[(2 * at)..]);
            var (platform, language, id) = (Field(record, 0), Field(record, 2), Field(record, 3));
            if (id != wanted || (platform != Windows && found.Length > 0))
                continue;
            var text = table.Slice(strings + Field(record, 5), Field(record, 4));
            found = Shown(platform == 1 ? Encoding.Latin1.GetString(text) : Encoding.BigEndianUnicode.GetString(text));
            if (platform == Windows && language == English)
                return found;
        }

        return found;
    }

    private static string Shown(string text) =>
        string.Concat(text.Where(letter => !char.IsControl(letter) && !char.IsSurrogate(letter))).Trim();
}
