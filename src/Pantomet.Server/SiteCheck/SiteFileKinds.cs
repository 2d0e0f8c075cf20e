namespace Pantomet.Server.SiteCheck;

/// <summary>What files of a site are, by their names and media types. What they are in truth is found out by looking.</summary>
internal static class SiteFileKinds
{
    private static readonly Dictionary<string, SiteFileKind> Endings = new(StringComparer.OrdinalIgnoreCase)
    {
        [".html"] = SiteFileKind.Page,
        [".htm"] = SiteFileKind.Page,
        [".xhtml"] = SiteFileKind.Page,
        [".css"] = SiteFileKind.Style,
        [".jpg"] = SiteFileKind.Picture,
        [".jpeg"] = SiteFileKind.Picture,
        [".jpe"] = SiteFileKind.Picture,
        [".jfif"] = SiteFileKind.Picture,
        [".png"] = SiteFileKind.Picture,
        [".webp"] = SiteFileKind.Picture,
        [".avif"] = SiteFileKind.Picture,
        [".gif"] = SiteFileKind.Picture,
        [".tif"] = SiteFileKind.Picture,
        [".tiff"] = SiteFileKind.Picture,
        [".svg"] = SiteFileKind.Picture,
        [".heic"] = SiteFileKind.Picture,
        [".heif"] = SiteFileKind.Picture,
        [".psd"] = SiteFileKind.Picture,
        [".bmp"] = SiteFileKind.Picture,
        [".jxl"] = SiteFileKind.Picture,
    };

    /// <summary>By its name.</summary>
    /// <param name="path">With its ending.</param>
    public static SiteFileKind Of(string path) => Endings.GetValueOrDefault(Path.GetExtension(path), SiteFileKind.Other);

    /// <summary>By its media type, or else by its name.</summary>
    /// <param name="mediaType">Lower case, without parameters; empty where it is not said.</param>
    /// <param name="address">Where it came from.</param>
    public static SiteFileKind Of(string mediaType, Uri address) => mediaType switch
    {
        "text/html" or "application/xhtml+xml" => SiteFileKind.Page,
        "text/css" => SiteFileKind.Style,
        _ when mediaType.StartsWith("image/", StringComparison.Ordinal) => SiteFileKind.Picture,
        "" or "application/octet-stream" => Of(address.AbsolutePath),
        _ => SiteFileKind.Other,
    };
}
