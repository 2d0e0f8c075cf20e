using BitFaster.Caching.Lru;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Recipes;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Treatments;

/// <summary>What treats the files of one source, one for all formats of a file. The last few are remembered, and each for as long as
/// somebody holds it: what was found with it is told by it alone.</summary>
/// <param name="source">The source.</param>
internal sealed class Treaters(DecodedSource source)
{
    private const int MaxKept = 24;
    private readonly Lock gate = new();
    private readonly Dictionary<Key, WeakReference<Treater>> known = [];
    private readonly ConcurrentLru<Key, Treater> recent = new(MaxKept);
    private readonly HeadlineSettings headlines = new();
    private int pruneAt = 4 * MaxKept;

    /// <summary>The one for a recipe.</summary>
    public Treater Of(RenderRecipe recipe)
    {
        var key = Key.Of(recipe);
        lock (gate)
        {
            if (!known.TryGetValue(key, out var weak) || !weak.TryGetTarget(out var treater))
            {
                Prune();
                treater = New(recipe, tells: false);
                known[key] = new WeakReference<Treater>(treater);
            }

            recent.AddOrUpdate(key, treater);
            return treater;
        }
    }

    /// <summary>One that tells how large contrasts are; it is held by who asks alone.</summary>
    public Treater Telling(RenderRecipe recipe) => New(recipe, tells: true);

    private Treater New(RenderRecipe recipe, bool tells) =>
        new(recipe, () => headlines.Of(source, recipe), source.DrawMark, tells);

    private void Prune()
    {
        if (known.Count < pruneAt)
            return;
        foreach (var (key, _) in known.Where(one => !one.Value.TryGetTarget(out _)).ToList())
            known.Remove(key);
        pruneAt = 2 * Math.Max(known.Count, 2 * MaxKept);
    }

    // All that decides the pixels that are treated, and what is done to them, so that a file does not depend on which was made before it; a
    // list is compared by what it says.
    private sealed record Key(PixelRect Crop, Rotation Turn, PixelSize File, PixelSize Picture, PixelRequest Pixels, string Treatments)
    {
        public static Key Of(RenderRecipe recipe) => new(
            recipe.Input.Crop, recipe.Input.Rotation, recipe.File, recipe.Picture, recipe.Pixels, RecipeNotation.Write(recipe.Treatments));
    }
}
