namespace Pantomet.Core.Tests;

/// <summary>Files of the repository that tests are held to.</summary>
internal static class Repository
{
    public static string Root { get; } = Find();

    private static string Find()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder!.FullName, "Pantomet.slnx")))
            folder = folder.Parent;
        return folder.FullName;
    }
}
