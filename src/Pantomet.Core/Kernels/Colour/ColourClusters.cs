using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Kernels.Colour;

/// <summary>A colour of a picture.</summary>
/// <param name="Colour">The middle of its pixels in CIE L*a*b*.</param>
/// <param name="Share">Of the pixels that are not transparent, 0 to 1.</param>
public sealed record ColourShare(SrgbColour Colour, double Share);

/// <summary>The few colours that a picture is mostly made of.</summary>
/// <remarks>
/// k-means (Lloyd 1982) in CIE L*a*b*, where distances are about as large as people see them, begun as k-means++ is (Arthur and
/// Vassilvitskii 2007) many times over; the closest outcome stays. The dice are the same each time, so that the same picture always gives
/// the same colours.
/// </remarks>
public static class ColourClusters
{
    /// <summary>How many at most.</summary>
    public const int Most = 6;

    private const int MaxRounds = 60;
    private const float Bin = 4;

    private const int Begins = 30;
    private const int Dice = 6174;

    // Less is no main colour. Common practice, no source.
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
        var all = bins.Sum(bin => bin.Weight);
        return
        [
            .. Clusters(bins).Where(group => group.Weight >= LeastShare * all).OrderByDescending(group => group.Weight)
                .Select(group => new ColourShare(group.Lab.ToSrgb(), group.Weight / all))
        ];
    }

    private static List<Group> Clusters(List<Group> bins)
    {
        var dice = new Random(Dice);
        return Enumerable.Range(0, Begins).Select(_ => From(bins, dice)).MinBy(one => one.Apart).Groups;
    }

    // The groups about the middles that come to rest, and how far all pixels are apart from them.
    private static (List<Group> Groups, double Apart) From(List<Group> bins, Random dice)
    {
        var centres = Seeds(bins, dice);
        var (last, groups, apart) = (double.MaxValue, new List<Group>(), 0.0);
        for (var round = 0; round < MaxRounds; round++)
        {
            (groups, apart) = Grouped(bins, centres);
            if (apart >= last)
                break;
            last = apart;
            centres = [.. groups.Select(group => group.Lab)];
        }

        return (groups, apart);
    }

    private static (List<Group> Groups, double Apart) Grouped(List<Group> bins, List<LabColour> centres)
    {
        var (groups, apart) = (new Group?[centres.Count], 0.0);
        foreach (var bin in bins)
        {
            var (nearest, least) = (0, double.MaxValue);
            for (var at = 0; at < centres.Count; at++)
            {
                if (centres[at].SquareTo(bin.Lab) is var square && square < least)
                    (nearest, least) = (at, square);
            }

            groups[nearest] = groups[nearest]?.With(bin) ?? bin;
            apart += bin.Weight * least;
        }

        return ([.. groups.OfType<Group>()], apart);
    }

    private static List<Group> Bins(int width, int height, ReadOnlySpan<byte> srgb, ReadOnlySpan<byte> opacity)
    {
        var lab = LabPlane.FromSrgb(width, height, srgb, []);
        var bins = new Dictionary<(int, int, int), Group>();
        for (var at = 0; at < lab.Count; at++)
        {
            if (!opacity.IsEmpty && opacity[at] < 128)
                continue;
            var place = new LabColour(lab.Lightness[at], lab.RedGreen[at], lab.YellowBlue[at]);
            var key = (BinOf(lab.Lightness[at]), BinOf(lab.RedGreen[at]), BinOf(lab.YellowBlue[at]));
            var one = new Group(1, place);
            bins[key] = bins.TryGetValue(key, out var before) ? before.With(one) : one;
        }

        return [.. bins.Values];
    }

    // A place is the likelier the more pixels it has and the further it is from those that were taken.
    private static List<LabColour> Seeds(List<Group> bins, Random dice)
    {
        var chances = bins.Select(bin => bin.Weight).ToArray();
        var seeds = new List<LabColour>();
        while (seeds.Count < Most && chances.Sum() is > 0 and var all)
        {
            var (left, at) = (dice.NextDouble() * all, 0);
            while (at < chances.Length - 1 && (left -= chances[at]) >= 0)
                at++;
            seeds.Add(bins[at].Lab);
            for (var one = 0; one < bins.Count; one++)
                chances[one] = bins[one].Weight * seeds.Min(seed => seed.SquareTo(bins[one].Lab));
        }

        return seeds;
    }

    private static int BinOf(float value) => (int)MathF.Floor(value / Bin);

    // The middle of some pixels, and how many they are.
    private sealed record Group(double Weight, LabColour Lab)
    {
        public Group With(Group other) => new(Weight + other.Weight, Lab.Towards(other.Lab, other.Weight / (Weight + other.Weight)));
    }
}
