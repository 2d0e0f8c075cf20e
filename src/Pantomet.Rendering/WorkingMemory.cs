using Pantomet.Core.Recipes;

namespace Pantomet.Rendering;

/// <summary>Memory that making a file takes besides its source.</summary>
internal static class WorkingMemory
{
    // Pixels before and after, in the colours of the score, and what the encoder holds of them: measured with tools/bench memory.
    private const int BytesPerPixel = 24;
    private const long Least = 4_000_000;

    // Before and after, beneath the text, and once more while it is joined.
    private const int BytesPerTreatedPixel = 12;

    /// <summary>An estimate in bytes.</summary>
    /// <param name="recipe">What is to be made.</param>
    public static long Of(RenderRecipe recipe) =>
        Least + ((BytesPerPixel + (recipe.Treatments.Count > 0 ? BytesPerTreatedPixel : 0)) * recipe.File.Count);
}
