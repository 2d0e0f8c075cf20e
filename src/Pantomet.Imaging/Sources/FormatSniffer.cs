using System.Text;
using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;

namespace Pantomet.Imaging.Sources;

/// <summary>Tells a file's format by its first bytes. Names and endings are never asked.</summary>
public static class FormatSniffer
{
    /// <summary>How many bytes from the start are enough; an SVG may have a long preamble.</summary>
    public const int BytesNeeded = 4096;

    /// <summary>Recognises a format.</summary>
    /// <param name="start">The first <see cref="BytesNeeded"/> bytes, or all of a shorter file.</param>
    /// <exception cref="UnreadableException">It is none of the formats that Pantomet reads.</exception>
    public static PictureFormat Recognise(ReadOnlySpan<byte> start)
    {
        if (start.IsEmpty)
            throw new UnreadableException("empty-file", "The file is empty: 0 bytes. Copy it again from where it came.");
        return Known(start) ??
            throw new UnreadableException(
                "not-a-picture",
                $"This is {Guess(start)}, not a picture that Pantomet reads. Send a JPEG, PNG, WebP, AVIF, GIF, TIFF, SVG, HEIC, PSD, " +
                $"BMP or JPEG XL file.");
    }

    private static PictureFormat? Known(ReadOnlySpan<byte> start)
    {
        if (Begins(start, 0xFF, 0xD8, 0xFF))
            return PictureFormat.Jpeg;
        if (Begins(start, 0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A))
            return PictureFormat.Png;
        if (start.StartsWith("GIF87a"u8) || start.StartsWith("GIF89a"u8))
            return PictureFormat.Gif;
        if (start.Length >= 12 && start.StartsWith("RIFF"u8) && start[8..].StartsWith("WEBP"u8))
            return PictureFormat.WebP;
        if (Begins(start, 0x49, 0x49, 42, 0) || Begins(start, 0x4D, 0x4D, 0, 42) || Begins(start, 0x49, 0x49, 43, 0) ||
            Begins(start, 0x4D, 0x4D, 0, 43))
            return PictureFormat.Tiff;
        if (HasBrand(start, "avif") || HasBrand(start, "avis"))
            return PictureFormat.Avif;
        if (HasBrand(start, "heic") || HasBrand(start, "heix"))
            return PictureFormat.Heic;
        if (start.StartsWith("8BPS\0\u0001"u8))
            return PictureFormat.Psd;
        if (IsBmp(start))
            return PictureFormat.Bmp;
        // ISO/IEC 18181-2: a bare codestream, or a container that begins with its signature box.
        if (Begins(start, 0xFF, 0x0A) || Begins(start, 0, 0, 0, 12, 0x4A, 0x58, 0x4C, 0x20, 0x0D, 0x0A, 0x87, 0x0A))
            return PictureFormat.JpegXl;
        return LooksLikeSvg(start) ? PictureFormat.Svg : null;
    }

    private static bool Begins(ReadOnlySpan<byte> start, params ReadOnlySpan<byte> with) => start.StartsWith(with);

    // ISO/IEC 14496-12: a file type box holds a major brand, a version, and compatible brands of four bytes each.
    private static bool HasBrand(ReadOnlySpan<byte> start, string brand)
    {
        if (start.Length < 16 || !start[4..].StartsWith("ftyp"u8))
            return false;
        var length = Math.Min(System.Buffers.Binary.BinaryPrimitives.ReadUInt32BigEndian(start), (uint)start.Length);
        Span<byte> wanted = stackalloc byte[4];
        Encoding.ASCII.GetBytes(brand, wanted);
        for (var at = 8; at + 4 <= length; at += 4)
        {
            if (at != 12 && start.Slice(at, 4).SequenceEqual(wanted))
                return true;
        }

        return false;
    }

    // Two letters are a word as well; the header's length that follows is one of the few that there are.
    private static bool IsBmp(ReadOnlySpan<byte> start) =>
        start.Length >= 18 && start.StartsWith("BM"u8) &&
            System.Buffers.Binary.BinaryPrimitives.ReadUInt32LittleEndian(start[14..]) is 12 or 40 or 52 or 56 or 64 or 108 or 124;

    private static bool LooksLikeSvg(ReadOnlySpan<byte> start)
    {
        var text = Begins(start, 0xEF, 0xBB, 0xBF) ? start[3..] : start;
        // Only a text that begins as XML; whether its root really is svg is for the guard to find.
        return text.TrimStart(" \t\r\n"u8).StartsWith("<"u8) && text.IndexOf("<svg"u8) >= 0;
    }

    private static string Guess(ReadOnlySpan<byte> start)
    {
        if (HasBrand(start, "mif1") || HasBrand(start, "hevc"))
            return "a HEIF file of another kind";
        if (start.StartsWith("%PDF"u8))
            return "a PDF document";
        if (start.StartsWith("8BPS"u8))
            return "a document for very large pictures (PSB)";
        if (Begins(start, 0x50, 0x4B, 3, 4))
            return "a ZIP archive";
        if (start.Length >= 8 && start[4..].StartsWith("ftyp"u8))
            return "a film";
        return start.IndexOfAnyExceptInRange((byte)9, (byte)126) < 0 ? "a text file" : "an unknown kind of file";
    }
}
