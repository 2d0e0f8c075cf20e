using BitFaster.Caching;
using BitFaster.Caching.Atomic;
using BitFaster.Caching.Lru;
using NetVips;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;

namespace Pantomet.Imaging.Rendering;

/// <summary>
/// Half, quarter, eighth… of the last few crops, held in memory: the smaller widths of a ladder are reduced from them and not from every
/// pixel each.
/// </summary>
/// <remarks>Which level a size is reduced from follows from crop and size alone, so that a file's bytes do not depend on what else is
/// made.</remarks>
internal sealed class CutLevels : IDisposable
{
    // What is left to reduce from a level: from there Lanczos-3 sees as much as it would from the whole. Less would halve pictures for a
    // single
    // size, which is quicker made at once; more would make several sizes of a ladder from all pixels each.
    private const double MinReduction = 1.7;

    // A run has no more crops in hand than that.
    private readonly AtomicFactoryScopedCache<(PixelRect, Rotation), Levels> crops =
        new(new ClassicLru<(PixelRect, Rotation), ScopedAtomicFactory<(PixelRect, Rotation), Levels>>(
            Math.Max(3, Environment.ProcessorCount + 1)));

    /// <summary>How often a crop is halved before it is reduced to a size.</summary>
    /// <param name="crop">Pixels of the crop.</param>
    /// <param name="size">Pixels that come out.</param>
    public static int LevelFor(PixelSize crop, PixelSize size)
    {
        var reduction = Math.Min((double)crop.Width / size.Width, (double)crop.Height / size.Height);
        return Math.Max(0, (int)Math.Floor(Math.Log2(reduction / MinReduction)));
    }

    /// <summary>A level of a crop, made by the first who asks; others wait for it.</summary>
    /// <param name="crop">In upright source pixels.</param>
    /// <param name="turn">How it is turned.</param>
    /// <param name="level">Above 0.</param>
    /// <param name="half">Makes the first level.</param>
    /// <returns>The caller's own reference to the shared pixels.</returns>
    public Image Get(PixelRect crop, Rotation turn, int level, Func<Image> half)
    {
        using var held = crops.ScopedGetOrAdd((crop, turn), _ => new Scoped<Levels>(new Levels()));
        return held.Value.At(level, half);
    }

    /// <inheritdoc/>
    public void Dispose() => crops.Clear();

    private sealed class Levels : IDisposable
    {
        private readonly Lock making = new();
        private readonly List<Image> made = [];

        public Image At(int level, Func<Image> half)
        {
            lock (making)
            {
                while (made.Count < level)
                {
                    using var next = made.Count == 0 ? half() : PixelScaling.Halved(made[^1], PixelScaling.Whole(made[^1]));
                    made.Add(next.CopyMemory());
                }

                // Of pixels in memory that is no copy but another reference.
                return made[level - 1].CopyMemory();
            }
        }

        // The memory is libvips' own: waiting for the garbage collector would let it pile up.
        public void Dispose() => made.ForEach(level => level.Dispose());
    }
}
