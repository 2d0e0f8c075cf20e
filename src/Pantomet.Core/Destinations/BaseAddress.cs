namespace Pantomet.Core.Destinations;

/// <summary>Where a page finds a destination's files.</summary>
public static class BaseAddress
{
    private const int MaxCharacters = 2000;

    /// <summary>What a wrong one is told.</summary>
    internal const string Sentence =
        "A base address is a URL such as https://pictures.galewright.example/shop, or a path such as /pictures; without question mark, " +
        "hash sign, spaces and quotes.";

    /// <summary>Whether the addresses of files can begin with a text.</summary>
    /// <param name="text">What a document says.</param>
    /// <returns>Whether it is empty, a URL (RFC 3986) of HTTP, or a path from the root of a site.</returns>
    public static bool IsValid(string text) =>
        text.Length <= MaxCharacters && text.All(letter => letter > ' ' && letter != '\x7f' && !"\"'<>\\?#".Contains(letter)) &&
        (text.Length == 0 || text.StartsWith('/') || IsUrl(text));

    private static bool IsUrl(string text) =>
        Uri.TryCreate(text, UriKind.Absolute, out var url) && (url.Scheme == Uri.UriSchemeHttp || url.Scheme == Uri.UriSchemeHttps) &&
        url is { Host.Length: > 0, UserInfo: "" };
}
