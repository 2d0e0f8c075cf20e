using System.Text.Json;
using Pantomet.Core.Kernels.Colour;

namespace Pantomet.Core.Packages;

/// <summary>One file of a package.</summary>
/// <param name="File">Path in the package.</param>
/// <param name="Source">Name under which the source came in.</param>
/// <param name="SourceSha256">Names the source for good.</param>
/// <param name="Destination">The destination's name.</param>
/// <param name="Slot">The slot's name.</param>
/// <param name="Width">In pixels.</param>
/// <param name="Height">In pixels.</param>
/// <param name="Format">Media type.</param>
/// <param name="Bytes">Length of the file.</param>
/// <param name="Quality">On the encoder's own scale; null for a format without.</param>
/// <param name="Sha256">Of the file.</param>
/// <param name="AltText">What the picture shows, for the page.</param>
public sealed record ManifestEntry(
    string File,
    string Source,
    string SourceSha256,
    string Destination,
    string Slot,
    int Width,
    int Height,
    string Format,
    long Bytes,
    int? Quality,
    string Sha256,
    string AltText);

/// <summary>What was asked for and is not in the package.</summary>
/// <param name="Source">The source's stem.</param>
/// <param name="Destination">The destination's name.</param>
/// <param name="Slot">The slot's name.</param>
/// <param name="Reason">Why, as a sentence.</param>
public sealed record MissingEntry(string Source, string Destination, string Slot, string Reason);

/// <summary>Colours that a page can have around a picture.</summary>
/// <param name="Source">The source's stem.</param>
/// <param name="Destination">The destination's name.</param>
/// <param name="Slot">The slot's name.</param>
/// <param name="Main">What it is mostly made of, the most first, and what reads on it.</param>
/// <param name="Edges">What goes on from its edges.</param>
public sealed record ColoursEntry(string Source, string Destination, string Slot, IReadOnlyList<MainShare> Main, EdgeHexes Edges)
{
    /// <summary>Of the pictures that have any: those of a page, without transparent parts.</summary>
    /// <param name="pictures">In the order of the package.</param>
    public static IReadOnlyList<ColoursEntry> Of(IEnumerable<PlacedPicture> pictures) =>
    [
        .. from one in pictures
           let colours = one.Picture.Placeholder?.Colours
           where colours is not null
           select new ColoursEntry(one.Picture.Stem, one.Destination.Name, one.Picture.Slot.Name, colours.Main, colours.Edges),
    ];
}

/// <summary>A manifest as it is written, member by member.</summary>
/// <param name="Format">Names the version of the format.</param>
/// <param name="Files">In the order of the package.</param>
/// <param name="Missing">What is not in it, and why.</param>
/// <param name="Withdrawn">Paths of earlier packages that are no longer wanted.</param>
/// <param name="Colours">Of pictures on pages; null in packages of before there were any.</param>
public sealed record ManifestDocument(
    string Format, IReadOnlyList<ManifestEntry> Files, IReadOnlyList<MissingEntry> Missing, IReadOnlyList<string> Withdrawn,
    IReadOnlyList<ColoursEntry>? Colours = null);

/// <summary>The list that goes with the files of a package. It holds no time, so the same files give the same list.</summary>
/// <remarks>Its JSON Schema is served at <c>/schemas/package-1.json</c>.</remarks>
public static class Manifest
{
    /// <summary>Its path in a package.</summary>
    public const string FileName = "manifest.json";

    /// <summary>Names this version of the JSON format.</summary>
    public const string FormatName = "pantomet-package-1";

    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>As JSON, UTF-8.</summary>
    /// <param name="entries">In the order of the package.</param>
    /// <param name="missing">What is not in it, and why.</param>
    /// <param name="withdrawn">Paths of earlier packages that are no longer wanted.</param>
    /// <param name="colours">Of pictures on pages.</param>
    public static byte[] ToJson(
        IReadOnlyList<ManifestEntry> entries, IReadOnlyList<MissingEntry> missing, IReadOnlyList<string> withdrawn,
        IReadOnlyList<ColoursEntry> colours) =>
        JsonSerializer.SerializeToUtf8Bytes(new ManifestDocument(FormatName, entries, missing, withdrawn, colours), Options);

    /// <summary>Reads what <see cref="ToJson"/> wrote.</summary>
    /// <param name="json">UTF-8.</param>
    /// <exception cref="JsonException">It is no manifest.</exception>
    public static async Task<ManifestDocument> ReadAsync(Stream json) =>
        await JsonSerializer.DeserializeAsync<ManifestDocument>(json, Options) ?? throw new JsonException("The manifest is empty.");
}
