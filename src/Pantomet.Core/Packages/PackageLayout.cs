using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Packages;

/// <summary>Where the files of a package lie: a folder for each destination, in it one for each slot.</summary>
public sealed class PackageLayout
{
    private readonly HashSet<string> taken = new(StringComparer.OrdinalIgnoreCase);

    /// <summary>The next folder.</summary>
    /// <param name="parent">The folder that it lies in, without a slash at its end; empty for the root.</param>
    /// <param name="name">Made into a folder name of ASCII letters, digits and hyphens.</param>
    /// <returns>From the root, with forward slashes. A name given twice gets a number.</returns>
    public string FolderFor(string parent, string name) => Free(parent, Storable(name), "");

    /// <summary>The next file's path. Paths differ even on file systems that ignore case.</summary>
    /// <param name="folder">The folder that it lies in, without a slash at its end; empty for the root.</param>
    /// <param name="fileName">From the slot's name pattern.</param>
    /// <returns>Relative, with forward slashes, of ASCII letters, digits, hyphens and dots only. A name given twice gets a
    /// number.</returns>
    public string PathFor(string folder, string fileName) =>
        Free(folder, Storable(Path.GetFileNameWithoutExtension(fileName)), Path.GetExtension(fileName));

    private string Free(string folder, string name, string ending)
    {
        var before = folder.Length == 0 ? "" : $"{folder}/";
        var path = $"{before}{Stem.Free(name, candidate => taken.Contains($"{before}{candidate}{ending}"))}{ending}";
        taken.Add(path);
        return path;
    }

    /// <summary>Makes a name into that of a folder or a file.</summary>
    /// <remarks>Some names are devices on some systems, which store no file or folder under them.</remarks>
    /// <param name="name">As people write it.</param>
    public static string Storable(string name) =>
        Stem.From(name) is var stem && NamePattern.Unfit(stem) is null
            ? stem
            : $"{stem[..Math.Min(stem.Length, NamePattern.MaxCharacters - 5)]}-file";
}
