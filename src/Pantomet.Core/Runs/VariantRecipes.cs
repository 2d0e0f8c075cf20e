using Pantomet.Core.Destinations;
using Pantomet.Core.Recipes;
using Pantomet.Core.Sources;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Runs;

/// <summary>
/// The recipes by which a file settles a variant: the variant's own, and that without a cap for files so light that the cap changes
/// nothing.
/// </summary>
/// <param name="Own">With every limit of the slot.</param>
/// <param name="WithoutCap">The same for a slot without its cap; null where the slot has none, or asks for weight besides.</param>
/// <param name="Below">A file of <paramref name="WithoutCap"/> settles the variant below so many bytes.</param>
public sealed record VariantRecipes(string Own, string? WithoutCap, long Below)
{
    /// <summary>The recipes of a variant.</summary>
    /// <param name="source">The source.</param>
    /// <param name="variant">Of the plan.</param>
    /// <param name="slot">The slot.</param>
    public static VariantRecipes Of(Source source, PlannedVariant variant, Slot slot)
    {
        var own = RecipeRules.For(source, variant, slot).Hash();
        if (slot.Limits is not { Most: { } cap, Aim: null, Fewest: null } || IsChosenByWeight(source, variant))
            return new VariantRecipes(own, null, 0);
        var free = slot with { Limits = slot.Limits with { Most = null } };
        // What is made without loss has no quality that a cap could lower by a little.
        var below = variant.Formats.Any(format => format.HasQuality()) ? WeightGoal.LeastUnder(cap) : cap.Bytes + 1;
        return new VariantRecipes(own, RecipeRules.For(source, variant, free).Hash(), below);
    }

    /// <summary>Whether a file that was made settles the variant.</summary>
    /// <param name="recipe">Of the file.</param>
    /// <param name="bytes">Of the file; 0 where there is none.</param>
    public bool AreMetBy(string recipe, long bytes) => recipe == Own || (recipe == WithoutCap && bytes > 0 && bytes < Below);

    /// <summary>The recipe under which a file is remembered.</summary>
    /// <param name="bytes">Of the file.</param>
    /// <param name="isFreeOfCap">Whether it came out as it would have without the cap.</param>
    public string Of(long bytes, bool isFreeOfCap) => isFreeOfCap && WithoutCap is { } free && bytes < Below ? free : Own;

    // A cap may change what a file is chosen from without touching the one that was chosen.
    private static bool IsChosenByWeight(Source source, PlannedVariant variant) =>
        variant.IsAnimated || variant.Rival?.HasQuality() == false || (source.Facts.Kind == ContentKind.Graphic && variant.Formats.Count > 1);
}
