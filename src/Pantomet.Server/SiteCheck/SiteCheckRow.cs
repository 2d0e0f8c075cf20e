using Pantomet.Server.Jobs;
using Pantomet.Sites.Ways;

namespace Pantomet.Server.SiteCheck;

/// <summary>How far a check is.</summary>
internal enum CheckStage
{
    /// <summary>Files and pages are read.</summary>
    Reading,

    /// <summary>Pictures are looked at.</summary>
    Looking,

    /// <summary>Better files are made; what there is to say of the pictures is known.</summary>
    Making,
}

/// <summary>Something that a check was given.</summary>
/// <param name="Name">As it was sent; for a file of a site, where it lies in it.</param>
/// <param name="File">Its name in the check's own folder.</param>
internal sealed record GivenFile(string Name, string File);

/// <summary>A check of a site, in the database.</summary>
internal sealed class SiteCheckRow() : JobRow(JobKind.SiteCheck)
{
    /// <summary>What it is called: the site's host, or what was sent.</summary>
    public required string Name { get; set; }

    /// <summary>What was sent.</summary>
    public required IReadOnlyList<GivenFile> Given { get; init; }

    /// <summary>Pages to fetch, and lists of pages.</summary>
    public IReadOnlyList<Uri> Addresses { get; init; } = [];

    public CheckStage Stage { get; set; }

    /// <summary>Files that were not read, with the reasons; of many, the first.</summary>
    public IReadOnlyList<LeftOutFile> NotRead { get; set; } = [];
}
