using Pantomet.Server.Hosting;

namespace Pantomet.Server.Storage;

/// <summary>The one place that knows where files lie.</summary>
/// <param name="root">The folder that holds everything.</param>
internal sealed class DataFolder(string root)
{
    /// <param name="settings">Say which folder; it is made if need be.</param>
    public DataFolder(ServerSettings settings)
        : this(settings.DataFolder) => Make();

    public string Root { get; } = root;

    public string Database => Path.Combine(Root, "pantomet.db");

    /// <summary>Half-written files; everything in it at start-up is left over from a crash.</summary>
    public string Incoming => Path.Combine(Root, "incoming");

    public string Originals => Path.Combine(Root, "originals");

    public string Variants => Path.Combine(Root, "variants");

    public string Previews => Path.Combine(Root, "previews");

    /// <summary>What is read in place of originals that the usual decoder does not read.</summary>
    public string Working => Path.Combine(Root, "working");

    public string Packages => Path.Combine(Root, "packages");

    /// <summary>Fonts that were added, as letters are drawn with them.</summary>
    public string Fonts => Path.Combine(Root, "fonts");

    /// <summary>What was published, and what lay there before, as long as it can be put back.</summary>
    public string Published => Path.Combine(Root, "published");

    /// <summary>Files of sites that were checked, by their content.</summary>
    public string SiteFiles => Path.Combine(Root, "site-files");

    /// <summary>What checks were given and have not read yet, a folder for each.</summary>
    public string SiteChecks => Path.Combine(Root, "site-checks");

    /// <summary>With what secrets are encrypted.</summary>
    public string Keys => Path.Combine(Root, "keys");

    /// <summary>Is there while the demo library is not finished.</summary>
    public string UnfinishedDemo => Path.Combine(Root, "demo-unfinished");

    /// <summary>Makes what is not there yet.</summary>
    public void Make()
    {
        foreach (var folder in new[]
            { Root, Incoming, Originals, Variants, Previews, Working, Packages, Published, Fonts, SiteFiles, SiteChecks })
            Directory.CreateDirectory(folder);
    }

    /// <summary>Keeps every other server away until it is disposed of, or the process ends in whatever way.</summary>
    /// <exception cref="InvalidDataException">Another one uses the folder.</exception>
    public IDisposable Lock()
    {
        try
        {
            return new FileStream(Path.Combine(Root, "in-use"), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException problem) when (!StorageFull.Is(problem))
        {
            throw new InvalidDataException($"Another Pantomet uses {Root}. End that one first, or take another data folder.", problem);
        }
    }
}
