using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Encoders;

/// <summary>Opens a written file as if it came from a stranger, and says what it is.</summary>
public static class WrittenFileReader
{
    /// <summary>Reads the file to its end, so that one cut short is found.</summary>
    /// <param name="path">The file as it lies on disk.</param>
    /// <param name="sound">What it should hold, where every pixel of that was decoded before; a file of other bytes, or where this is null, has its pixels decoded.</param>
    /// <exception cref="UnreadableException">It is no picture.</exception>
    /// <exception cref="VipsException">It is damaged.</exception>
    public static WrittenFile Read(string path, byte[]? sound = null)
    {
        var file = SourceFile.Open(path);
        using var image = file.Load();
        var metadata = EmbeddedMetadata.Of(image, file);
        // The mean asks for every pixel.
        if (sound is null || !File.ReadAllBytes(path).AsSpan().SequenceEqual(sound))
            _ = image.Avg();
        return new WrittenFile(
            file.Format, new PixelSize(image.Width, image.Height), new ByteCount(new FileInfo(path).Length), SourceProbe.ColourOf(image),
            metadata.ColourProfile, image.HasAlpha(), SourceFile.Frames(image), metadata.Rights, metadata.Description, metadata.Camera, metadata.HasPlace);
    }
}
