using Pantomet.Core.Measures;

namespace Pantomet.Core.Sizing;

/// <summary>Widths in even steps from the least to the most that any device is owed.</summary>
public static class EvenLadder
{
    /// <summary>The widths, rising.</summary>
    /// <param name="demands">At least one.</param>
    /// <param name="files">At least 1; fewer come out where the steps would be below 1 px.</param>
    public static IReadOnlyList<int> For(IReadOnlyList<Demand> demands, int files)
    {
        var least = demands.Min(demand => demand.NeededPx);
        var most = demands.Max(demand => demand.NeededPx);
        return files == 1
            ? [most]
            : [.. Enumerable.Range(0, files).Select(step => (int)Rounding.HalfUp(least + ((most - least) * (double)step / (files - 1))))
                .Distinct()];
    }
}

/// <summary>One file for plain and dense screens alike: a compromise.</summary>
/// <remarks>Common practice, no source: 1.5 times the shown width; 655 px gives 982.5.</remarks>
public static class OneFileWidth
{
    /// <summary>A factor times the widest that any device shows the picture, halves rounded up.</summary>
    /// <param name="demands">At least one.</param>
    /// <param name="factor">Above 0.</param>
    public static int For(IReadOnlyList<Demand> demands, double factor) =>
        (int)Math.Max(1, Rounding.HalfUp(demands.Max(demand => demand.ShownPx) * factor));
}
