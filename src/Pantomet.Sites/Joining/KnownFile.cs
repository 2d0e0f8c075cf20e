using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;

namespace Pantomet.Sites.Joining;

/// <summary>How a site answered when a file was asked for.</summary>
/// <param name="Status">Of HTTP (RFC 9110, §15); 0 where nothing came.</param>
/// <param name="CacheControl">The header; null where there was none.</param>
public sealed record SentAnswer(int Status, string? CacheControl);

/// <summary>A file of a site, as far as it is known.</summary>
/// <param name="Bytes">What it weighs; null where that is not known.</param>
/// <param name="Sha256">Of its bytes; null where they are not there.</param>
/// <param name="Facts">What it is; null where its bytes are not there, or are no picture.</param>
/// <param name="Likeness">What it looks like from afar.</param>
/// <param name="Problem">Why it cannot be shown; null where it can, and where nobody looked.</param>
/// <param name="Sent">How the site answered; null where nobody asked it.</param>
public sealed record KnownFile(
    long? Bytes, string? Sha256 = null, SourceFacts? Facts = null, Likeness? Likeness = null, string? Problem = null,
    SentAnswer? Sent = null);
