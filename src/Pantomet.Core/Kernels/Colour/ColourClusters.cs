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
    private const int UsualBegins = 16;
    private const int Dice = 6174;

    // Pixels that lie closer together in each direction are looked at as one.
    private const float Bin = 4;

    // Less is no main colour. Common practice, no source.
    private const double LeastShare = 0.01;

    /// <summary>Finds them, those with most pixels first.</summary>
    /// <param name="picture">A small copy of it. What is less than half there does not count.</param>
    /// <param name="begins">How often it is begun anew: fewer are quicker, and may miss a colour of few pixels.</param>
    /// <returns>None for a picture that is transparent everywhere.</returns>
    public static IReadOnlyList<ColourShare> Of(LabPlane picture, int begins = UsualBegins)
    {
        var bins = Bins(picture);
        if (bins.Length == 0)
            return [];
        var (dice, all) = (new Random(Dice), bins.Sum(bin => bin.Weight));
        return
        [
            .. Enumerable.Range(0, begins).Select(_ => AtRest(bins, Seeds(bins, dice))).MinBy(one => one.Apart).Groups
                .Where(group => group.Weight >= LeastShare * all).OrderByDescending(group => group.Weight)
                .Select(group => new ColourShare(group.Middle.ToSrgb(), group.Weight / all))
        ];
    }

    private static Group[] Bins(LabPlane lab)
    {
        var bins = new Dictionary<(int, int, int), Group>();
        for (var at = 0; at < lab.Count; at++)
        {
            if (lab.Opacity.Length > 0 && lab.Opacity[at] < 0.5)
                continue;
            var key = (BinOf(lab.Lightness[at]), BinOf(lab.RedGreen[at]), BinOf(lab.YellowBlue[at]));
            bins[key] = bins.GetValueOrDefault(key).With(new Group(1, lab.Lightness[at], lab.RedGreen[at], lab.YellowBlue[at]));
        }

        return [.. bins.Values];
    }

    // A place is the likelier the more pixels it has and the further it is from those that were taken.
    private static LabColour[] Seeds(Group[] bins, Random dice)
    {
        var (nearest, seeds) = (new double[bins.Length], new List<LabColour>());
        Array.Fill(nearest, 1);
        while (seeds.Count < Most && bins.Index().Sum(one => one.Item.Weight * nearest[one.Index]) is > 0 and var all)
        {
            var (left, at) = (dice.NextDouble() * all, 0);
            while (at < bins.Length - 1 && (left -= bins[at].Weight * nearest[at]) >= 0)
                at++;
            var seed = bins[at].Middle;
            for (var one = 0; one < bins.Length; one++)
                nearest[one] = seeds.Count == 0 ? seed.SquareTo(bins[one].Middle) : Math.Min(nearest[one], seed.SquareTo(bins[one].Middle));
            seeds.Add(seed);
        }

        return [.. seeds];
    }

    // The groups about the middles once these come to rest, and how far all pixels are apart from them.
    private static (Group[] Groups, double Apart) AtRest(Group[] bins, LabColour[] centres)
    {
        var (groups, apart, last) = (new Group[centres.Length], 0.0, double.MaxValue);
        for (var round = 0; round < MaxRounds; round++)
        {
            (groups, apart) = (new Group[centres.Length], 0);
            foreach (var bin in bins)
            {
                var (middle, nearest, least) = (bin.Middle, 0, double.MaxValue);
                for (var at = 0; at < centres.Length; at++)
                {
                    if (centres[at].SquareTo(middle) is var square && square < least)
                        (nearest, least) = (at, square);
                }

                groups[nearest] = groups[nearest].With(bin);
                apart += bin.Weight * least;
            }

            if (apart >= last)
                break;
            last = apart;
            centres = [.. groups.Select((group, at) => group.Weight > 0 ? group.Middle : centres[at])];
        }

        return (groups, apart);
    }

    private static int BinOf(float value) => (int)MathF.Floor(value / Bin);

    /// <summary>How many pixels there are, and the sums of what they are.</summary>
    private readonly record struct Group(double Weight, double L, double A, double B)
    {
        public LabColour Middle => new(L / Weight, A / Weight, B / Weight);

        public Group With(Group other) => new(Weight + other.Weight, L + other.L, A + other.A, B + other.B);
    }
}
