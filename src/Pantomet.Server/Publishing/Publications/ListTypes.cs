namespace Pantomet.Server.Publishing.Publications;

/// <summary>Media types of the lists that are published beside pictures.</summary>
internal static class ListTypes
{
    /// <summary>By the ending of a path.</summary>
    /// <param name="path">Of a list.</param>
    public static string Of(string path) => Path.GetExtension(path) switch
    {
        ".json" => "application/json",
        ".css" => "text/css; charset=utf-8",
        ".html" => "text/html; charset=utf-8",
        _ => "text/plain; charset=utf-8",
    };
}
