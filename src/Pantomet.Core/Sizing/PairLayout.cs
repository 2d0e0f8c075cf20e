using Pantomet.Core.Measures;

namespace Pantomet.Core.Sizing;

/// <summary>How pictures lie beside each other in one.</summary>
public enum PairDirection
{
    /// <summary>Side by side, all of one height.</summary>
    SideBySide,

    /// <summary>One above the other, all of one width.</summary>
    OneAboveTheOther,
}

/// <summary>Several pictures as one.</summary>
/// <param name="Whole">Pixels of the one that they make.</param>
/// <param name="Places">Where each lies in it, in their order.</param>
public sealed record PairPlaces(PixelSize Whole, IReadOnlyList<PixelRect> Places);

/// <summary>Lays pictures beside each other: one height, the same gap between all, a margin round them, and in all exactly as wide as is
/// wanted.</summary>
/// <remarks>
/// The shares that whole pixels leave over go to those that lost most in rounding (largest remainder), so that no two heights differ and no
/// gap is wider than another. Laid one above the other it is the same with width and height exchanged.
/// </remarks>
/// <param name="Direction">Side by side, or one above the other.</param>
/// <param name="Along">Pixels of the whole along the row: its width where they lie side by side.</param>
/// <param name="Across">Pixels of the whole across the row; null for as many as leave every picture uncropped.</param>
/// <param name="Gap">Pixels between two.</param>
/// <param name="Margin">Pixels round them.</param>
public sealed record PairLayout(PairDirection Direction, int Along, int? Across, int Gap, int Margin)
{
    /// <summary>Fewer make no pair.</summary>
    public const int Least = 2;

    /// <summary>More are a gallery.</summary>
    public const int Most = 3;

    /// <summary>Lays them out.</summary>
    /// <param name="pictures">Sizes, of which only the proportions count.</param>
    /// <returns>Null where gaps and margins leave no pixel for one of them.</returns>
    public PairPlaces? Of(IReadOnlyList<PixelSize> pictures)
    {
        var ratios = pictures.Select(RatioOf).ToList();
        var room = Along - (2 * Margin) - (Gap * (pictures.Count - 1));
        var across = Across - (2 * Margin) ?? (int)Math.Max(1, Rounding.HalfUp(room / ratios.Sum()));
        if (room < pictures.Count || across < 1)
            return null;
        var shares = Shared(room, ratios);
        var places = new List<PixelRect>();
        var at = Margin;
        foreach (var share in shares)
        {
            places.Add(Direction == PairDirection.SideBySide
                ? new PixelRect(at, Margin, share, across)
                : new PixelRect(Margin, at, across, share));
            at += share + Gap;
        }

        var whole = new PixelSize(Along, across + (2 * Margin));
        return new PairPlaces(Direction == PairDirection.SideBySide ? whole : whole.Turned, places);
    }

    private double RatioOf(PixelSize picture) => Direction == PairDirection.SideBySide
        ? (double)picture.Width / picture.Height
        : (double)picture.Height / picture.Width;

    // Each at least one pixel; the rest by their proportions.
    private static int[] Shared(int room, List<double> ratios)
    {
        var (free, all) = (room - ratios.Count, ratios.Sum());
        var exact = ratios.Select(ratio => Math.Max(0, (room * ratio / all) - 1)).ToList();
        var scale = free / Math.Max(exact.Sum(), double.Epsilon);
        var shares = exact.Select(share => (int)(share * scale)).ToArray();
        var left = free - shares.Sum();
        foreach (var (_, index) in exact.Select((share, index) => ((share * scale) - shares[index], index))
            .OrderByDescending(one => one.Item1).ThenBy(one => one.index).Take(left))
            shares[index]++;
        return [.. shares.Select(share => share + 1)];
    }
}
