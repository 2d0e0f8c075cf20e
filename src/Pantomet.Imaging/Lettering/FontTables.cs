using System.Buffers.Binary;
using System.Text;
using Pantomet.Core.Findings;

namespace Pantomet.Imaging.Lettering;

/// <summary>The tables of a font file: TrueType or OpenType, one font to a file.</summary>
/// <remarks>OpenType 1.9.1, "OpenType font file" (ISO/IEC 14496-22): https://learn.microsoft.com/typography/opentype/spec/otff.</remarks>
internal sealed class FontTables
{
    private const int HeaderBytes = 12;
    private const int RecordBytes = 16;
    private const string Advice = "Send the font as a TTF or OTF file.";

    private static readonly string[] Needed = ["cmap", "head", "hhea", "hmtx", "maxp", "name"];

    private readonly ReadOnlyMemory<byte> file;
    private readonly Dictionary<string, (int Offset, int Length)> places = [];

    private FontTables(ReadOnlyMemory<byte> file)
    {
        this.file = file;
        var count = BinaryPrimitives.ReadUInt16BigEndian(file.Span[4..]);
        for (var record = HeaderBytes; record < HeaderBytes + (count * RecordBytes); record += RecordBytes)
        {
            var at = file.Span.Slice(record, RecordBytes);
            var (offset, length) = (BinaryPrimitives.ReadUInt32BigEndian(at[8..]), BinaryPrimitives.ReadUInt32BigEndian(at[12..]));
            if (offset > file.Length || length > file.Length - offset || !places.TryAdd(
                Encoding.Latin1.GetString(at[..4]), ((int)offset, (int)length)))
                throw Damaged();
        }
    }

    /// <summary>The file's first four bytes: which outlines it has.</summary>
    public uint Version => BinaryPrimitives.ReadUInt32BigEndian(file.Span);

    /// <summary>Names of the tables.</summary>
    public IEnumerable<string> Names => places.Keys;

    /// <summary>One of them.</summary>
    /// <param name="name">Four characters.</param>
    public ReadOnlyMemory<byte> this[string name] => places[name] is var (offset, length) ? file.Slice(offset, length) : default;

    /// <summary>Reads where they lie.</summary>
    /// <param name="file">Any file.</param>
    /// <exception cref="UnreadableException">It is no font, or parts of it are missing.</exception>
    public static FontTables Of(ReadOnlyMemory<byte> file)
    {
        var first = file.Length < HeaderBytes ? "" : Encoding.Latin1.GetString(file.Span[..4]);
        switch (first)
        {
            case "wOFF" or "wOF2":
                throw new UnreadableException(
                    "font-for-the-web", $"It is a font packed for web pages (WOFF). {Advice} Its maker has it, or a program unpacks it.");
            case "ttcf":
                throw new UnreadableException("font-collection", $"It holds several fonts in one file (TTC). {Advice}");
            case "\0\u0001\0\0" or "true" or "OTTO":
                break;
            default:
                throw new UnreadableException("not-a-font", $"It is no font that can be read. {Advice}");
        }

        try
        {
            var tables = new FontTables(file);
            return Needed.All(tables.places.ContainsKey) ? tables : throw Damaged();
        }
        catch (ArgumentOutOfRangeException problem)
        {
            throw Damaged(problem);
        }
    }

    /// <summary>What is said of a font that breaks off or contradicts itself.</summary>
    /// <param name="cause">For the log.</param>
    public static UnreadableException Damaged(Exception? cause = null) => new(
        "font-damaged", "The font is damaged: parts of it are missing or contradict each other. Get the file from its maker again.", cause);

    /// <summary>Refuses a font of which nothing can be drawn in a colour of one's own.</summary>
    /// <exception cref="UnreadableException">It is one.</exception>
    public void RequireOutlines()
    {
        if (!(places.ContainsKey("glyf") && places.ContainsKey("loca")) && !places.ContainsKey("CFF "))
            throw new UnreadableException(
                "font-without-outlines", $"The letters of this font are pictures, or outlines of a kind that is not drawn here. {Advice}");
    }
}
