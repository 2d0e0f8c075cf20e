using System.Buffers.Binary;
using System.IO.Compression;
using System.IO.Hashing;
using System.Text;

namespace Pantomet.Server.Tests.Hostile;

/// <summary>Small files that each ended, blocked or filled the server once.</summary>
public static class HostilePictures
{
    private const string SvgHead = """<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400">""";

    /// <summary>All of them, by what is wrong with them.</summary>
    public static IReadOnlyDictionary<string, Func<byte[]>> All { get; } = new Dictionary<string, Func<byte[]>>
    {
        // End the process where directories or elements are followed by recursion.
        ["60,000 pages.tif"] = () => Tiff(60_000),
        ["60,000 Exif directories.png"] = () => Png(4, 4, 0, ("eXIf", ExifChain(60_000))),
        ["XMP 20,000 deep.png"] = () => Png(4, 4, 0, ("iTXt", Xmp(Nested("rdf:li", 20_000)))),

        // Block intake where time doubles with each level, or grows with a product.
        ["XMP of 500 structures.png"] = () => Png(4, 4, 0, ("iTXt", Xmp(Structures(500)))),
        ["nested masks.svg"] = () =>
            Svg(string.Concat(
                Enumerable.Range(0, 60)
                    .Select(at =>
                        $"""<mask id="m{at}"><rect width="600" height="400" fill="#fff" {(at > 0
                            ? $"mask=\"url(#m{at - 1})\""
                            : "")}/><rect width="600" height="400" fill="#fff" {(at > 0
                                ? $"mask=\"url(#m{at - 1})\""
                                : "")}/></mask>""")) + """<rect width="600" height="400" mask="url(#m59)"/>"""),
        ["2,000 filters.svg"] = () =>
            Svg(string.Concat(
                Enumerable.Range(0, 2_000)
                    .Select(at =>
                        $"""<filter id="f{at}"><feGaussianBlur stdDeviation="80"/></filter>""" +
                        $"""<rect width="600" height="400" filter="url(#f{at})"/>"""))),
        ["markers.svg"] = () =>
            Svg($"""<marker id="a" markerWidth="600" markerHeight="400"><path d="{Path(
                400)}" style="marker-mid:url(#b)"/></marker><marker id="b" markerWidth="600" markerHeight="400"><path d="{Path(
                    400)}" style="marker-mid:url(#c)"/></marker><marker id="c" markerWidth="9" markerHeight="9"><path d="{Path(
                        400)}"/></marker><path d="{Path(400)}" style="marker-mid:url(#a)"/>"""),
        ["60,000 style rules.svg"] = () =>
            Svg($"<style>{string.Concat(Enumerable.Range(0, 60_000).Select(at => $".c{at} g rect{{fill:#{at % 999:000}}}"))}</style>" +
                $"{string.Concat(Enumerable.Repeat("<g><rect width='9' height='9'/></g>", 2_000))}"),
        ["300,000 gradient stops.svg"] = () =>
            Svg($"""<linearGradient id="g">{string.Concat(
                Enumerable.Repeat("<stop offset='0.5' stop-color='#abc'/>", 300_000))}</linearGradient>{string.Concat(
                    Enumerable.Repeat("<rect width='600' height='400' fill='url(#g)'/>", 300))}"""),

        // Fill memory: sides, passes and frames that few bytes claim.
        ["text.svg"] = () => Svg($"<text x='0' y='20'>{string.Concat(Enumerable.Repeat("kites and lines ", 90_000))}</text>"),
        ["30,000,000 wide.png"] = () => Png(30_000_000, 10, 0),
        ["17,000 square in passes.png"] = () => Png(17_000, 17_000, 1),
        ["16,383 square.webp"] = () => Kept("black.webp"),
        ["17,000 square.jxl"] = () => Kept("wide.jxl"),
    };

    /// <summary>A small picture with a profile that says of itself what is not so.</summary>
    public static byte[] WithDamagedProfile()
    {
        var picture = In("demo", "sources", "beach-morning-p3.jpg");
        // The text of the description (ICC.1:2001-04, 6.5.17) says that it is longer than the profile.
        var length = picture.AsSpan().IndexOf("desc\0\0\0\0"u8) + 8;
        BinaryPrimitives.WriteInt32BigEndian(picture.AsSpan(length), 100_000);
        return picture;
    }

    /// <summary>A picture of one colour (ISO/IEC 15948), with chunks before its pixels.</summary>
    /// <param name="interlace">0, or 1 for seven passes.</param>
    public static byte[] Png(int width, int height, byte interlace, params (string Type, byte[] Content)[] chunks)
    {
        using var file = new MemoryStream();
        file.Write([0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]);
        var header = new byte[13];
        BinaryPrimitives.WriteInt32BigEndian(header, width);
        BinaryPrimitives.WriteInt32BigEndian(header.AsSpan(4), height);
        (header[8], header[9], header[12]) = (8, 2, interlace);
        Chunk(file, "IHDR", header);
        foreach (var (type, content) in chunks)
            Chunk(file, type, content);
        Chunk(file, "IDAT", Deflated(Rows(width, height, interlace)));
        Chunk(file, "IEND", []);
        return file.ToArray();
    }

    private static IEnumerable<byte[]> Rows(int width, int height, byte interlace)
    {
        // Adam7: where each pass begins, and its steps.
        (int X, int Y, int DX, int DY)[] passes = interlace == 0
            ? [(0, 0, 1, 1)]
            : [(0, 0, 8, 8), (4, 0, 8, 8), (0, 4, 4, 8), (2, 0, 4, 4), (0, 2, 2, 4), (1, 0, 2, 2), (0, 1, 1, 2)];
        foreach (var pass in passes)
        {
            var row = new byte[1 + (3 * ((width - pass.X + pass.DX - 1) / pass.DX))];
            for (var y = pass.Y; y < height; y += pass.DY)
                yield return row;
        }
    }

    private static byte[] Deflated(IEnumerable<byte[]> parts)
    {
        using var packed = new MemoryStream();
        using (var deflate = new ZLibStream(packed, CompressionLevel.Fastest, leaveOpen: true))
        {
            foreach (var part in parts)
                deflate.Write(part);
        }

        return packed.ToArray();
    }

    private static void Chunk(MemoryStream file, string type, byte[] content)
    {
        Span<byte> number = stackalloc byte[4];
        BinaryPrimitives.WriteInt32BigEndian(number, content.Length);
        file.Write(number);
        byte[] body = [.. Encoding.ASCII.GetBytes(type), .. content];
        file.Write(body);
        BinaryPrimitives.WriteUInt32BigEndian(number, Crc32.HashToUInt32(body));
        file.Write(number);
    }

    // TIFF 6.0, section 2: each page is a directory that names where the next one is.
    private static byte[] Tiff(int pages)
    {
        const int entries = 8;
        const int pageBytes = 2 + (12 * entries) + 4;
        var file = new byte[8 + 4 + (pages * pageBytes)];
        byte[] head = [0x49, 0x49, 42, 0, 12, 0, 0, 0];
        head.CopyTo(file, 0);
        for (var page = 0; page < pages; page++)
        {
            var at = 12 + (page * pageBytes);
            var into = file.AsSpan(at);
            BinaryPrimitives.WriteUInt16LittleEndian(into, entries);
            var fields = new (ushort Tag, uint Value)[] { (256, 1), (257, 1), (258, 8), (259, 1), (262, 1), (273, 8), (278, 1), (279, 1) };
            for (var entry = 0; entry < entries; entry++)
            {
                BinaryPrimitives.WriteUInt16LittleEndian(into[(2 + (12 * entry))..], fields[entry].Tag);
                BinaryPrimitives.WriteUInt16LittleEndian(into[(4 + (12 * entry))..], 4);
                BinaryPrimitives.WriteUInt32LittleEndian(into[(6 + (12 * entry))..], 1);
                BinaryPrimitives.WriteUInt32LittleEndian(into[(10 + (12 * entry))..], fields[entry].Value);
            }

            BinaryPrimitives.WriteUInt32LittleEndian(into[(2 + (12 * entries))..], page < pages - 1 ? (uint)(at + pageBytes) : 0);
        }

        return file;
    }

    private static byte[] ExifChain(int directories)
    {
        var block = new byte[8 + (6 * directories)];
        byte[] head = [0x49, 0x49, 42, 0, 8, 0, 0, 0];
        head.CopyTo(block, 0);
        for (var at = 0; at < directories - 1; at++)
            BinaryPrimitives.WriteInt32LittleEndian(block.AsSpan(8 + (6 * at) + 2), 8 + (6 * (at + 1)));
        return block;
    }

    private static byte[] Xmp(string properties) =>
        [.. "XML:com.adobe.xmp\0\0\0\0\0"u8,
            .. Encoding.UTF8.GetBytes(
                $"""<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">""" +
                $"""<rdf:Description rdf:about="" xmlns:t="http://example.org/t/">{properties}</rdf:Description></rdf:RDF></x:xmpmeta>""")];

    private static string Nested(string element, int levels) =>
        string.Concat(Enumerable.Repeat($"<{element}>", levels)) + string.Concat(Enumerable.Repeat($"</{element}>", levels));

    private static string Structures(int levels) =>
        string.Concat(Enumerable.Repeat("""<t:a rdf:parseType="Resource">""", levels)) + "<t:b>kite</t:b>" +
            string.Concat(Enumerable.Repeat("</t:a>", levels));

    private static byte[] Svg(string content) => Encoding.UTF8.GetBytes($"{SvgHead}{content}</svg>");

    private static string Path(int points) =>
        "M0 0" + string.Concat(Enumerable.Range(0, points).Select(at => $"L{at % 600} {at * 7 % 400}"));

    private static byte[] Kept(string name) => In("tests", "Pantomet.Server.Tests", "Hostile", "pictures", name);

    private static byte[] In(params string[] path) => File.ReadAllBytes(System.IO.Path.Combine([Repository.Root, .. path]));
}
