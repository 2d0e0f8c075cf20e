using Pantomet.Core.Pictures;

namespace Pantomet.Server.Publishing.Publications;

/// <summary>Media types of published files, by the endings of their names.</summary>
internal static class PublishedTypes
{
    private static readonly Dictionary<string, string> Pictures =
        Enum.GetValues<PictureFormat>().ToDictionary(format => $".{format.Extension()}", format => format.MediaType());

    /// <summary>Of a path.</summary>
    /// <param name="path">Of a picture or a list.</param>
    public static string Of(string path) => Path.GetExtension(path) switch
    {
        ".json" => "application/json",
        ".css" => "text/css; charset=utf-8",
        ".html" => "text/html; charset=utf-8",
        var ending => Pictures.GetValueOrDefault(ending, "text/plain; charset=utf-8"),
    };
}
