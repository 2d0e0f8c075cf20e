namespace Pantomet.Bench;

/// <summary>A folder that is gone after the measurement.</summary>
internal sealed class Folder : IDisposable
{
    private readonly DirectoryInfo folder = Directory.CreateTempSubdirectory("pantomet-bench-");

    public string Path(string name) => System.IO.Path.Combine(folder.FullName, name);

    public void Dispose() => folder.Delete(recursive: true);
}
