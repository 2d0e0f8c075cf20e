namespace Pantomet.Core.Sources;

/// <summary>By what many pictures are put into pairs.</summary>
public enum PairedBy
{
    /// <summary>The first with the second, the third with the fourth.</summary>
    Order,

    /// <summary>Each with the one whose light is most like its own.</summary>
    Light,
}

/// <summary>Puts many pictures into pairs.</summary>
public static class Pairs
{
    /// <summary>The pairs, as places in the list; of an odd number one is left over.</summary>
    /// <remarks>By light: sorted by their mean lightness, neighbours go together. Of all ways to pair numbers on a line that has the
    /// least difference in sum, since two pairs that cross or nest can be exchanged for neighbours without loss.</remarks>
    /// <param name="light">Mean lightness of each.</param>
    /// <param name="by">How.</param>
    public static IReadOnlyList<(int One, int Other)> Of(IReadOnlyList<double> light, PairedBy by)
    {
        var order = Enumerable.Range(0, light.Count).ToList();
        if (by == PairedBy.Light)
            order = [.. order.OrderBy(at => light[at]).ThenBy(at => at)];
        return
        [
            .. order.Chunk(2).Where(pair => pair.Length == 2)
                .Select(pair => (Math.Min(pair[0], pair[1]), Math.Max(pair[0], pair[1])))
        ];
    }
}
