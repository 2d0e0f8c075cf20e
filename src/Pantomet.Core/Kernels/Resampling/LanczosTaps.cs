namespace Pantomet.Core.Kernels.Resampling;

/// <summary>
/// Which samples along one side of a picture make each sample that comes out, and with what weights: Lanczos with three lobes.
/// </summary>
/// <remarks>
/// <para>
/// C. E. Duchon, "Lanczos Filtering in One and Two Dimensions", Journal of Applied Meteorology 18 (1979): the sinc function, windowed by
/// the
/// middle of a wider one. To reduce, the kernel is widened by the reduction. A sample beyond an edge is the one at the edge.
/// </para>
/// <para>
/// Samples are taken two by two, from an even one on, as processors multiply them. Weights are whole numbers; what an odd sample at
/// either end has no part in has a weight of 0.
/// </para>
/// </remarks>
public sealed class LanczosTaps
{
    /// <summary>The weights of a sample have a sum of two to this power.</summary>
    public const int WeightBits = 14;

    private const int Lobes = 3;

    private readonly int[] first;
    private readonly int[] count;
    private readonly int[] weights;

    /// <summary>
    /// Lays the samples that come out evenly about the middle: what does not fit, less than one of them, is trimmed on both ends alike.
    /// </summary>
    /// <param name="from">Samples that there are.</param>
    /// <param name="to">Samples that come out.</param>
    /// <param name="scale">Samples that come out for each that there is, above 0; <paramref name="to"/> ÷ <paramref name="from"/> where
    /// nothing is trimmed.</param>
    public LanczosTaps(int from, int to, double scale)
    {
        var widening = Math.Max(1, 1 / scale);
        var reach = Lobes * widening;
        var begin = (from - (to / scale)) / 2;
        var most = Math.Min(from, (int)Math.Floor(2 * reach) + 1);
        MaxPairs = (most / 2) + 1;
        (first, count, weights) = (new int[to], new int[to], new int[to * MaxPairs]);
        var sums = new double[most];
        for (var at = 0; at < to; at++)
        {
            // In samples that there are, whose middles are whole numbers.
            var middle = begin + ((at + 0.5) / scale) - 0.5;
            var (low, high) = ((int)Math.Ceiling(middle - reach), (int)Math.Floor(middle + reach));
            var (start, last) = (Math.Clamp(low, 0, from - 1), Math.Clamp(high, 0, from - 1));
            Array.Clear(sums);
            for (var sample = low; sample <= high; sample++)
                sums[Math.Clamp(sample, 0, from - 1) - start] += Kernel((sample - middle) / widening);
            (first[at], count[at]) = (start / 2, (last / 2) - (start / 2) + 1);
            SetWeights(at, start % 2, sums.AsSpan(0, last - start + 1));
        }
    }

    /// <summary>The most pairs of samples that make one.</summary>
    public int MaxPairs { get; }

    /// <summary>Samples that come out.</summary>
    public int Length => first.Length;

    /// <summary>The first pair of samples that makes one that comes out; never before that of the one before.</summary>
    /// <param name="at">From 0.</param>
    public int FirstPair(int at) => first[at];

    /// <summary>The pair after the last one.</summary>
    /// <param name="at">From 0.</param>
    public int EndPair(int at) => first[at] + count[at];

    /// <summary>
    /// Weights of the pairs from the first to the last: that of the even sample in the lower sixteen bits, that of the odd one in the
    /// upper.
    /// </summary>
    /// <param name="at">From 0.</param>
    public ReadOnlySpan<int> Weights(int at) => weights.AsSpan(at * MaxPairs, count[at]);

    // Sums of weights are rounded, not weights: so all of them have exactly the sum that they should, and an even area stays even.
    private void SetWeights(int at, int odd, ReadOnlySpan<double> sums)
    {
        var all = 0.0;
        foreach (var one in sums)
            all += one;
        var (sum, before) = (0.0, 0);
        for (var tap = 0; tap < sums.Length; tap++)
        {
            sum += sums[tap];
            var whole = (int)Math.Round(sum / all * (1 << WeightBits));
            var weight = (short)(whole - before);
            weights[(at * MaxPairs) + ((tap + odd) / 2)] |= (tap + odd) % 2 == 0 ? (ushort)weight : weight << 16;
            before = whole;
        }
    }

    private static double Kernel(double at)
    {
        if (at == 0)
            return 1;
        if (Math.Abs(at) >= Lobes)
            return 0;
        var angle = Math.PI * at;
        return Lobes * Math.Sin(angle) * Math.Sin(angle / Lobes) / (angle * angle);
    }
}
