namespace Pantomet.Sites.Ways;

/// <summary>Reads a site that lies in a folder. Links are not followed: they may lead in circles, and out of it.</summary>
public static class SiteFolder
{
    private static readonly EnumerationOptions Within = new()
    {
        RecurseSubdirectories = true,
        AttributesToSkip = FileAttributes.ReparsePoint,
        IgnoreInaccessible = true,
    };

    /// <summary>Its files, by name.</summary>
    /// <param name="folder">Where the site begins.</param>
    public static IEnumerable<SiteFile> Files(string folder) =>
        Directory.EnumerateFiles(folder, "*", Within).Order(StringComparer.Ordinal).Select(path => new SiteFile(
            Path.GetRelativePath(folder, path).Replace(Path.DirectorySeparatorChar, '/'), () => File.OpenRead(path)));
}
