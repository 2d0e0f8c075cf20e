using Pantomet.Server.Hosting;

namespace Pantomet.Server.Storage;

/// <summary>The one place that knows where files lie.</summary>
internal sealed class DataFolder
{
    public DataFolder(ServerSettings settings)
    {
        Root = settings.DataFolder;
        foreach (var folder in new[] { Root, Incoming, Originals, Variants, Previews, Working, Packages })
            Directory.CreateDirectory(folder);
    }

    public string Root { get; }

    public string Database => Path.Combine(Root, "pantomet.db");

    /// <summary>Half-written files; everything in it at start-up is left over from a crash.</summary>
    public string Incoming => Path.Combine(Root, "incoming");

    public string Originals => Path.Combine(Root, "originals");

    public string Variants => Path.Combine(Root, "variants");

    public string Previews => Path.Combine(Root, "previews");

    /// <summary>What is read in place of originals that the usual decoder does not read.</summary>
    public string Working => Path.Combine(Root, "working");

    public string Packages => Path.Combine(Root, "packages");
}
