
namespace Pantomet.Core.Sources;

/// <summary>A file as a look into its folder shows it.</summary>
/// <param name="Path">Where it lies.</param>
/// <param name="Bytes">Its length.</param>
/// <param name="Modified">When it was last written, on whatever scale its file system has; only compared with itself.</param>
public readonly record struct FileStamp(string Path, long Bytes, long Modified);

/// <summary>
/// Tells files that somebody is still writing from those that are complete: a complete file stays the same over several looks.
/// </summary>
/// <remarks>No clock is asked, since that of a card or a shared drive may be wrong, and may be set back.</remarks>
/// <param name="looks">How many looks in a row must show the same; at least 2.</param>
public sealed class QuietFiles(int looks)
{
    private Dictionary<string, (FileStamp Stamp, int Looks)> seen = [];

    /// <summary>Takes a look.</summary>
    /// <param name="there">Every file that is there now. An empty one has only been begun.</param>
    /// <returns>Those that are complete, in the order given; each for as long as it stays the same.</returns>
    public IReadOnlyList<FileStamp> Look(IEnumerable<FileStamp> there)
    {
        var now = new Dictionary<string, (FileStamp Stamp, int Looks)>();
        foreach (var file in there)
            now[file.Path] = (file, seen.TryGetValue(file.Path, out var before) && before.Stamp == file ? before.Looks + 1 : 1);
        seen = now;
        return [.. now.Values.Where(file => file.Looks >= looks && file.Stamp.Bytes > 0).Select(file => file.Stamp)];
    }
}
