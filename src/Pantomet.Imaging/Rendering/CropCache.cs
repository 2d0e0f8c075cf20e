using NetVips;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;

namespace Pantomet.Imaging.Rendering;

/// <summary>The last few cuts of a source, held in memory: the formats of one size follow each other and share their pixels.</summary>
internal sealed class CropCache : IDisposable
{
    // A run has no more sizes in hand than that; the formats of one follow each other.
    private static readonly int Most = Environment.ProcessorCount + 1;

    private readonly Lock gate = new();
    private readonly LinkedList<Entry> entries = new();

    /// <summary>A cut, made by the first who asks; others wait for it.</summary>
    /// <param name="crop">In upright source pixels.</param>
    /// <param name="turn">How it is turned.</param>
    /// <param name="size">Pixels that come out.</param>
    /// <param name="make">Makes the cut; need not compute it.</param>
    /// <returns>The caller's own reference to the shared pixels.</returns>
    public Image Get(PixelRect crop, Rotation turn, PixelSize size, Func<Image> make)
    {
        var entry = Take(new Cut(crop, turn, size), make);
        try
        {
            // Of pixels in memory that is no copy but another reference.
            return entry.Pixels.Value.CopyMemory();
        }
        finally
        {
            lock (gate)
            {
                entry.Readers--;
                entry.DropIfUnused();
            }
        }
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        lock (gate)
        {
            foreach (var entry in entries)
                Drop(entry);
            entries.Clear();
        }
    }

    private Entry Take(Cut key, Func<Image> make)
    {
        lock (gate)
        {
            var entry = entries.FirstOrDefault(known => known.Key == key) ?? new Entry(key, new Lazy<Image>(() => Computed(make)));
            entry.Readers++;
            entries.Remove(entry);
            entries.AddFirst(entry);
            if (entries.Count > Most)
            {
                Drop(entries.Last!.Value);
                entries.RemoveLast();
            }

            return entry;
        }
    }

    private static void Drop(Entry entry)
    {
        entry.IsDropped = true;
        entry.DropIfUnused();
    }

    private static Image Computed(Func<Image> make)
    {
        using var image = make();
        return image.CopyMemory();
    }

    private readonly record struct Cut(PixelRect Crop, Rotation Turn, PixelSize Size);

    private sealed class Entry(Cut key, Lazy<Image> pixels)
    {
        public Cut Key { get; } = key;

        public Lazy<Image> Pixels { get; } = pixels;

        /// <summary>Those who are about to take a reference of their own.</summary>
        public int Readers { get; set; }

        public bool IsDropped { get; set; }

        // The memory is libvips' own: waiting for the garbage collector would let it pile up.
        public void DropIfUnused()
        {
            if (IsDropped && Readers == 0 && Pixels.IsValueCreated)
                Pixels.Value.Dispose();
        }
    }
}
