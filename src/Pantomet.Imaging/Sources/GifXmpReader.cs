namespace Pantomet.Imaging.Sources;

/// <summary>Finds the XMP packet of a GIF, which libvips does not look for.</summary>
/// <remarks>ISO 16684-1 part 3, GIF: an application extension of which the packet is the content as it stands, and behind it a tail that
/// leads readers of sub-blocks to its end.</remarks>
internal static class GifXmpReader
{
    private const int MaxBytes = 4_000_000;
    private const int ChunkBytes = 1 << 16;

    private static readonly byte[] Head = [0x21, 0xFF, 0x0B, .. "XMP DataXMP"u8];

    /// <summary>The packet; null where there is none.</summary>
    /// <param name="path">A GIF.</param>
    public static byte[]? Packet(string path)
    {
        using var file = File.OpenRead(path);
        if (Start(file) is not { } start)
            return null;
        file.Seek(start, SeekOrigin.Begin);
        var bytes = new byte[Math.Min(MaxBytes, file.Length - start)];
        file.ReadExactly(bytes);
        // UTF-8 has no byte 0xFF; the tail begins with 1 and 0xFF.
        var end = bytes.AsSpan().IndexOf([(byte)0x01, (byte)0xFF]);
        return end < 0 ? null : bytes[..end];
    }

    private static long? Start(FileStream file)
    {
        var window = new byte[ChunkBytes + Head.Length];
        var kept = 0;
        for (var at = 0L; ;)
        {
            var read = file.Read(window, kept, ChunkBytes);
            if (read == 0)
                return null;
            var there = window.AsSpan(0, kept + read);
            if (there.IndexOf(Head) is var found and >= 0)
                return at - kept + found + Head.Length;
            at += read;
            kept = Math.Min(there.Length, Head.Length - 1);
            there[^kept..].CopyTo(window);
        }
    }
}
