using System.Text.Json;
using System.Text.Json.Serialization;

namespace Pantomet.Core.Destinations;

/// <summary>A destination as it is written in JSON, before anything of it is believed.</summary>
/// <remarks>Described in <c>docs/destination-format.md</c>; its JSON Schema is served at <c>/schemas/destination-1.json</c>.</remarks>
/// <param name="Format">Always <see cref="FormatName"/>.</param>
/// <param name="Id">Lower-case words joined by hyphens.</param>
/// <param name="Name">As people call it.</param>
/// <param name="Kind">What sort of place it is.</param>
/// <param name="Slots">At least one.</param>
/// <param name="Note">Optional.</param>
public sealed record DestinationDocument(
    string Format, string Id, string Name, DestinationKind Kind, IReadOnlyList<SlotDocument> Slots, string? Note = null)
{
    /// <summary>Names this version of the format.</summary>
    public const string FormatName = "pantomet-destination-1";

    /// <summary>How destination documents are read and written: camelCase, absent instead of null, unknown members refused.</summary>
    public static JsonSerializerOptions Json { get; } = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
        NumberHandling = JsonNumberHandling.Strict,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
    };
}

/// <summary>A slot as it is written in JSON. Members that are absent have the value that <see cref="DestinationReader"/> gives them.</summary>
/// <param name="Id">Unique across all destinations.</param>
/// <param name="Name">As people call it.</param>
/// <param name="Shape"><c>16:9</c>, <c>851x315</c>, <c>4:5..16:9</c> or <c>free</c>.</param>
/// <param name="Sizes">Which sizes are made; absent for an exact shape.</param>
/// <param name="Formats">Lower-case format names, the preferred first.</param>
/// <param name="Deliver">One file per format (absent: one in all).</param>
/// <param name="Fit">How a source fills the shape (absent: cover).</param>
/// <param name="Background"><c>#rrggbb</c> (absent: white).</param>
/// <param name="Limits">What is allowed of a file.</param>
/// <param name="Quality">Between which encoder qualities a file may lie.</param>
/// <param name="Colour">What becomes of colour (absent: srgb).</param>
/// <param name="Metadata">Which metadata stays (absent: rights).</param>
/// <param name="Transparency">Whether transparency is kept where the format can (absent: true).</param>
/// <param name="KeepClear">What the destination covers or cuts off.</param>
/// <param name="FileName">The name pattern.</param>
public sealed record SlotDocument(
    string Id,
    string Name,
    string Shape,
    IReadOnlyList<string> Formats,
    SizesDocument? Sizes = null,
    Delivery? Deliver = null,
    Fit? Fit = null,
    string? Background = null,
    LimitsDocument? Limits = null,
    QualityDocument? Quality = null,
    ColourPolicy? Colour = null,
    MetadataPolicy? Metadata = null,
    bool? Transparency = null,
    IReadOnlyList<KeepClearZone>? KeepClear = null,
    string? FileName = null);

/// <summary>Exactly one of the members is there.</summary>
/// <param name="Widths">A width ladder.</param>
/// <param name="LongestSide">In pixels.</param>
/// <param name="ShortestSide">In pixels.</param>
/// <param name="AllPixels">True: every pixel of the crop.</param>
public sealed record SizesDocument(
    IReadOnlyList<int>? Widths = null, int? LongestSide = null, int? ShortestSide = null, bool? AllPixels = null);

/// <summary>All in bytes.</summary>
/// <param name="MostBytes">The cap.</param>
/// <param name="AimBytes">Lower and upper end of the aim band.</param>
/// <param name="FewestBytes">Below this a file looks poor to the destination.</param>
public sealed record LimitsDocument(long? MostBytes = null, IReadOnlyList<long>? AimBytes = null, long? FewestBytes = null);

/// <summary>Encoder qualities from 1 to 100.</summary>
/// <param name="Floor">The lowest.</param>
/// <param name="Ceiling">The highest.</param>
public sealed record QualityDocument(int? Floor = null, int? Ceiling = null);
