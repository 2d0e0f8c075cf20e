using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing.Proposing;

/// <summary>Proposes what must stay in a picture, from its pixels alone.</summary>
/// <remarks>
/// What stands out (<see cref="Saliency"/>) is parted from the rest by Otsu's threshold (IEEE Trans. SMC 9, 1979). The subject is the
/// upright
/// rectangle that holds nearly all of what stands out; single specks far away are left aside. A transparent picture
/// needs no such search: its subject is what can be seen.
/// </remarks>
public static class SubjectSearch
{
    /// <summary>The longer side that a picture is scaled to before it is searched.</summary>
    public const int LongestSide = 200;

    // Shares of all that stands out that may lie beyond each side of the rectangle.
    private const double LeftAside = 0.02;

    // What can be seen of a cut-out is certain; only the faintest fringe is none of it.
    private const double FringeAside = 0.001;

    // Where what stands out fills so much of the picture, or is so thinly spread, there is no subject to speak of.
    private const double MaxOfPicture = 0.8;
    private const double FaintestContrast = 6;

    /// <summary>Proposes subject and focus.</summary>
    /// <param name="plane">The picture scaled down.</param>
    /// <param name="picture">Upright size of the source.</param>
    public static SubjectProposal In(LabPlane plane, PixelSize picture)
    {
        if (plane.Width < 4 || plane.Height < 4)
            return new SubjectProposal(null, null);
        var isCutOut = IsCutOut(plane);
        var map = isCutOut ? plane.Opacity : StandingOut(plane);
        if (map is null)
            return new SubjectProposal(null, null);
        var (columns, rows) =
            (Marginal(map, plane.Width, plane.Height, isAcross: true), Marginal(map, plane.Width, plane.Height, isAcross: false));
        var (left, right) = Ends(columns, isCutOut ? FringeAside : LeftAside);
        var (top, bottom) = Ends(rows, isCutOut ? FringeAside : LeftAside);
        var (across, down) = ((double)picture.Width / plane.Width, (double)picture.Height / plane.Height);
        var focus = new PixelPoint(
            Math.Clamp(Mean(columns) * across, left * across, right * across), Math.Clamp(Mean(rows) * down, top * down, bottom * down));
        if (!isCutOut && (double)(right - left) * (bottom - top) / plane.Count > MaxOfPicture)
            return new SubjectProposal(null, focus);
        var (x, y) = ((int)(left * across), (int)(top * down));
        var subject = new PixelRect(
            x, y, Math.Max(1, (int)Math.Ceiling(right * across) - x), Math.Max(1, (int)Math.Ceiling(bottom * down) - y));
        return new SubjectProposal(
            subject with { Width = Math.Min(subject.Width, picture.Width - x), Height = Math.Min(subject.Height, picture.Height - y) },
            focus);
    }

    private static bool IsCutOut(LabPlane plane) => plane.Opacity.Length > 0 && plane.Opacity.Average() is > 0.01f and < 0.95f;

    private static float[]? StandingOut(LabPlane plane)
    {
        if (Spread(plane.Lightness) + Spread(plane.RedGreen) + Spread(plane.YellowBlue) < FaintestContrast)
            return null;
        var map = Saliency.Of(plane);
        var threshold = Otsu(map);
        return [.. map.Select(value => value >= threshold ? value : 0)];
    }

    // The threshold that parts a histogram into two groups that differ most.
    private static float Otsu(float[] map)
    {
        const int bins = 128;
        var histogram = new int[bins];
        foreach (var value in map)
            histogram[Math.Min(bins - 1, (int)(value * bins))]++;
        double total = 0;
        for (var bin = 0; bin < bins; bin++)
            total += (double)bin * histogram[bin];
        var (below, sumBelow, best, at) = (0, 0.0, -1.0, 0);
        for (var bin = 0; bin < bins - 1; bin++)
        {
            below += histogram[bin];
            sumBelow += (double)bin * histogram[bin];
            var above = map.Length - below;
            if (below == 0 || above == 0)
                continue;
            var apart = (sumBelow / below) - ((total - sumBelow) / above);
            var between = (double)below * above * apart * apart;
            if (between > best)
                (best, at) = (between, bin + 1);
        }

        return (float)at / bins;
    }

    private static double[] Marginal(float[] map, int width, int height, bool isAcross)
    {
        var sums = new double[isAcross ? width : height];
        for (var at = 0; at < map.Length; at++)
            sums[isAcross ? at % width : at / width] += map[at];
        return sums;
    }

    private static (int From, int To) Ends(double[] sums, double shareAside)
    {
        var aside = sums.Sum() * shareAside;
        var (from, to, seen) = (0, sums.Length, 0.0);
        while (from < sums.Length - 1 && (seen += sums[from]) <= aside)
            from++;
        seen = 0;
        while (to > from + 1 && (seen += sums[to - 1]) <= aside)
            to--;
        return (from, to);
    }

    private static double Mean(double[] sums)
    {
        var (sum, all) = (0.0, 0.0);
        for (var at = 0; at < sums.Length; at++)
            (sum, all) = (sum + ((at + 0.5) * sums[at]), all + sums[at]);
        return all > 0 ? sum / all : sums.Length / 2.0;
    }

    private static double Spread(float[] values)
    {
        var mean = values.Average();
        return Math.Sqrt(values.Average(value => (value - mean) * (value - mean)));
    }
}
