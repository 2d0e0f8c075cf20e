using Pantomet.Rendering;
using Pantomet.Sites;
using Pantomet.Sites.Joining;
using Pantomet.Sites.Ways;

namespace Pantomet.Server.SiteCheck;

/// <summary>What a file of a site is to a check.</summary>
internal enum SiteFileKind
{
    Page,
    Style,
    Picture,

    /// <summary>Nothing that matters for its pictures.</summary>
    Other,
}

/// <summary>A file of a site as it came.</summary>
/// <param name="Kind">What it is to a check.</param>
/// <param name="Path">Where it lay in the folder or ZIP; null where it came by another way.</param>
/// <param name="Bytes">What it weighs; null where that is not said.</param>
/// <param name="Kept">Its bytes in the store; null where they did not come.</param>
/// <param name="Sent">How the site answered; null where nobody asked it.</param>
internal sealed record SiteEntry(SiteFileKind Kind, string? Path, long? Bytes, StagedFile? Kept, SentAnswer? Sent);

/// <summary>Everything that a check was given, read.</summary>
internal sealed class SiteContents
{
    private const int MostNotRead = 200;
    private readonly List<LeftOutFile> notRead = [];

    /// <summary>Its files, by their addresses.</summary>
    public Dictionary<Uri, SiteEntry> Files { get; } = [];

    /// <summary>What browsers saw of pages.</summary>
    public List<MeasuredPage> Measured { get; } = [];

    /// <summary>Pictures that browsers loaded, with the pages.</summary>
    public List<(Uri Page, Uri Picture)> Loaded { get; } = [];

    /// <summary>Where the site begins; addresses of a folder are within it.</summary>
    public Uri Site { get; private set; } = SiteAddress.Nowhere;

    /// <summary>Whether its files came as a folder or ZIP, so that one that is not among them is not there.</summary>
    public bool IsWhole { get; set; }

    /// <summary>Files that were not read; of many, the first.</summary>
    public IReadOnlyList<LeftOutFile> NotRead => notRead;

    /// <summary>A page was found: the first says where the site begins.</summary>
    /// <param name="page">Its address.</param>
    public void SetSite(Uri page)
    {
        if (Site == SiteAddress.Nowhere && page.Scheme is "http" or "https")
            Site = new Uri(page.GetLeftPart(UriPartial.Authority) + "/");
    }

    /// <summary>A file was not read.</summary>
    public void Leave(LeftOutFile file)
    {
        if (notRead.Count < MostNotRead)
            notRead.Add(file);
    }
}
