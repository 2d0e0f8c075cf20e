using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Kernels.Colour;

/// <summary>A colour of a picture.</summary>
/// <param name="Colour">The mean light of its pixels.</param>
/// <param name="Share">Of the pixels that are not transparent, 0 to 1.</param>
public sealed record ColourShare(SrgbColour Colour, double Share);

/// <summary>The few colours that a picture is mostly made of.</summary>
/// <remarks>
/// k-means (Lloyd 1982) in CIE L*a*b*, where distances are about as large as people see them. It begins at the densest place and then where
/// most pixels lie furthest from what it has, so that the same picture always gives the same colours.
/// </remarks>
public static class ColourClusters
{
    /// <summary>How many at most.</summary>
    public const int Most = 6;

    private const int Rounds = 24;
    private const float Bin = 4;

    // Closer ones are shades of one, and less is no main colour. Common practice, no source.
    private const double Shade = 8;
    private const double LeastShare = 0.01;

    /// <summary>Finds them, those with most pixels first.</summary>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="srgb">Red, green, blue of each pixel, row by row; at least one pixel.</param>
    /// <param name="opacity">0 to 255 for each pixel; empty for an opaque picture. What is less than half there does not count.</param>
    /// <returns>None for a picture that is transparent everywhere.</returns>
    public static IReadOnlyList<ColourShare> Of(int width, int height, ReadOnlySpan<byte> srgb, ReadOnlySpan<byte> opacity)
    {
        var bins = Bins(width, height, srgb, opacity);
        if (bins.Count == 0)
            return [];
        var centres = Seeds(bins);
        for (var round = 0; round < Rounds; round++)
            centres = Moved(bins, centres);
        var all = bins.Sum(bin => bin.Weight);
        return
        [
            .. Merged(bins.GroupBy(bin => Nearest(centres, bin.Lab)).Select(Together)).Where(group => group.Weight >= LeastShare * all)
                .OrderByDescending(group => group.Weight).Select(group => new ColourShare(group.Colour(), group.Weight / all))
        ];
    }

    private static List<Group> Bins(int width, int height, ReadOnlySpan<byte> srgb, ReadOnlySpan<byte> opacity)
    {
        var lab = LabPlane.FromSrgb(width, height, srgb, []);
        var bins = new Dictionary<(int, int, int), Group>();
        for (var at = 0; at < lab.Count; at++)
        {
            if (!opacity.IsEmpty && opacity[at] < 128)
                continue;
            var place = new Lab(lab.Lightness[at], lab.RedGreen[at], lab.YellowBlue[at]);
            var key = ((int)MathF.Floor((float)place.L / Bin), (int)MathF.Floor((float)place.A / Bin), (int)MathF.Floor((float)place.B / Bin));
            var one = new Group(
                1, place, LabPlane.ToLinear(srgb[3 * at]), LabPlane.ToLinear(srgb[(3 * at) + 1]), LabPlane.ToLinear(srgb[(3 * at) + 2]));
            bins[key] = bins.TryGetValue(key, out var before) ? before.With(one) : one;
        }

        return [.. bins.Values];
    }

    private static List<Lab> Seeds(List<Group> bins)
    {
        var seeds = new List<Lab> { bins.MaxBy(bin => bin.Weight)!.Lab };
        while (seeds.Count < Most)
        {
            var next = bins.MaxBy(bin => bin.Weight * seeds.Min(seed => seed.SquareTo(bin.Lab)))!;
            if (seeds.Contains(next.Lab))
                break;
            seeds.Add(next.Lab);
        }

        return seeds;
    }

    private static List<Lab> Moved(List<Group> bins, List<Lab> centres) =>
        [.. bins.GroupBy(bin => Nearest(centres, bin.Lab)).OrderBy(group => group.Key).Select(group => Together(group).Lab)];

    private static int Nearest(List<Lab> centres, Lab place)
    {
        var (nearest, least) = (0, double.MaxValue);
        for (var at = 0; at < centres.Count; at++)
        {
            if (centres[at].SquareTo(place) is var square && square < least)
                (nearest, least) = (at, square);
        }

        return nearest;
    }

    private static Group Together(IEnumerable<Group> groups) => groups.Aggregate((one, other) => one.With(other));

    private static List<Group> Merged(IEnumerable<Group> groups)
    {
        var merged = new List<Group>();
        foreach (var group in groups.OrderByDescending(one => one.Weight))
        {
            var same = merged.FindIndex(one => one.Lab.SquareTo(group.Lab) < Shade * Shade);
            if (same < 0)
                merged.Add(group);
            else
                merged[same] = merged[same].With(group);
        }

        return merged;
    }

    private readonly record struct Lab(double L, double A, double B)
    {
        public double SquareTo(Lab other) => ((L - other.L) * (L - other.L)) + ((A - other.A) * (A - other.A)) + ((B - other.B) * (B - other.B));
    }

    // Means of the pixels of a group, and how many they are.
    private sealed record Group(double Weight, Lab Lab, double Red, double Green, double Blue)
    {
        public Group With(Group other)
        {
            var all = Weight + other.Weight;
            double Mean(double one, double another) => ((one * Weight) + (another * other.Weight)) / all;
            return new Group(
                all, new Lab(Mean(Lab.L, other.Lab.L), Mean(Lab.A, other.Lab.A), Mean(Lab.B, other.Lab.B)), Mean(Red, other.Red),
                Mean(Green, other.Green), Mean(Blue, other.Blue));
        }

        public SrgbColour Colour() => SrgbCurve.Colour(Red, Green, Blue);
    }
}
