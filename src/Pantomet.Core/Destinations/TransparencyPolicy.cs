using System.Text.Json;
using System.Text.Json.Serialization;

namespace Pantomet.Core.Destinations;

/// <summary>What becomes of transparent parts.</summary>
[JsonConverter(typeof(TransparencyPolicyConverter))]
public enum TransparencyPolicy
{
    /// <summary>Laid on the background. <c>false</c> in a document.</summary>
    Flattened,

    /// <summary>Kept in the formats that can, laid on the background in the others. <c>true</c> in a document.</summary>
    WhereItCan,

    /// <summary>Kept in every file; a format that cannot is refused. <c>"must"</c> in a document.</summary>
    Must,
}

/// <summary>Reads and writes <see cref="TransparencyPolicy"/>.</summary>
/// <remarks>Options that read other enumerations by their names must be given this one before: theirs would come before the type's
/// own.</remarks>
public sealed class TransparencyPolicyConverter : JsonConverter<TransparencyPolicy>
{
    /// <inheritdoc/>
    public override TransparencyPolicy Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType switch
        {
            JsonTokenType.True => TransparencyPolicy.WhereItCan,
            JsonTokenType.False => TransparencyPolicy.Flattened,
            JsonTokenType.String when reader.ValueTextEquals("must"u8) => TransparencyPolicy.Must,
            _ => throw new JsonException("Transparency is true, false or \"must\"."),
        };

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, TransparencyPolicy value, JsonSerializerOptions options)
    {
        if (value == TransparencyPolicy.Must)
            writer.WriteStringValue("must"u8);
        else
            writer.WriteBooleanValue(value == TransparencyPolicy.WhereItCan);
    }
}
