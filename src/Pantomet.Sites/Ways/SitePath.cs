namespace Pantomet.Sites.Ways;

/// <summary>Names of files as strangers give them.</summary>
public static class SitePath
{
    private const int MostLetters = 1000;

    /// <summary>What is wrong with a name; null for one that lies within its folder wherever it is put.</summary>
    /// <param name="path">With <c>/</c> between names.</param>
    public static string? Problem(string path)
    {
        if (path.Length is 0 or > MostLetters)
            return $"Its name is empty or longer than {MostLetters:#,0} letters.";
        if (path.StartsWith('/') || path.Contains('\\', StringComparison.Ordinal) || (path.Length > 1 && path[1] == ':'))
            return "Its name leads out of the archive.";
        if (path.Any(char.IsControl))
            return "Its name has signs in it that cannot be written.";
        return Array.Exists(path.Split('/'), name => name is "" or "." or "..") ? "Its name leads out of the archive." : null;
    }

    /// <summary>The folder that a site begins in: the innermost that everything lies in.</summary>
    /// <param name="paths">Of all files.</param>
    /// <returns>With <c>/</c> at its end; empty where the site begins at the top.</returns>
    public static string RootOf(IReadOnlyCollection<string> paths)
    {
        var root = "";
        while (paths.Count > 0)
        {
            var rest = paths.Select(path => path[root.Length..]).ToList();
            var folder = rest[0].Split('/')[0] + "/";
            if (rest.Exists(path => !path.StartsWith(folder, StringComparison.Ordinal)))
                break;
            root += folder;
        }

        return root;
    }
}
