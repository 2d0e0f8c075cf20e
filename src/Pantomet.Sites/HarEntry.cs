using System.Globalization;
using System.Text;
using System.Text.Json;

namespace Pantomet.Sites;

/// <summary>A request of a page, and what came of it.</summary>
/// <param name="Address">What was asked for.</param>
/// <param name="Page">Id of the page that asked; null where that is not said.</param>
/// <param name="Status">Of HTTP; 0 where nothing came.</param>
/// <param name="MediaType">Without its parameters; empty where it is not said.</param>
/// <param name="Bytes">Of the body, once it is unpacked; null where that is not said.</param>
/// <param name="Body">What came; null where the browser did not write it down.</param>
/// <param name="Headers">Of the answer, by name; of one that came twice, the last.</param>
public sealed record HarEntry(
    Uri Address, string? Page, int Status, string MediaType, long? Bytes, byte[]? Body, IReadOnlyDictionary<string, string> Headers)
{
    /// <summary>Reads one.</summary>
    /// <remarks>HAR 1.2, http://www.softwareishard.com/blog/har-12-spec/: entries, request, response, content.</remarks>
    /// <param name="entry">An object of the list "entries".</param>
    /// <returns>Null where it has no address that anything is fetched from.</returns>
    internal static HarEntry? Of(JsonElement entry)
    {
        if (Text(entry, "request", "url") is not { } said || !Uri.TryCreate(said, UriKind.Absolute, out var address) ||
            address.Scheme is not ("http" or "https"))
            return null;
        var body = BodyOf(entry);
        var bytes = body?.LongLength ?? Number(entry, "response", "content", "size") ?? Number(entry, "response", "bodySize");
        return new HarEntry(
            address, Text(entry, "pageref"), (int)Math.Clamp(Number(entry, "response", "status") ?? 0, 0, 999),
            (Text(entry, "response", "content", "mimeType") ?? "").Split(';')[0].Trim().ToLowerInvariant(),
            bytes is >= 0 ? bytes : null, body, HeadersOf(entry));
    }

    private static byte[]? BodyOf(JsonElement entry)
    {
        if (Text(entry, "response", "content", "text") is not { Length: > 0 } text)
            return null;
        if (Text(entry, "response", "content", "encoding") is not { } encoding)
            return Encoding.UTF8.GetBytes(text);
        var bytes = new byte[text.Length];
        return encoding.Equals("base64", StringComparison.OrdinalIgnoreCase) && Convert.TryFromBase64String(text, bytes, out var length)
            ? bytes[..length]
            : null;
    }

    private static Dictionary<string, string> HeadersOf(JsonElement entry)
    {
        var headers = new Dictionary<string, string>(StringComparer.OrdinalIgnoreCase);
        if (At(entry, "response", "headers") is { ValueKind: JsonValueKind.Array } list)
        {
            foreach (var header in list.EnumerateArray())
                headers[Text(header, "name") ?? ""] = Text(header, "value") ?? "";
        }

        return headers;
    }

    private static JsonElement? At(JsonElement from, params ReadOnlySpan<string> path)
    {
        foreach (var name in path)
        {
            if (from.ValueKind != JsonValueKind.Object || !from.TryGetProperty(name, out from))
                return null;
        }

        return from;
    }

    private static string? Text(JsonElement from, params ReadOnlySpan<string> path) =>
        At(from, path) is { ValueKind: JsonValueKind.String } text ? text.GetString() : null;

    // Some browsers write whole numbers with a fraction.
    private static long? Number(JsonElement from, params ReadOnlySpan<string> path) =>
        At(from, path) is { ValueKind: JsonValueKind.Number } number &&
        double.TryParse(number.GetRawText(), NumberStyles.Float, CultureInfo.InvariantCulture, out var value) &&
        Math.Abs(value) < long.MaxValue
            ? (long)value
            : null;
}
