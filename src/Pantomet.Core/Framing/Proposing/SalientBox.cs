using System.Runtime.CompilerServices;

namespace Pantomet.Core.Framing.Proposing;

/// <summary>A rectangle of a map: left and top included, right and bottom not.</summary>
internal readonly record struct MapBox(int Left, int Top, int Right, int Bottom)
{
    /// <summary>Pixels of the map in it.</summary>
    public long Area => (long)(Right - Left) * (Bottom - Top);

    /// <summary>The smallest that holds both.</summary>
    /// <param name="other">Of the same map.</param>
    public MapBox Joined(MapBox other) => new(
        Math.Min(Left, other.Left), Math.Min(Top, other.Top), Math.Max(Right, other.Right), Math.Max(Bottom, other.Bottom));
}

/// <summary>The rectangle of a map that holds as much as possible of what stands out, and as little as possible of what does not.</summary>
/// <remarks>
/// The sum of the values above a level, less those below it, is largest (the quality bound of Lampert, Blaschko, Hofmann: "Efficient
/// Subwindow Search", IEEE Trans. PAMI 31, 2009); found over all rectangles by Kadane's scan (Bentley: "Programming Pearls: Algorithm
/// Design Techniques", Comm. ACM 27, 1984). Then thin parts that hang together with it are taken in, such as tails and handles.
/// </remarks>
internal static class SalientBox
{
    // Thin parts that would make it so many times as large are no parts of it.
    private const double MostGrowth = 2.5;

    // Of what hangs together with it, the share that may lie beyond each side: specks.
    private const double Aside = 0.01;

    // Of all that stands out in the box, what the heaviest thing in it must have to be the one.
    private const double OneThing = 0.7;

    /// <summary>Whether a box holds one thing, or several of about equal weight.</summary>
    /// <param name="map">Row by row.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="box">In the map.</param>
    /// <param name="level">What stands out lies above it.</param>
    public static bool HoldsOneThing(float[] map, int width, MapBox box, float level)
    {
        var inside = new float[map.Length];
        for (var y = box.Top; y < box.Bottom; y++)
            Array.Copy(map, (y * width) + box.Left, inside, (y * width) + box.Left, box.Right - box.Left);
        var (isTaken, all, most) = (new bool[map.Length], 0.0, 0.0);
        for (var at = 0; at < inside.Length; at++)
        {
            if (isTaken[at] || inside[at] < level)
                continue;
            var before = (bool[])isTaken.Clone();
            Flood(inside, width, isTaken, [at], level);
            var mass = 0.0;
            for (var one = at; one < inside.Length; one++)
                mass += isTaken[one] && !before[one] ? inside[one] : 0;
            (all, most) = (all + mass, Math.Max(most, mass));
        }

        return most >= OneThing * all;
    }

    /// <summary>Finds it.</summary>
    /// <param name="map">Row by row.</param>
    /// <param name="width">Pixels across, at least 2.</param>
    /// <param name="height">Pixels down, at least 2.</param>
    /// <param name="level">What stands out lies above it.</param>
    public static MapBox In(float[] map, int width, int height, float level)
    {
        // At half the size: an eighth of the work, and edges are found again when the box grows.
        var core = Core(Halved(map, width, height), width / 2, height / 2, level);
        var box = new MapBox(2 * core.Left, 2 * core.Top, 2 * core.Right, 2 * core.Bottom);
        var grown = Grown(map, width, height, box, level);
        return grown.Area <= MostGrowth * box.Area ? grown : box;
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static MapBox Core(float[] map, int width, int height, float level)
    {
        var best = double.NegativeInfinity;
        var box = new MapBox(0, 0, width, height);
        var sums = new double[width];
        for (var top = 0; top < height; top++)
        {
            Array.Clear(sums);
            for (var bottom = top; bottom < height; bottom++)
            {
                var (from, run) = (0, 0.0);
                for (var x = 0; x < width; x++)
                {
                    sums[x] += map[(bottom * width) + x] - level;
                    if (run <= 0)
                        (run, from) = (0, x);
                    run += sums[x];
                    if (run > best)
                        (best, box) = (run, new MapBox(from, top, x + 1, bottom + 1));
                }
            }
        }

        return box;
    }

    private static float[] Halved(float[] map, int width, int height)
    {
        var half = new float[width / 2 * (height / 2)];
        for (var at = 0; at < half.Length; at++)
        {
            var first = (at / (width / 2) * 2 * width) + (at % (width / 2) * 2);
            half[at] = (map[first] + map[first + 1] + map[first + width] + map[first + width + 1]) / 4;
        }

        return half;
    }

    private static MapBox Grown(float[] map, int width, int height, MapBox box, float level)
    {
        var isPart = new bool[map.Length];
        Flood(
            map, width, isPart,
            from y in Enumerable.Range(box.Top, box.Bottom - box.Top)
            from x in Enumerable.Range(box.Left, box.Right - box.Left)
            select (y * width) + x, level);
        return MapSpread.Of([.. map.Select((value, at) => isPart[at] ? value : 0)], width, height).Bounds(Aside);
    }

    // Takes whatever hangs together with some pixels above a level.
    private static void Flood(float[] map, int width, bool[] isTaken, IEnumerable<int> from, float level)
    {
        var open = new Queue<int>();
        void Take(int at)
        {
            if (at < 0 || at >= map.Length || isTaken[at] || map[at] < level)
                return;
            isTaken[at] = true;
            open.Enqueue(at);
        }

        foreach (var at in from)
            Take(at);
        while (open.TryDequeue(out var at))
        {
            if (at % width < width - 1)
                Take(at + 1);
            if (at % width > 0)
                Take(at - 1);
            Take(at + width);
            Take(at - width);
        }
    }
}
