using System.Text.Json;
using System.Text.Json.Serialization;
using Pantomet.Core.Findings;

namespace Pantomet.Sites.Ways;

/// <summary>How a measured page has a picture.</summary>
public enum MeasuredUse
{
    /// <summary>An <c>img</c>.</summary>
    Image,

    /// <summary>What a video shows before it plays.</summary>
    Poster,

    /// <summary>Behind something, by a style sheet.</summary>
    Background,
}

/// <summary>A picture as a browser shows it.</summary>
/// <param name="Address">Of the file that the browser took, in full.</param>
/// <param name="Use">How the page has it.</param>
/// <param name="Width">Of what is shown, CSS px.</param>
/// <param name="Height">Of what is shown, CSS px.</param>
/// <param name="X">From the left edge of the page, CSS px.</param>
/// <param name="Y">From the top of the page, CSS px.</param>
/// <param name="IsShown">Whether it is shown at all.</param>
/// <param name="Alt">Its alternative text; null where the attribute is missing, and for what is no <c>img</c>.</param>
/// <param name="Loading">Of an <c>img</c>: <c>lazy</c> or <c>eager</c>.</param>
/// <param name="NaturalWidth">Of the file, CSS px; 0 where it did not come.</param>
/// <param name="NaturalHeight">Of the file, CSS px; 0 where it did not come.</param>
/// <param name="IsComplete">Whether the browser has done with it: with no natural size, it is broken.</param>
public sealed record MeasuredPicture(
    string Address, MeasuredUse Use, double Width, double Height, double X, double Y, bool IsShown, string? Alt = null,
    string? Loading = null, double NaturalWidth = 0, double NaturalHeight = 0, bool IsComplete = true);

/// <summary>The window that a page was measured in.</summary>
/// <param name="Width">CSS px.</param>
/// <param name="Height">CSS px.</param>
/// <param name="Density">Device pixels per CSS pixel.</param>
public sealed record MeasuredViewport(double Width, double Height, double Density);

/// <summary>What the measuring script saw of a page in somebody's browser.</summary>
/// <param name="Address">Of the page.</param>
/// <param name="Title">Of the page.</param>
/// <param name="Viewport">The window.</param>
/// <param name="Pictures">In the order of the document.</param>
public sealed record MeasuredPage(string Address, string Title, MeasuredViewport Viewport, IReadOnlyList<MeasuredPicture> Pictures)
{
    private const int MostPictures = 50_000;
    private const string Format = "measured-page";

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
    };

    private static readonly Lazy<string> ReadScript = new(Line);

    /// <summary>The measuring script: one line for a browser's console.</summary>
    public static string Script => ReadScript.Value;

    /// <summary>Reads what the script has saved.</summary>
    /// <param name="content">JSON.</param>
    /// <exception cref="UnreadableException">It is something else, or damaged.</exception>
    public static MeasuredPage Read(Stream content)
    {
        Saved? saved;
        try
        {
            saved = JsonSerializer.Deserialize<Saved>(content, Json);
        }
        catch (JsonException problem)
        {
            throw Refused("It is not what the measuring script saves, or it is damaged.", problem);
        }

        if (saved is not { Format: Format })
            throw Refused("It is not what the measuring script saves.");
        if (saved.Version != 1)
            throw Refused("It was saved by a measuring script of another version.");
        if (!Uri.TryCreate(saved.Address, UriKind.Absolute, out _))
            throw Refused("It does not say the address of its page.");
        if (saved.Pictures.Count > MostPictures)
            throw Refused($"There are {saved.Pictures.Count:#,0} pictures in it; at most {MostPictures:#,0} are read.");
        if (!IsSize(saved.Viewport.Width) || !IsSize(saved.Viewport.Height) || !(saved.Viewport.Density is > 0 and <= 10))
            throw Refused("The window in it is none.");
        return new MeasuredPage(
            saved.Address, saved.Title, saved.Viewport,
            [.. saved.Pictures.Select(one => one with { Width = Math.Max(0, one.Width), Height = Math.Max(0, one.Height) })]);
    }

    private static bool IsSize(double px) => px is > 0 and < 100_000;

    private static UnreadableException Refused(string sentence, Exception? cause = null) =>
        new("measured-page-unreadable", $"{sentence} Measure the page again with the line that the site check gives.", cause);

    private static string Line()
    {
        using var script = new StreamReader(typeof(MeasuredPage).Assembly.GetManifestResourceStream("measure-page.js")!);
        return string.Join(" ", script.ReadToEnd().Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries));
    }

    private sealed record Saved(
        string Format, int Version, string Address, string Title, MeasuredViewport Viewport, IReadOnlyList<MeasuredPicture> Pictures);
}
