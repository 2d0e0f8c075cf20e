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
    private static readonly int Most = Environment.ProcessorCount + 1;

    private readonly Lock gate = new();
    private readonly LinkedList<Entry> entries = new();

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
        Entry entry;
        lock (gate)
        {
            entry = entries.FirstOrDefault(known => known.Crop == crop && known.Turn == turn) ?? new Entry(crop, turn);
            entries.Remove(entry);
            entries.AddFirst(entry);
            if (entries.Count > Most)
            {
                entries.Last!.Value.Drop();
                entries.RemoveLast();
            }
        }

        return entry.At(level, half);
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        lock (gate)
        {
            foreach (var entry in entries)
                entry.Drop();
            entries.Clear();
        }
    }

    private sealed class Entry(PixelRect crop, Rotation turn)
    {
        private readonly Lock making = new();
        private readonly List<Image> levels = [];
        private bool isDropped;

        public PixelRect Crop { get; } = crop;

        public Rotation Turn { get; } = turn;

        public Image At(int level, Func<Image> half)
        {
            lock (making)
            {
                while (levels.Count < level)
                {
                    using var next = levels.Count == 0 ? half() : PixelScaling.Halved(levels[^1], PixelScaling.Whole(levels[^1]));
                    levels.Add(next.CopyMemory());
                }

                // Of pixels in memory that is no copy but another reference.
                var own = levels[level - 1].CopyMemory();
                if (isDropped)
                    DisposeLevels();
                return own;
            }
        }

        // The memory is libvips' own: waiting for the garbage collector would let it pile up.
        public void Drop()
        {
            lock (making)
            {
                isDropped = true;
                DisposeLevels();
            }
        }

        private void DisposeLevels()
        {
            levels.ForEach(level => level.Dispose());
            levels.Clear();
        }
    }
}
