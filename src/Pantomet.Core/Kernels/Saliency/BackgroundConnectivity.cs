using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;

namespace Pantomet.Core.Kernels.Saliency;

/// <summary>Which regions belong to the background, and how much each differs from it.</summary>
/// <remarks>
/// Zhu, Liang, Wei, Sun: "Saliency Optimization from Robust Background Detection", CVPR 2014. What reaches far along the border of the
/// picture for its size is background, although it may be large; what touches the border only a little may be the subject. Then the
/// contrast to the background is evened out so that regions of like colour stand out alike (their equation 9).
/// </remarks>
internal static class BackgroundConnectivity
{
    // The paper's values, in L*a*b* units and shares of the picture's size.
    private const float ColourSigma = 10;
    private const float PlaceSigma = 0.25f;
    private const float BorderSigma = 1;
    private const float Smoothness = 0.1f;
    private const int Sweeps = 30;

    /// <summary>How much each region stands out, 0 to 1.</summary>
    /// <param name="regions">Of the picture.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    public static float[] Contrast(ColourRegions regions, int width, int height)
    {
        var count = regions.Count;
        var apart = Distances(regions);
        var (isNeighbour, border) = Touching(regions, width, height);
        var background = Background(Geodesic(apart, isNeighbour, count), border, regions.Areas, (float)width * height);
        var contrast = new float[count];
        var longest = (float)Math.Max(width, height);
        for (var one = 0; one < count; one++)
        {
            var sum = 0f;
            for (var other = 0; other < count; other++)
            {
                var (dx, dy) = (
                    (regions.Means[one].X - regions.Means[other].X) / longest, (regions.Means[one].Y - regions.Means[other].Y) / longest);
                var near = MathF.Exp(-((dx * dx) + (dy * dy)) / (2 * PlaceSigma * PlaceSigma));
                sum += apart[(one * count) + other] * near * background[other] * regions.Areas[other];
            }

            contrast[one] = sum;
        }

        var most = Math.Max(contrast.Max(), 1e-6f);
        for (var at = 0; at < count; at++)
            contrast[at] /= most;
        return EvenedOut(contrast, background, apart, isNeighbour);
    }

    private static float[] Distances(ColourRegions regions)
    {
        var count = regions.Count;
        var apart = new float[count * count];
        for (var one = 0; one < count; one++)
        {
            for (var other = one + 1; other < count; other++)
            {
                var (l, a, b) = (
                    regions.Means[one].L - regions.Means[other].L, regions.Means[one].A - regions.Means[other].A,
                    regions.Means[one].B - regions.Means[other].B);
                apart[(one * count) + other] = apart[(other * count) + one] = MathF.Sqrt((l * l) + (a * a) + (b * b));
            }
        }

        return apart;
    }

    private static (bool[] IsNeighbour, int[] Border) Touching(ColourRegions regions, int width, int height)
    {
        var count = regions.Count;
        var isNeighbour = new bool[count * count];
        var border = new int[count];
        void Touch(int one, int other) => isNeighbour[(one * count) + other] = isNeighbour[(other * count) + one] = true;
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var at = (y * width) + x;
                if (x == 0 || y == 0 || x == width - 1 || y == height - 1)
                    border[regions.Of[at]]++;
                if (x + 1 < width)
                    Touch(regions.Of[at], regions.Of[at + 1]);
                if (y + 1 < height)
                    Touch(regions.Of[at], regions.Of[at + width]);
            }
        }

        // All of the border is one background, seen through gaps between things.
        var atBorder = Enumerable.Range(0, count).Where(region => border[region] > 0).ToList();
        foreach (var one in atBorder)
        {
            foreach (var other in atBorder)
                Touch(one, other);
        }

        return (isNeighbour, border);
    }

    // The least sum of colour steps on a way over neighbours (Floyd, Warshall 1962). Small steps are the noise of a ground, and free.
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static float[] Geodesic(float[] apart, bool[] isNeighbour, int count)
    {
        var free = FreeStep(apart, isNeighbour, count);
        var way = new float[count * count];
        for (var at = 0; at < way.Length; at++)
            way[at] = isNeighbour[at] ? Math.Max(0, apart[at] - free) : float.PositiveInfinity;
        for (var via = 0; via < count; via++)
        {
            for (var from = 0; from < count; from++)
            {
                var first = way[(from * count) + via];
                if (float.IsPositiveInfinity(first) || from == via)
                    continue;
                Relax(way.AsSpan(from * count, count), way.AsSpan(via * count, count), first);
            }
        }

        for (var at = 0; at < count; at++)
            way[(at * count) + at] = 0;
        return way;
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static void Relax(Span<float> row, ReadOnlySpan<float> second, float first)
    {
        var rows = MemoryMarshal.Cast<float, Vector<float>>(row);
        var seconds = MemoryMarshal.Cast<float, Vector<float>>(second);
        var add = new Vector<float>(first);
        for (var at = 0; at < rows.Length; at++)
            rows[at] = Vector.Min(rows[at], seconds[at] + add);
        for (var at = rows.Length * Vector<float>.Count; at < row.Length; at++)
            row[at] = Math.Min(row[at], first + second[at]);
    }

    // The mean over the regions of the step to the nearest neighbour, as the authors' program has it.
    private static float FreeStep(float[] apart, bool[] isNeighbour, int count)
    {
        var sum = 0f;
        for (var one = 0; one < count; one++)
        {
            var least = float.PositiveInfinity;
            for (var other = 0; other < count; other++)
            {
                if (other != one && isNeighbour[(one * count) + other])
                    least = Math.Min(least, apart[(one * count) + other]);
            }

            sum += float.IsPositiveInfinity(least) ? 0 : least;
        }

        return sum / count;
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static float[] Background(float[] way, int[] border, int[] areas, float pixels)
    {
        var count = border.Length;
        var mean = pixels / count;
        var background = new float[count];
        for (var one = 0; one < count; one++)
        {
            var (area, length) = (0f, 0f);
            for (var other = 0; other < count; other++)
            {
                var step = way[(one * count) + other];
                var alike = MathF.Exp(-(step * step) / (2 * ColourSigma * ColourSigma));
                area += alike * areas[other] / mean;
                length += alike * (border[other] > 0 ? 1 : 0);
            }

            var connectivity = length / MathF.Sqrt(Math.Max(area, 1e-6f));
            background[one] = 1 - MathF.Exp(-(connectivity * connectivity) / (2 * BorderSigma * BorderSigma));
        }

        return background;
    }

    // Least squares: background near 0, contrast near 1, neighbours of like colour near each other. Solved by Gauss–Seidel sweeps.
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static float[] EvenedOut(float[] contrast, float[] background, float[] apart, bool[] isNeighbour)
    {
        var count = contrast.Length;
        var neighbours = new (int Region, float Like)[count][];
        for (var one = 0; one < count; one++)
        {
            neighbours[one] =
                [.. from other in Enumerable.Range(0, count)
                    where other != one && isNeighbour[(one * count) + other]
                    let step = apart[(one * count) + other]
                    select (other, MathF.Exp(-(step * step) / (2 * ColourSigma * ColourSigma)) + Smoothness)];
        }

        var value = (float[])contrast.Clone();
        for (var sweep = 0; sweep < Sweeps; sweep++)
        {
            for (var one = 0; one < count; one++)
            {
                var (weighted, weight) = (contrast[one], contrast[one] + background[one]);
                foreach (var (other, like) in neighbours[one])
                    (weighted, weight) = (weighted + (like * value[other]), weight + like);
                value[one] = weight > 0 ? weighted / weight : 0;
            }
        }

        return value;
    }
}
