using BitFaster.Caching;
using BitFaster.Caching.Lru;
using Pantomet.Core.Recipes;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Rendering;

/// <summary>Pictures that somebody looks at closely: decoded, cut and ready to be encoded at any quality.</summary>
/// <remarks>They come before everything else, and wait for no more than what is in hand.</remarks>
/// <param name="sources">Knows the originals.</param>
/// <param name="open">Holds their pixels.</param>
/// <param name="seats">How many may work at once.</param>
public sealed class PreparedPictures(ISourceFiles sources, OpenSources open, RenderSeats seats) : IDisposable
{
    // A picture before and in each of a few formats; more would only cost memory.
    private const int MaxPrepared = 5;

    private readonly IScopedCache<string, PreparedPicture> prepared =
        new ConcurrentLruBuilder<string, PreparedPicture>().WithCapacity(MaxPrepared).AsScopedCache().WithAtomicGetOrAdd().Build();

    /// <summary>Does something with the pixels of a file in its first format.</summary>
    /// <param name="recipe">Crop, size and format.</param>
    /// <param name="use">Looks or encodes; what it gives must not be the pixels themselves.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<T> UseAsync<T>(RenderRecipe recipe, Func<PreparedPicture, T> use, CancellationToken cancel)
    {
        var key = RecipeNotation.HashOf(recipe);
        // A source is held before a seat is taken, as everywhere: who has a seat waits for nobody.
        using var held = prepared.ScopedTryGet(key, out var ready) ? null : await HoldAsync(recipe, cancel);
        using var first = ready;
        using var seat = await seats.EnterAsync(RenderPriority.Live, WorkingMemory.Of(recipe), cancel);
        if (ready is not null)
            return await Task.Run(() => use(ready.Value), cancel);
        return await Task.Run(
            () =>
            {
                using var made = prepared.ScopedGetOrAdd(key, _ => new Scoped<PreparedPicture>(
                    new PreparedPicture(WeighablePicture.Make(held!.Decoded, recipe, recipe.Request.Format))));
                return use(made.Value);
            },
            cancel);
    }

    /// <summary>Does something with the source of a file, of which nothing is kept but what its source keeps.</summary>
    /// <param name="recipe">Of the file.</param>
    /// <param name="use">Cuts, and gives what is not the source's pixels themselves.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<T> WithSourceAsync<T>(RenderRecipe recipe, Func<DecodedSource, T> use, CancellationToken cancel)
    {
        using var held = await HoldAsync(recipe, cancel);
        using var seat = await seats.EnterAsync(RenderPriority.Live, WorkingMemory.Of(recipe), cancel);
        return await Task.Run(() => use(held.Decoded), cancel);
    }

    private async Task<HeldSource> HoldAsync(RenderRecipe recipe, CancellationToken cancel) =>
        open.TryHoldOpen(recipe.Input.Sha256, RenderPriority.Live) ??
        await open.HoldAsync(await sources.FindAsync(recipe.Input.Sha256, cancel), RenderPriority.Live, cancel);

    /// <inheritdoc/>
    public void Dispose() => prepared.Clear();
}
