using System.Runtime.CompilerServices;

namespace Pantomet.Core.Kernels.Saliency;

/// <summary>A picture parted into a few hundred compact regions of like colour.</summary>
/// <remarks>
/// SLIC: Achanta, Shaji, Smith, Lucchi, Fua, Süsstrunk: "SLIC Superpixels Compared to State-of-the-art Superpixel Methods", IEEE Trans.
/// PAMI 34 (2012). Regions are not forced to be in one piece: what follows works on their means.
/// </remarks>
internal sealed class ColourRegions
{
    private const int Rounds = 5;

    // How much nearness counts against colour: the middle of the range that the paper proposes.
    private const float Compactness = 12;

    private readonly LabPlane plane;
    private readonly int step;

    private ColourRegions(LabPlane plane, int step)
    {
        (this.plane, this.step) = (plane, step);
        Of = new int[plane.Count];
    }

    /// <summary>The region of each pixel, row by row.</summary>
    public int[] Of { get; }

    /// <summary>How many there are.</summary>
    public int Count { get; private set; }

    /// <summary>L*a*b* and place of the middle of each.</summary>
    public (float L, float A, float B, float X, float Y)[] Means { get; private set; } = [];

    /// <summary>Pixels of each.</summary>
    public int[] Areas { get; private set; } = [];

    /// <summary>Parts a picture.</summary>
    /// <param name="plane">The picture.</param>
    /// <param name="wanted">About how many regions.</param>
    public static ColourRegions In(LabPlane plane, int wanted)
    {
        var regions = new ColourRegions(plane, Math.Max(2, (int)Math.Sqrt((double)plane.Count / wanted)));
        regions.Seed();
        for (var round = 0; round < Rounds; round++)
        {
            regions.Assign();
            regions.Measure();
        }

        return regions;
    }

    private void Seed()
    {
        var (columns, rows) = (Math.Max(1, plane.Width / step), Math.Max(1, plane.Height / step));
        Count = columns * rows;
        for (var at = 0; at < Of.Length; at++)
        {
            var (x, y) = (at % plane.Width * columns / plane.Width, at / plane.Width * rows / plane.Height);
            Of[at] = (y * columns) + x;
        }

        Measure();
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private void Assign()
    {
        var nearest = new float[Of.Length];
        Array.Fill(nearest, float.PositiveInfinity);
        var spatial = Compactness * Compactness / (step * step);
        for (var region = 0; region < Count; region++)
        {
            var (light, red, yellow, middleX, middleY) = Means[region];
            var (left, right) = (Math.Max(0, (int)middleX - step), Math.Min(plane.Width - 1, (int)middleX + step));
            var (top, bottom) = (Math.Max(0, (int)middleY - step), Math.Min(plane.Height - 1, (int)middleY + step));
            for (var y = top; y <= bottom; y++)
            {
                for (var x = left; x <= right; x++)
                {
                    var at = (y * plane.Width) + x;
                    var (l, a, b) = (plane.Lightness[at] - light, plane.RedGreen[at] - red, plane.YellowBlue[at] - yellow);
                    var (dx, dy) = (x - middleX, y - middleY);
                    var distance = (l * l) + (a * a) + (b * b) + (spatial * ((dx * dx) + (dy * dy)));
                    if (distance >= nearest[at])
                        continue;
                    (nearest[at], Of[at]) = (distance, region);
                }
            }
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private void Measure()
    {
        var sums = new (float L, float A, float B, float X, float Y)[Count];
        Areas = new int[Count];
        for (var at = 0; at < Of.Length; at++)
        {
            ref var sum = ref sums[Of[at]];
            sum = (sum.L + plane.Lightness[at], sum.A + plane.RedGreen[at], sum.B + plane.YellowBlue[at],
                sum.X + (at % plane.Width), sum.Y + (at / plane.Width));
            Areas[Of[at]]++;
        }

        for (var region = 0; region < Count; region++)
        {
            if (Areas[region] == 0)
            {
                sums[region] = Means[region];
                continue;
            }

            var by = 1f / Areas[region];
            ref var sum = ref sums[region];
            sum = (sum.L * by, sum.A * by, sum.B * by, sum.X * by, sum.Y * by);
        }

        Means = sums;
    }
}
