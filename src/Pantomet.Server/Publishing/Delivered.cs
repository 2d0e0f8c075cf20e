using Microsoft.Net.Http.Headers;
using Pantomet.Server.Rendering;

namespace Pantomet.Server.Publishing;

/// <summary>What a request gets: a file, another address, or neither.</summary>
internal abstract record Delivered
{
    /// <summary>A file.</summary>
    /// <param name="Row">Its row; null for a placeholder, which has none.</param>
    /// <param name="Path">Where it lies; null for one in memory only.</param>
    /// <param name="Content">Its bytes; null for one that is read from the disk.</param>
    /// <param name="MediaType">Of the file.</param>
    /// <param name="Tag">Strong: of these very bytes (RFC 9110, 8.8.3).</param>
    /// <param name="Version">Digits that an address may bear to be kept for good.</param>
    /// <param name="IsFinal">Whether it is what the plans of today ask for; otherwise it stands in for that.</param>
    public sealed record Found(
        RenderedFileRow? Row, string? Path, byte[]? Content, string MediaType, EntityTagHeaderValue Tag, string Version, bool IsFinal)
        : Delivered;

    /// <summary>The picture is called otherwise today.</summary>
    /// <param name="Stem">How.</param>
    public sealed record Moved(string Stem) : Delivered;

    /// <summary>It was there and was deleted.</summary>
    public sealed record Gone : Delivered;

    /// <summary>There is no such picture among those that are delivered.</summary>
    /// <param name="Sentence">Why.</param>
    public sealed record Unknown(string Sentence) : Delivered;

    /// <summary>It is there, and in no format that is accepted.</summary>
    public sealed record NotAcceptable : Delivered;

    /// <summary>Too many wait for files that are not made yet.</summary>
    public sealed record Busy : Delivered;
}
