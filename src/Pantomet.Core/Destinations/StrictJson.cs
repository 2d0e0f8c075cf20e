using System.Text.Json;
using System.Text.Json.Serialization.Metadata;

namespace Pantomet.Core.Destinations;

/// <summary>What JSON from outside must hold besides having the right members: no list has an empty entry, and every text is one.</summary>
public static class StrictJson
{
    /// <summary>Sets it for some options.</summary>
    /// <param name="options">Not in use yet.</param>
    public static void Apply(JsonSerializerOptions options) =>
        options.TypeInfoResolver = (options.TypeInfoResolver ?? new DefaultJsonTypeInfoResolver()).WithAddedModifier(RefuseEmptyEntries);

    /// <summary>
    /// Whether a fault says that a text holds half of a character that takes two, which JSON can be written with and no text be made of
    /// (RFC 8259, §8.2).
    /// </summary>
    /// <param name="fault">Of reading JSON.</param>
    public static bool IsHalfCharacter(Exception fault) => fault is InvalidOperationException { Source: "System.Text.Json" };

    /// <summary>What is said of that.</summary>
    public const string HalfCharacter = "A text holds half of a character (a lone surrogate). Write the whole one.";

    // Whether an entry may be null is not known for lists of what can be: here none may.
    private static void RefuseEmptyEntries(JsonTypeInfo type)
    {
        if (type.Kind == JsonTypeInfoKind.Enumerable && type.ElementType is { IsValueType: false })
            type.OnDeserialized = list => Check((System.Collections.IEnumerable)list);
    }

    private static void Check(System.Collections.IEnumerable list)
    {
        foreach (var entry in list)
        {
            if (entry is null)
                throw new JsonException("A list has an entry that is null. Take it out.");
        }
    }
}
