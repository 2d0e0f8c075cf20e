using System.IO.Compression;
using Pantomet.Core.Findings;

namespace Pantomet.Sites.Ways;

/// <summary>How much an archive may have in it.</summary>
/// <param name="Files">At most.</param>
/// <param name="FileBytes">Of one file, at most, once it is unpacked.</param>
/// <param name="Bytes">Of all files, at most, once they are unpacked.</param>
public sealed record ArchiveBounds(int Files = 60_000, long FileBytes = 250_000_000, long Bytes = 8_000_000_000);

/// <summary>Reads a site that somebody has packed into a ZIP (PKWARE APPNOTE 6.3).</summary>
/// <remarks>What it says of itself is not believed: bytes are counted as they come out.</remarks>
/// <param name="zip">Can be searched.</param>
/// <param name="bounds">How much it may have in it.</param>
public sealed class SiteArchive(Stream zip, ArchiveBounds bounds)
{
    private const int LinkMode = 0xA000;
    private const int KindOfFile = 0xF000;

    private readonly List<LeftOutFile> leftOut = [];
    private readonly HashSet<string> names = [];
    private long unpacked;

    /// <summary>Files that were left out so far.</summary>
    public IReadOnlyList<LeftOutFile> LeftOut => leftOut;

    /// <summary>Its files, in their order.</summary>
    /// <exception cref="UnreadableException">It is no archive, is damaged, or has too much in it; from a file's stream too.</exception>
    public IEnumerable<SiteFile> Files()
    {
        using var archive = Opened();
        var entries = archive.Entries.Where(entry => !entry.FullName.EndsWith('/')).ToList();
        if (entries.Count > bounds.Files)
            throw new UnreadableException(
                "archive-too-large", $"There are {entries.Count:#,0} files in it; at most {bounds.Files:#,0} are read. Pack fewer.");
        var good = entries.FindAll(IsGood);
        var root = SitePath.RootOf(good.ConvertAll(entry => entry.FullName));
        foreach (var entry in good)
            yield return new SiteFile(entry.FullName[root.Length..], () => Counted(entry));
    }

    private bool IsGood(ZipArchiveEntry entry)
    {
        var problem = SitePath.Problem(entry.FullName) ??
            (((entry.ExternalAttributes >> 16) & KindOfFile) == LinkMode ? "It is a link, not a file." : null) ??
            (entry.IsEncrypted ? "It is locked with a password." : null) ??
            (names.Add(entry.FullName) ? null : "There are two files of this name; the first was taken.");
        if (problem is not null)
            leftOut.Add(new LeftOutFile(entry.FullName, problem));
        return problem is null;
    }

    private ZipArchive Opened()
    {
        try
        {
            var archive = new ZipArchive(zip, ZipArchiveMode.Read, leaveOpen: true);
            _ = archive.Entries.Count;
            return archive;
        }
        catch (InvalidDataException problem)
        {
            throw new UnreadableException("archive-damaged", "It is no ZIP, or it is damaged. Pack the site's folder again.", problem);
        }
    }

    private CountedStream Counted(ZipArchiveEntry entry)
    {
        try
        {
            return new CountedStream(entry, read =>
            {
                unpacked += read;
                return unpacked <= bounds.Bytes;
            }, bounds);
        }
        catch (InvalidDataException problem)
        {
            throw Damaged(entry.FullName, problem);
        }
    }

    private static UnreadableException Damaged(string path, Exception problem) =>
        new("archive-damaged", $"The file {path} in it is damaged. Pack the site's folder again.", problem);

    // Stops where more comes out than may.
    private sealed class CountedStream(ZipArchiveEntry entry, Func<int, bool> mayGoOn, ArchiveBounds bounds) : Stream
    {
        private readonly Stream inner = entry.Open();
        private long ofFile;

        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => throw new NotSupportedException();

        public override long Position
        {
            get => ofFile;
            set => throw new NotSupportedException();
        }

        public override int Read(byte[] buffer, int offset, int count) => Read(buffer.AsSpan(offset, count));

        public override int Read(Span<byte> buffer)
        {
            int read;
            try
            {
                read = inner.Read(buffer);
            }
            catch (InvalidDataException problem)
            {
                throw Damaged(entry.FullName, problem);
            }

            ofFile += read;
            if (ofFile > bounds.FileBytes || !mayGoOn(read))
                throw new UnreadableException(
                    "archive-too-large",
                    $"More comes out of it than is read: at most {bounds.FileBytes / 1_000_000:#,0} MB of one file and " +
                    $"{bounds.Bytes / 1_000_000:#,0} MB of all. Pack fewer pictures at a time.");
            return read;
        }

        public override void Flush()
        {
        }

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();

        protected override void Dispose(bool disposing)
        {
            if (disposing)
                inner.Dispose();
            base.Dispose(disposing);
        }
    }
}
