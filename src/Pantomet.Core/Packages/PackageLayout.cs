using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Packages;

/// <summary>Where the files of a package lie: a folder for each destination, in it one for each slot.</summary>
public sealed class PackageLayout
{
    private readonly HashSet<string> taken = new(StringComparer.OrdinalIgnoreCase);

    /// <summary>The next file's path. Paths differ even on file systems that ignore case.</summary>
    /// <param name="destination">The destination's name; made into a folder name.</param>
    /// <param name="slot">The slot's name; made into a folder name.</param>
    /// <param name="fileName">From the slot's name pattern.</param>
    /// <returns>Relative, with forward slashes, of ASCII letters, digits, hyphens and dots only. A name given twice gets a
    /// number.</returns>
    public string PathFor(string destination, string slot, string fileName) =>
        PathIn($"{Storable(destination)}/{Storable(slot)}/", fileName);

    /// <summary>The next file's path in a package of files that belong to no destination.</summary>
    /// <param name="slot">The slot's name; made into a folder name. Null where all files are of one.</param>
    /// <param name="fileName">From the slot's name pattern.</param>
    public string PathFor(string? slot, string fileName) => PathIn(slot is null ? "" : $"{Storable(slot)}/", fileName);

    private string PathIn(string folder, string fileName)
    {
        var stem = Storable(Path.GetFileNameWithoutExtension(fileName));
        var free = Stem.Free(stem, candidate => taken.Contains($"{folder}{candidate}{Path.GetExtension(fileName)}"));
        var path = $"{folder}{free}{Path.GetExtension(fileName)}";
        taken.Add(path);
        return path;
    }

    // Some names are devices on some systems, which store no file or folder under them.
    private static string Storable(string name) =>
        Stem.From(name) is var stem && NamePattern.Unfit(stem) is null
            ? stem
            : $"{stem[..Math.Min(stem.Length, NamePattern.MaxCharacters - 5)]}-file";
}
