using System.IO.Hashing;
using System.Security.Cryptography;

namespace Pantomet.Rendering;

/// <summary>
/// Files under the SHA-256 of their content. A file is there whole or not at all: it is staged, flushed, then renamed.
/// </summary>
/// <param name="stagingFolder">Holds half-written files; what is in it at start-up is left over from a crash.</param>
public sealed class ContentStore(string stagingFolder)
{
    private const int BufferBytes = 128 * 1024;

    /// <summary>Opens the files that are staged; replaced in tests to see a full disk.</summary>
    public Func<string, Stream> OpenNew { get; init; } = path =>
        new FileStream(path, FileMode.CreateNew, FileAccess.Write, FileShare.None, BufferBytes, FileOptions.Asynchronous);

    /// <summary>Where a file of the store lies, whether it is there or not.</summary>
    /// <param name="area">Folder that holds the files.</param>
    /// <param name="sha256">64 lower-case hexadecimal digits.</param>
    public static string PathOf(string area, string sha256) => Path.Combine(area, sha256[..2], sha256[2..4], sha256);

    /// <summary>Writes a stream to the staging folder while hashing it. Memory does not grow with the stream.</summary>
    /// <param name="content">Read to its end.</param>
    /// <param name="mostBytes">More are refused.</param>
    /// <param name="cancel">Stops; nothing is left behind.</param>
    /// <exception cref="FileTooLongException">There are more than <paramref name="mostBytes"/>.</exception>
    /// <exception cref="IOException">The disk is full, or the sender broke off.</exception>
    public async Task<StagedFile> StageAsync(Stream content, long mostBytes, CancellationToken cancel)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        var checksum = new XxHash128();
        long bytes = 0;
        var path = await StageAsync(
            async file =>
            {
                var buffer = new byte[BufferBytes];
                for (int read; (read = await content.ReadAsync(buffer, cancel)) > 0;)
                {
                    bytes += read;
                    if (bytes > mostBytes)
                        throw new FileTooLongException();
                    hash.AppendData(buffer, 0, read);
                    checksum.Append(buffer.AsSpan(0, read));
                    await file.WriteAsync(buffer.AsMemory(0, read), cancel);
                }
            },
            cancel);
        return new StagedFile(
            path, Convert.ToHexStringLower(hash.GetHashAndReset()), Convert.ToHexStringLower(checksum.GetCurrentHash()), bytes);
    }

    /// <summary>Writes bytes to the staging folder.</summary>
    /// <param name="content">All of the file.</param>
    /// <param name="cancel">Stops; nothing is left behind.</param>
    /// <exception cref="IOException">The disk is full.</exception>
    public async Task<StagedFile> StageAsync(byte[] content, CancellationToken cancel)
    {
        var path = await StageAsync(async file => await file.WriteAsync(content, cancel), cancel);
        return new StagedFile(
            path, Convert.ToHexStringLower(SHA256.HashData(content)), Convert.ToHexStringLower(XxHash128.Hash(content)),
            content.LongLength);
    }

    /// <summary>Gives a staged file its place. When the same content is there already, that stays.</summary>
    /// <param name="file">No longer there afterwards.</param>
    /// <param name="area">Folder that holds the files.</param>
    public static void Keep(StagedFile file, string area) => KeepAt(file, PathOf(area, file.Sha256));

    /// <summary>Gives a staged file a place of its own, instead of whatever is there.</summary>
    /// <param name="file">No longer there afterwards.</param>
    /// <param name="place">On the same disk.</param>
    public static void KeepAt(StagedFile file, string place)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(place)!);
        File.Move(file.Path, place, overwrite: true);
    }

    /// <summary>Whether a file is there and its bytes are those that it is named by.</summary>
    /// <param name="area">Folder that holds the files.</param>
    /// <param name="sha256">64 lower-case hexadecimal digits.</param>
    public static bool Holds(string area, string sha256) => PathOf(area, sha256) is var path && File.Exists(path) && HashOf(path) == sha256;

    /// <summary>Whether a file is there and its bytes are still those that were written.</summary>
    /// <remarks>A SHA-256 of a photograph takes a twentieth of the time in which it is rendered; its checksum, made to find what changed
    /// and not what was forged, takes next to none. Who can forge files here can forge the database as well.</remarks>
    /// <param name="area">Folder that holds the files.</param>
    /// <param name="sha256">64 lower-case hexadecimal digits.</param>
    /// <param name="checksum">As <see cref="StagedFile.Checksum"/> gave it; null where none is known.</param>
    public static bool StillHolds(string area, string sha256, string? checksum) => checksum is null
        ? Holds(area, sha256)
        : PathOf(area, sha256) is var path && File.Exists(path) && ChecksumOf(path) == checksum;

    /// <summary>SHA-256 of a file, in lower-case hexadecimal digits.</summary>
    /// <param name="path">Read to its end.</param>
    public static string HashOf(string path)
    {
        using var file = File.OpenRead(path);
        return Convert.ToHexStringLower(SHA256.HashData(file));
    }

    private async Task<string> StageAsync(Func<Stream, Task> write, CancellationToken cancel)
    {
        var path = Path.Combine(stagingFolder, Guid.NewGuid().ToString("N"));
        try
        {
            await using var file = OpenNew(path);
            await write(file);
            await file.FlushAsync(cancel);
            (file as FileStream)?.Flush(flushToDisk: true);
            return path;
        }
        catch
        {
            File.Delete(path);
            throw;
        }
    }

    private static string ChecksumOf(string path)
    {
        using var file = File.OpenRead(path);
        var checksum = new XxHash128();
        checksum.Append(file);
        return Convert.ToHexStringLower(checksum.GetCurrentHash());
    }

    /// <summary>Throws away what a crash left half written.</summary>
    public void ClearStaged()
    {
        foreach (var left in new DirectoryInfo(stagingFolder).EnumerateFileSystemInfos())
        {
            try
            {
                if (left is DirectoryInfo with)
                    with.Delete(recursive: true);
                else
                    left.Delete();
            }
            catch (IOException)
            {
                // A decoder of the server that was killed is about to end, and still holds its folder. The next start clears it.
            }
        }
    }
}

/// <summary>A file that was written and flushed, but has no place yet.</summary>
/// <param name="Path">Where it lies for now.</param>
/// <param name="Sha256">64 lower-case hexadecimal digits.</param>
/// <param name="Checksum">XXH3 of 128 bits, as 32 lower-case hexadecimal digits:
/// https://github.com/Cyan4973/xxHash/blob/dev/doc/xxhash_spec.md.</param>
/// <param name="Bytes">Its length.</param>
public sealed record StagedFile(string Path, string Sha256, string Checksum, long Bytes) : IDisposable
{
    /// <summary>Deletes the file if it was not given a place.</summary>
    public void Dispose() => File.Delete(Path);
}

/// <summary>More bytes arrived than are allowed.</summary>
public sealed class FileTooLongException : Exception;
