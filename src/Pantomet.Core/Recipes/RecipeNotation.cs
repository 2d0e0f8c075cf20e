using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Recipes;

/// <summary>How a recipe is written down as it stands: for its hash, and to make a file again whose bytes were let go of.</summary>
/// <remarks>Every member is written in the order in which its record states it, so that none can be forgotten.</remarks>
public static class RecipeNotation
{
    // Raised whenever an encoder or a rule of the renderer changes what comes out: the one thing that no member says.
    private const int RendererVersion = 10;

    private static readonly JsonSerializerOptions Notation = new()
    {
        // What a record computes from its members says nothing new.
        IgnoreReadOnlyProperties = true,
        Converters = { new JsonStringEnumConverter() },
    };

    /// <summary>Writes a recipe as JSON.</summary>
    /// <param name="recipe">Any.</param>
    public static string Write(RenderRecipe recipe) => JsonSerializer.Serialize(recipe, Notation);

    /// <summary>Writes treatments as JSON, to compare them.</summary>
    /// <param name="treatments">Any.</param>
    public static string Write(IReadOnlyList<Treatment> treatments) => JsonSerializer.Serialize(treatments, Notation);

    /// <summary>Reads what <see cref="Write(RenderRecipe)"/> wrote.</summary>
    /// <param name="notation">JSON.</param>
    /// <exception cref="JsonException">It is not a recipe.</exception>
    public static RenderRecipe Read(string notation) =>
        JsonSerializer.Deserialize<RenderRecipe>(notation, Notation) ?? throw new JsonException("There is no recipe.");

    /// <summary>SHA-256 over the notation and the renderer's version, as 64 lower-case hexadecimal digits.</summary>
    /// <param name="recipe">Any.</param>
    public static string HashOf(RenderRecipe recipe) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes($"{RendererVersion} {Write(recipe)}")));
}
