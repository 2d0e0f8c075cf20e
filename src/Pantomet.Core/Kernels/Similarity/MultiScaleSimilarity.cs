namespace Pantomet.Core.Kernels.Similarity;

/// <summary>Structural similarity at five sizes of a picture, as it is seen from near and from far.</summary>
/// <remarks>
/// Wang, Simoncelli, Bovik: "Multi-Scale Structural Similarity for Image Quality Assessment", Asilomar 2003, with the exponents found
/// there.
/// A picture too small for all five takes those that it has, their exponents scaled to the same sum.
/// </remarks>
public static class MultiScaleSimilarity
{
    private static readonly double[] Exponents = [0.0448, 0.2856, 0.3001, 0.2363, 0.1333];

    /// <summary>Compares two planes of one size.</summary>
    /// <param name="one">The picture before.</param>
    /// <param name="other">The picture after, of the same size.</param>
    /// <param name="fineness">What the planes are: at half size the exponents are those of the published sizes from the second on.</param>
    /// <returns>1 for the same; 0 at the least. With it the similarity at each size, the full one first. Planes smaller than a window are
    /// compared by their mean error.</returns>
    public static (double Score, IReadOnlyList<StructuralSimilarity> Scales) Of(
        TonePlane one, TonePlane other, Fineness fineness = Fineness.EveryPixel)
    {
        var exponents = Exponents.AsSpan(fineness == Fineness.FromHalf ? 1 : 0);
        var scales = new List<StructuralSimilarity>();
        if (Math.Min(one.Width, one.Height) < StructuralSimilarity.Window)
            return (Tiny(one, other), scales);
        AddScales(one, other, exponents.Length, scales);
        var sum = 0.0;
        foreach (var exponent in exponents[..scales.Count])
            sum += exponent;
        var score = 1.0;
        for (var scale = 0; scale < scales.Count; scale++)
        {
            // Means count at the smallest size only. Where structures are opposed a power would have no value: that is as bad as none
            // alike.
            var alike = scale == scales.Count - 1 ? scales[scale].Whole : scales[scale].Contrast;
            score *= Math.Pow(Math.Max(0, alike), exponents[scale] / sum);
        }

        return (score, scales);
    }

    private static void AddScales(TonePlane one, TonePlane other, int most, List<StructuralSimilarity> scales)
    {
        scales.Add(StructuralSimilarity.Of(one, other));
        if (scales.Count == most || Math.Min(one.Width, one.Height) / 2 < StructuralSimilarity.Window)
            return;
        using var half = one.Halved();
        using var otherHalf = other.Halved();
        AddScales(half, otherHalf, most, scales);
    }

    // A plane of no pixels has nothing to lose.
    private static double Tiny(TonePlane one, TonePlane other)
    {
        var values = one.Values;
        var others = other.Values;
        var sum = 0.0;
        for (var at = 0; at < values.Length; at++)
            sum += (double)(values[at] - others[at]) * (values[at] - others[at]);
        return values.Length == 0 ? 1 : 1 - (Math.Sqrt(sum / values.Length) / 255);
    }
}
