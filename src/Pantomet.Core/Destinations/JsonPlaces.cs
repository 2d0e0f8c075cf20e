using System.Text;
using System.Text.Json;

namespace Pantomet.Core.Destinations;

/// <summary>Finds where a member stands in a JSON text.</summary>
public static class JsonPlaces
{
    /// <summary>The line of a member.</summary>
    /// <param name="json">JSON text.</param>
    /// <param name="path">Such as <c>slots[2].limits.mostBytes</c>.</param>
    /// <returns>From 1. Where the member is absent, the line of the innermost part that is there; null for text that is no JSON.</returns>
    public static int? LineOf(string json, string path)
    {
        var bytes = Encoding.UTF8.GetBytes(json);
        var reader = new Utf8JsonReader(bytes);
        try
        {
            reader.Read();
            var at = Deepest(ref reader, "", path, 0);
            return bytes.AsSpan(0, (int)at).Count((byte)'\n') + 1;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    // Reads one value to its end; returns where the deepest part on the way to the path begins.
    private static long Deepest(ref Utf8JsonReader reader, string here, string path, long found)
    {
        if (reader.TokenType is not (JsonTokenType.StartObject or JsonTokenType.StartArray))
            return found;
        var isObject = reader.TokenType == JsonTokenType.StartObject;
        for (var index = 0; reader.Read() && reader.TokenType is not (JsonTokenType.EndObject or JsonTokenType.EndArray); index++)
        {
            var begins = reader.TokenStartIndex;
            var child = isObject ? $"{here}{(here.Length > 0 ? "." : "")}{reader.GetString()}" : $"{here}[{index}]";
            if (isObject)
                reader.Read();
            if (Leads(child, path))
                found = Deepest(ref reader, child, path, begins);
            else
                reader.Skip();
        }

        return found;
    }

    private static bool Leads(string part, string path) =>
        path.StartsWith(part, StringComparison.Ordinal) && (path.Length == part.Length || path[part.Length] is '.' or '[');
}
