using BitMiracle.LibJpeg.Classic;

namespace Pantomet.Imaging.Encoders;

/// <summary>Writes the coefficients of a JPEG anew, progressive and with codes of its own: lighter, and the same pixels.</summary>
internal static class LosslessJpeg
{
    private const byte Marker = 0xff;
    private const byte FirstApplication = 0xe0;
    private const byte LastApplication = 0xef;
    private const byte Comment = 0xfe;
    private const int StartLength = 2;

    /// <summary>The lighter file, without any metadata.</summary>
    /// <param name="file">A baseline or progressive JPEG (ITU-T T.81).</param>
    /// <exception cref="Exception">It is damaged, or of a kind that is not understood; nothing is known of which exception
    /// then.</exception>
    public static byte[] Optimised(byte[] file)
    {
        var reader = new jpeg_decompress_struct();
        reader.jpeg_stdio_src(new MemoryStream(file));
        reader.jpeg_read_header(true);
        var coefficients = reader.jpeg_read_coefficients();
        var writer = new jpeg_compress_struct();
        reader.jpeg_copy_critical_parameters(writer);
        writer.Optimize_coding = true;
        writer.jpeg_simple_progression();
        var made = new MemoryStream();
        writer.jpeg_stdio_dest(made);
        writer.jpeg_write_coefficients(coefficients);
        writer.jpeg_finish_compress();
        reader.jpeg_finish_decompress();
        return made.ToArray();
    }

    /// <summary>A file with the metadata of another: its application segments and comments, which stand before all else.</summary>
    /// <param name="file">A JPEG.</param>
    /// <param name="other">A JPEG whose metadata is wanted.</param>
    public static byte[] WithMetadataOf(byte[] file, byte[] other) =>
        [.. file.AsSpan(0, StartLength), .. other.AsSpan(StartLength, MetadataEnd(other) - StartLength), .. file.AsSpan(MetadataEnd(file))];

    private static int MetadataEnd(byte[] file)
    {
        var at = StartLength;
        while (at + 3 < file.Length && file[at] == Marker && file[at + 1] is (>= FirstApplication and <= LastApplication) or Comment)
            at += 2 + ((file[at + 2] << 8) | file[at + 3]);
        return Math.Min(at, file.Length);
    }
}
