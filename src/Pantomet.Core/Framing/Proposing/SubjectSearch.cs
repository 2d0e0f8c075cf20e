using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing.Proposing;

/// <summary>Finds what stands out in a picture, from its pixels alone.</summary>
/// <remarks>
/// What stands out (<see cref="Saliency"/>) is parted from the rest about Otsu's threshold (IEEE Trans. SMC 9, 1979), and the subject is
/// the rectangle around most of it (<see cref="SalientBox"/>); what stands out less is wished for beside it. A
/// transparent picture needs no such search: its subject is what can be seen.
/// </remarks>
public static class SubjectSearch
{
    /// <summary>The longer side that a picture is scaled to before it is searched.</summary>
    public const int LongestSide = 200;

    // Of Otsu's threshold, which leaves the duller half of a thing aside.
    private const float Level = 0.88f;

    // A little more than was found: an edge that is cut is worse than some ground. Of the picture, and of the subject at most.
    private const double Margin = 0.03;
    private const double MostMargin = 0.12;

    // What can be seen of a cut-out is certain; only the faintest fringe is none of it.
    private const double FringeAside = 0.001;

    // Where what stands out fills so much of the picture, or is so thinly spread, there is no subject to speak of.
    private const double MaxOfPicture = 0.8;
    private const double FaintestSpread = 6;

    // Of the level of the subject, that of what is wished for beside it: a third to a half does as well on those photographs.
    // What is hardly larger than the subject says nothing new, and what is many times as large is another thing.
    private const float Duller = 0.4f;
    private const double LeastBeside = 1.3;
    private const double MostBeside = 3;

    // Where the focus is looked for: the mean over so large a part of the picture, which a single thing fills.
    private const int FocusPart = 8;

    // The logistic curve from contrast to how often a proposal was right, on the photographs of tests/photographs.
    private const double ContrastSlope = 14;
    private const double ContrastMiddle = 0.76;

    /// <summary>Finds it, however faintly it stands out: <see cref="FaceRegion"/> says what becomes of it.</summary>
    /// <param name="plane">The picture scaled down.</param>
    /// <param name="picture">Upright size of the source.</param>
    public static SubjectProposal In(LabPlane plane, PixelSize picture)
    {
        if (plane.Width < 4 || plane.Height < 4)
            return new SubjectProposal(null, null);
        if (IsCutOut(plane))
            return CutOut(plane, picture);
        if (Spread(plane.Lightness) + Spread(plane.RedGreen) + Spread(plane.YellowBlue) < FaintestSpread)
            return new SubjectProposal(null, null);
        var map = Saliency.Of(plane);
        var level = Level * Otsu(map);
        var box = SalientBox.In(map, plane.Width, plane.Height, level);
        var confidence = Confidence(Contrast(map, plane.Width, box));
        var isSubject = box.Area <= MaxOfPicture * map.Length;
        var focus = confidence >= SubjectProposal.FaintestConfidence && SalientBox.HoldsOneThing(map, plane.Width, box, level)
            ? MapSpread.Of(map, plane.Width, plane.Height).Middle(box)
            : Heaviest(map, plane.Width, plane.Height);
        var found = Scaled(isSubject ? WithMargin(box, plane) : null, focus, plane, picture);
        return isSubject
            ? found with { Confidence = confidence, Wish = Beside(map, plane, picture, box, Duller * level) }
            : found;
    }

    // What stands out less, about what does: the rest of a thing of which a part is brighter, or what goes with it.
    private static PixelRect? Beside(float[] map, LabPlane plane, PixelSize picture, MapBox box, float level)
    {
        var all = SalientBox.In(map, plane.Width, plane.Height, level).Joined(box);
        var most = Math.Min(MostBeside * box.Area, MaxOfPicture * map.Length);
        return all.Area > LeastBeside * box.Area && all.Area <= most
            ? InPicture(WithMargin(all, plane), plane, picture)
            : null;
    }

    // Of several things, one: between them there may be nothing.
    private static (double X, double Y) Heaviest(float[] map, int width, int height)
    {
        var mass = (float[])map.Clone();
        var reach = Math.Max(1, Math.Max(width, height) / FocusPart);
        MapMath.Blur(mass, width, height, reach, isEmptyBeyond: true);
        MapMath.Blur(mass, width, height, reach, isEmptyBeyond: true);
        var at = Array.IndexOf(mass, mass.Max());
        return ((at % width) + 0.5, (at / width) + 0.5);
    }

    private static double Confidence(double contrast) => 1 / (1 + Math.Exp(-ContrastSlope * (contrast - ContrastMiddle)));

    private static bool IsCutOut(LabPlane plane) => plane.Opacity.Length > 0 && plane.Opacity.Average() is > 0.01f and < 0.95f;

    private static SubjectProposal CutOut(LabPlane plane, PixelSize picture)
    {
        var spread = MapSpread.Of(plane.Opacity, plane.Width, plane.Height);
        var box = spread.Bounds(FringeAside);
        return Scaled(box, spread.Middle(box), plane, picture) with { Confidence = 1 };
    }

    private static SubjectProposal Scaled(MapBox? box, (double X, double Y) focus, LabPlane plane, PixelSize picture)
    {
        var (across, down) = ((double)picture.Width / plane.Width, (double)picture.Height / plane.Height);
        var at = new PixelPoint(focus.X * across, focus.Y * down);
        if (box is not { } found)
            return new SubjectProposal(null, at);
        var subject = InPicture(found, plane, picture);
        return new SubjectProposal(
            subject, new PixelPoint(Math.Clamp(at.X, subject.X, subject.Right), Math.Clamp(at.Y, subject.Y, subject.Bottom)));
    }

    private static PixelRect InPicture(MapBox box, LabPlane plane, PixelSize picture)
    {
        var (across, down) = ((double)picture.Width / plane.Width, (double)picture.Height / plane.Height);
        var (x, y) = ((int)(box.Left * across), (int)(box.Top * down));
        var right = Math.Min(picture.Width, (int)Math.Ceiling(box.Right * across));
        var bottom = Math.Min(picture.Height, (int)Math.Ceiling(box.Bottom * down));
        return new PixelRect(x, y, Math.Max(1, right - x), Math.Max(1, bottom - y));
    }

    private static MapBox WithMargin(MapBox box, LabPlane plane)
    {
        var by = (int)Rounding.HalfUp(Math.Min(
            Margin * Math.Max(plane.Width, plane.Height), MostMargin * Math.Max(box.Right - box.Left, box.Bottom - box.Top)));
        return new MapBox(
            Math.Max(0, box.Left - by), Math.Max(0, box.Top - by), Math.Min(plane.Width, box.Right + by),
            Math.Min(plane.Height, box.Bottom + by));
    }

    // How much more stands out inside than outside, as a share of both.
    private static double Contrast(float[] map, int width, MapBox box)
    {
        var (inside, all) = (0.0, 0.0);
        for (var at = 0; at < map.Length; at++)
        {
            var (x, y) = (at % width, at / width);
            all += map[at];
            if (x >= box.Left && x < box.Right && y >= box.Top && y < box.Bottom)
                inside += map[at];
        }

        var (within, beyond) = (inside / box.Area, (all - inside) / Math.Max(1, map.Length - box.Area));
        return within + beyond > 0 ? (within - beyond) / (within + beyond) : 0;
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

    private static double Spread(float[] values)
    {
        var mean = values.Average();
        return Math.Sqrt(values.Average(value => (value - mean) * (value - mean)));
    }
}
