using Pantomet.Core.Pictures;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Recipes;

/// <summary>
/// The recipes by which a kept file answers what is asked for: its own, and that without a maximum for files so light that the maximum
/// changes nothing.
/// </summary>
/// <param name="Own">What is asked for.</param>
/// <param name="WithoutMax">The same without its maximum; null where there is none, or where it decides what is chosen.</param>
/// <param name="BelowBytes">A file of <paramref name="WithoutMax"/> answers below so many bytes.</param>
public sealed record AcceptedRecipes(HashedRecipe Own, HashedRecipe? WithoutMax, long BelowBytes)
{
    /// <summary>What answers a recipe.</summary>
    /// <param name="recipe">What is asked for.</param>
    public static AcceptedRecipes Of(RenderRecipe recipe)
    {
        var own = new HashedRecipe(recipe);
        var limits = recipe.Request.Limits;
        if (limits.Max is not { } max || !limits.HasOnlyMax || IsChosenByWeight(recipe))
            return new AcceptedRecipes(own, null, 0);
        // What is made without loss has no quality that a maximum could lower by a little.
        var below = recipe.Request.Formats.Any(format => format.HasQuality()) ? WeightGoal.MinUnder(max) : max.Bytes + 1;
        return new AcceptedRecipes(own, new HashedRecipe(RecipeRules.WithoutMax(recipe)), below);
    }

    /// <summary>Whether a file that was made answers.</summary>
    /// <param name="hash">Of the recipe that it is kept under.</param>
    /// <param name="bytes">Of the file; 0 where there is none.</param>
    public bool AreMetBy(string hash, long bytes) => hash == Own.Hash || (hash == WithoutMax?.Hash && bytes > 0 && bytes < BelowBytes);

    /// <summary>The recipe under which a file is kept.</summary>
    /// <param name="bytes">Of the file.</param>
    /// <param name="isFreeOfMax">Whether it came out as it would have without the maximum.</param>
    public HashedRecipe For(long bytes, bool isFreeOfMax) => isFreeOfMax && WithoutMax is { } free && bytes < BelowBytes ? free : Own;

    // A maximum may change what a file is chosen from without touching the one that was chosen.
    private static bool IsChosenByWeight(RenderRecipe recipe) =>
        recipe.Pixels.IsAnimated || recipe.Request.Fallback?.HasQuality() == false ||
        (recipe.Pixels.Kind == ContentKind.Graphic && recipe.Request.Formats.Count > 1);
}

/// <summary>A recipe and the hash that names it.</summary>
/// <param name="Recipe">The recipe.</param>
public sealed record HashedRecipe(RenderRecipe Recipe)
{
    /// <summary>As <see cref="RecipeNotation.HashOf"/> gives it.</summary>
    public string Hash { get; } = RecipeNotation.HashOf(Recipe);
}
