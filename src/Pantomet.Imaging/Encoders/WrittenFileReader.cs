using NetVips;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Proof;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Encoders;

/// <summary>Opens a written file as if it came from a stranger, and says what it is.</summary>
public static class WrittenFileReader
{
    /// <summary>Reads the file to its end, so that one cut short is found.</summary>
    /// <param name="path">The file as it lies on disk.</param>
    /// <param name="made">What was written there. Its pixels are not decoded a second time where they were in scoring; null decodes
    /// them.</param>
    /// <exception cref="UnreadableException">It is no picture.</exception>
    /// <exception cref="VipsException">It is damaged.</exception>
    /// <exception cref="IOException">Its bytes are not those that were written.</exception>
    public static WrittenFile Read(string path, EncodedFile? made = null)
    {
        if (made is not null && !Holds(path, made.File))
            throw new IOException($"{path} does not hold what was written to it.");
        var file = SourceFile.Open(path);
        using var image = file.Load();
        var metadata = EmbeddedMetadata.Of(image, file);
        // The mean asks for every pixel.
        if (made is not { WasRead: true })
            _ = image.Avg();
        return new WrittenFile(
            file.Format, new PixelSize(image.Width, image.Height), new ByteCount(new FileInfo(path).Length), SourceProbe.ColourOf(image),
            metadata.ColourProfile, image.HasAlpha(), SourceFile.Frames(image), metadata.Rights, metadata.Description, metadata.Camera,
            metadata.HasPlace);
    }

    private static bool Holds(string path, ReadOnlySpan<byte> written)
    {
        using var file = File.OpenHandle(path);
        if (RandomAccess.GetLength(file) != written.Length)
            return false;
        Span<byte> some = stackalloc byte[16 * 1024];
        for (var at = 0; at < written.Length;)
        {
            var read = RandomAccess.Read(file, some, at);
            if (read == 0 || !some[..read].SequenceEqual(written.Slice(at, read)))
                return false;
            at += read;
        }

        return true;
    }
}
