using System.Text.Json;
using Pantomet.Core.Measures;
using Pantomet.Core.SiteCheck;
using Pantomet.Sites.Layout;

namespace Pantomet.Sites;

/// <summary>A page that is to be read, and measured.</summary>
/// <param name="Path">Where its content lies.</param>
/// <param name="Address">Of the page.</param>
/// <param name="Sheets">Where the style sheets of the site lie, by their addresses.</param>
/// <param name="Pixels">Of the site's pictures, by their addresses.</param>
/// <param name="Windows">In which it is measured; none only reads it.</param>
public sealed record PageToRead(
    string Path, Uri Address, IReadOnlyDictionary<Uri, string> Sheets, IReadOnlyDictionary<Uri, PixelSize?> Pixels,
    IReadOnlyList<Viewport> Windows);

/// <summary>What was found out of a page.</summary>
/// <param name="Read">What is in it.</param>
/// <param name="Sizes">For each window, in the order of its pictures.</param>
/// <param name="Problem">Why it was not measured; null where it was, and where nobody asked.</param>
public sealed record PageResult(ReadPage Read, IReadOnlyList<IReadOnlyList<ShownSize>> Sizes, string? Problem = null);

/// <summary>Reads a page of strangers where it can be ended: what goes in and what comes out are files of JSON.</summary>
public static class PageWork
{
    /// <summary>By which it is asked for.</summary>
    public const string Way = "page";

    // About 8 s of work, less than the process that does it is given.
    private const long MostSteps = 40_000_000;

    private static readonly HashSet<string> BrowsersRead =
        ["image/jpeg", "image/png", "image/gif", "image/webp", "image/avif", "image/svg+xml"];

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { IgnoreReadOnlyProperties = true };

    /// <summary>Whether browsers of today show pictures of a media type.</summary>
    /// <param name="mediaType">Lower case, without parameters.</param>
    public static bool IsReadByBrowsers(string mediaType) => BrowsersRead.Contains(mediaType);

    /// <summary>What is asked, as it goes into a file.</summary>
    /// <param name="asked">The page.</param>
    public static byte[] Write(PageToRead asked) => JsonSerializer.SerializeToUtf8Bytes(asked, Json);

    /// <summary>What came of it.</summary>
    /// <param name="result">As <see cref="Do"/> gave it.</param>
    public static PageResult Read(byte[] result) => JsonSerializer.Deserialize<PageResult>(result, Json)!;

    /// <summary>Reads a page, and measures it.</summary>
    /// <param name="path">Of a file that <see cref="Write"/> made.</param>
    public static byte[] Do(string path)
    {
        var asked = JsonSerializer.Deserialize<PageToRead>(File.ReadAllBytes(path), Json)!;
        using var page = new OpenPage(File.ReadAllBytes(asked.Path), asked.Address) { MostSteps = MostSteps };
        return JsonSerializer.SerializeToUtf8Bytes(Measured(page, asked), Json);
    }

    private static PageResult Measured(OpenPage page, PageToRead asked)
    {
        try
        {
            var sizes = asked.Windows.Count == 0 ? [] : page.Measure(
                asked.Windows, address => SiteAddress.Find(asked.Sheets, address) is { } sheet ? File.ReadAllText(sheet) : null,
                address => SiteAddress.Find(asked.Pixels, address) is { } size ? (size.Width, size.Height) : null, IsReadByBrowsers);
            return new PageResult(page.Read, sizes);
        }
        catch (Core.Findings.UnreadableException problem)
        {
            // What is in it is known all the same.
            return new PageResult(page.Read, [], problem.Message);
        }
    }
}
