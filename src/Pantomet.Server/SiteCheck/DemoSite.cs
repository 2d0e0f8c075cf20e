namespace Pantomet.Server.SiteCheck;

/// <summary>The site of the invented shop Galewright Kites, with pictures as people put them there who have something else to do.</summary>
internal static class DemoSite
{
    /// <summary>What it is called until it is read.</summary>
    public const string Name = "Galewright Kites";

    // Which of its pictures are sources of the demo as they are, a line each: path in the site, file.
    private const string PicturesList = "pictures.txt";

    /// <summary>Its files: where each lies in the site, and where on this machine.</summary>
    public static IEnumerable<(string Path, string File)> Files()
    {
        var site = Path.Combine(AppContext.BaseDirectory, "demo-site");
        foreach (var file in Directory.EnumerateFiles(site, "*", SearchOption.AllDirectories).Order(StringComparer.Ordinal))
        {
            if (Path.GetFileName(file) != PicturesList)
                yield return (Path.GetRelativePath(site, file).Replace(Path.DirectorySeparatorChar, '/'), file);
        }

        foreach (var line in File.ReadLines(Path.Combine(site, PicturesList)).Where(line => line.Length > 0))
        {
            var (path, source) = (line.Split(' ')[0], line.Split(' ')[1]);
            yield return (path, Path.Combine(AppContext.BaseDirectory, "demo-sources", source));
        }
    }
}
