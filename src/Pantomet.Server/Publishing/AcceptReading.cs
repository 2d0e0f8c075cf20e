using BitFaster.Caching.Lru;
using Microsoft.Extensions.Primitives;
using Microsoft.Net.Http.Headers;
using Pantomet.Core.Publishing;

namespace Pantomet.Server.Publishing;

/// <summary>Reads what clients say that they accept. Browsers say the same few things, which are read once.</summary>
internal sealed class AcceptReading
{
    private const int Remembered = 200;
    private const int LongestRemembered = 300;
    private readonly ConcurrentLru<string, (AcceptedFormats, string)> known = new(Remembered);
    private readonly (AcceptedFormats Formats, string Signature) anything = Both(new AcceptedFormats(null));

    /// <summary>Reads a header field.</summary>
    /// <param name="values">All of its lines.</param>
    /// <returns>Which formats are taken, and the signature of that. One that cannot be read is as one that is not there.</returns>
    public (AcceptedFormats Formats, string Signature) Of(StringValues values)
    {
        var text = values.ToString();
        if (string.IsNullOrWhiteSpace(text))
            return anything;
        return text.Length <= LongestRemembered ? known.GetOrAdd(text, Read) : Read(text);
    }

    private (AcceptedFormats, string) Read(string text) => MediaTypeHeaderValue.TryParseStrictList([text], out var ranges)
        ? Both(new AcceptedFormats([.. ranges.Select(
            range => new AcceptedRange((range.MediaType.Value ?? "").ToLowerInvariant(), range.Quality ?? 1))]))
        : anything;

    private static (AcceptedFormats, string) Both(AcceptedFormats formats) => (formats, formats.Signature);
}
