using BitFaster.Caching.Lru;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Recipes;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Treatments;

/// <summary>What treats the files of one source, one for all formats of a file; the last few are remembered.</summary>
/// <param name="source">The source.</param>
internal sealed class Treaters(DecodedSource source)
{
    private const int MaxKept = 24;
    private readonly ConcurrentLru<Key, Treater> known = new(MaxKept);
    private readonly HeadlineSettings headlines = new();

    /// <summary>The one for a recipe.</summary>
    public Treater Of(RenderRecipe recipe) => known.GetOrAdd(Key.Of(recipe), _ => new Treater(recipe, () => headlines.Of(source, recipe)));

    // All that decides the pixels that are treated, and what is done to them, so that a file does not depend on which was made before it; a
    // list is compared by what it says.
    private sealed record Key(PixelRect Crop, Rotation Turn, PixelSize File, PixelSize Picture, PixelRequest Pixels, string Treatments)
    {
        public static Key Of(RenderRecipe recipe) => new(
            recipe.Input.Crop, recipe.Input.Rotation, recipe.File, recipe.Picture, recipe.Pixels, RecipeNotation.Write(recipe.Treatments));
    }
}
