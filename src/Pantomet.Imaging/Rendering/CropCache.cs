using BitFaster.Caching;
using BitFaster.Caching.Atomic;
using BitFaster.Caching.Lru;
using NetVips;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;

namespace Pantomet.Imaging.Rendering;

/// <summary>The last few cuts of a source, held in memory: the formats of one size follow each other and share their pixels.</summary>
internal sealed class CropCache : IDisposable
{
    // A run has no more sizes in hand than that; the formats of one follow each other.
    private readonly AtomicFactoryScopedCache<Cut, Image> cuts =
        new(new ClassicLru<Cut, ScopedAtomicFactory<Cut, Image>>(Math.Max(3, Environment.ProcessorCount + 1)));

    /// <summary>A cut, made by the first who asks; others wait for it.</summary>
    /// <param name="crop">In upright source pixels.</param>
    /// <param name="turn">How it is turned.</param>
    /// <param name="size">Pixels that come out.</param>
    /// <param name="make">Makes the cut; need not compute it.</param>
    /// <returns>The caller's own reference to the shared pixels.</returns>
    public Image Get(PixelRect crop, Rotation turn, PixelSize size, Func<Image> make)
    {
        using var held = cuts.ScopedGetOrAdd(new Cut(crop, turn, size), _ => new Scoped<Image>(Computed(make)));
        // Of pixels in memory that is no copy but another reference.
        return held.Value.CopyMemory();
    }

    /// <inheritdoc/>
    public void Dispose() => cuts.Clear();

    private static Image Computed(Func<Image> make)
    {
        using var image = make();
        return image.CopyMemory();
    }

    private readonly record struct Cut(PixelRect Crop, Rotation Turn, PixelSize Size);
}
