namespace Pantomet.Sites.Ways;

/// <summary>A file of a site.</summary>
/// <param name="Path">From the site's own folder on, with <c>/</c> between names and none before the first.</param>
/// <param name="Open">Opens it. Of an archive, one at a time, before the next is asked for.</param>
public sealed record SiteFile(string Path, Func<Stream> Open);

/// <summary>A file that was left out.</summary>
/// <param name="Path">As it was named.</param>
/// <param name="Sentence">Why.</param>
public sealed record LeftOutFile(string Path, string Sentence);
