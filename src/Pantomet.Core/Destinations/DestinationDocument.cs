using System.Text.Json;
using System.Text.Json.Serialization;

namespace Pantomet.Core.Destinations;

/// <summary>A destination as it is written in JSON, before anything of it is believed.</summary>
/// <remarks>Described in <c>docs/destination-format.md</c>; its JSON Schema is served at <c>/schemas/destination-1.json</c>.</remarks>
/// <param name="Format">Always <see cref="FormatName"/>.</param>
/// <param name="Id">Lower-case words joined by hyphens.</param>
/// <param name="Name">As people call it.</param>
/// <param name="Kind">What sort of place it is.</param>
/// <param name="Slots">In the order in which they are shown.</param>
/// <param name="Note">Optional.</param>
/// <param name="NumbersFrom">Where its numbers come from. Optional.</param>
/// <param name="CheckedOn">The day on which they were last checked. Optional.</param>
/// <param name="Devices">The screens that its visitors come with (absent: an invented table).</param>
/// <param name="BaseAddress">Where a page finds its files (absent: relative to the page).</param>
public sealed record DestinationDocument(
    string Format,
    string Id,
    string Name,
    DestinationKind Kind,
    IReadOnlyList<SlotDocument> Slots,
    string? Note = null,
    string? NumbersFrom = null,
    DateOnly? CheckedOn = null,
    IReadOnlyList<DeviceDocument>? Devices = null,
    string? BaseAddress = null)
    : OpenDocument
{
    /// <summary>Names this version of the format.</summary>
    public const string FormatName = "pantomet-destination-1";

    /// <summary>How destination documents are read and written: camelCase, absent instead of null, unknown members kept.</summary>
    public static JsonSerializerOptions Json { get; } = Strict(new JsonSerializerOptions(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        AllowDuplicateProperties = false,
        PropertyNameCaseInsensitive = false,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
        NumberHandling = JsonNumberHandling.Strict,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        Converters =
        {
            new TransparencyPolicyConverter(),
            new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false),
        },
    });

    private static JsonSerializerOptions Strict(JsonSerializerOptions options)
    {
        StrictJson.Apply(options);
        return options;
    }
}

/// <summary>One kind of screen.</summary>
/// <param name="Viewport">Width in CSS px.</param>
/// <param name="Density">Device pixels per CSS pixel.</param>
/// <param name="Share">Of visits; in any unit, since shares are scaled to add up to 1.</param>
public sealed record DeviceDocument(int Viewport, double Density, double Share) : OpenDocument;
