namespace Pantomet;

/// <summary>Where the files of the repository lie that tests and measurements use.</summary>
internal static class Repository
{
    /// <summary>The folder that holds the solution.</summary>
    public static string Root { get; } = Find();

    private static string Find()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder!.FullName, "Pantomet.slnx")))
            folder = folder.Parent;
        return folder.FullName;
    }
}
