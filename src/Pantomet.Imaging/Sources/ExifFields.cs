using MetadataExtractor.Formats.Exif;
using MetadataExtractor.Formats.Tiff;
using MetadataExtractor.IO;
using Directory = MetadataExtractor.Directory;

namespace Pantomet.Imaging.Sources;

/// <summary>The fields of an Exif block that Pantomet cares for: those of its first directory, and whether a position is stated.</summary>
/// <remarks>
/// Exif 2.32. Directories can be chained and nested without end, and the library follows them by recursion: a chain of 60,000 empty ones is
/// 360 kB and ends the process. So only the first directory is entered, and from it the one of the position; makers' notes are not read.
/// </remarks>
internal static class ExifFields
{
    /// <summary>Reads a block.</summary>
    /// <param name="block">As it stands in JPEG, PNG, WebP and AVIF: a TIFF structure, with or without "Exif" before it.</param>
    public static IReadOnlyList<Directory> Of(byte[] block) =>
        Read(new ByteArrayReader(block, block.AsSpan().StartsWith("Exif\0\0"u8) ? 6 : 0));

    /// <summary>Reads the first directory of a TIFF file, where its fields stand outside any block.</summary>
    /// <param name="path">A TIFF file.</param>
    public static IReadOnlyList<Directory> OfTiff(string path)
    {
        using var file = File.OpenRead(path);
        return Read(new IndexedSeekingReader(file));
    }

    private static List<Directory> Read(IndexedReader reader)
    {
        var found = new List<Directory>();
        TiffReader.ProcessTiff(reader, new FirstDirectory(found));
        return found;
    }

    private sealed class FirstDirectory(List<Directory> directories) : ExifTiffHandler(directories)
    {
        public override bool TryEnterSubIfd(int tagType)
        {
            if (CurrentDirectory is not ExifIfd0Directory || tagType != ExifIfd0Directory.TagGpsInfoOffset)
                return false;
            PushDirectory(new GpsDirectory());
            return true;
        }

        public override bool HasFollowerIfd() => false;

        public override bool CustomProcessTag(
            int tagOffset, ICollection<int> processedIfdOffsets, IndexedReader reader, int tagId, int byteCount) => false;
    }
}
