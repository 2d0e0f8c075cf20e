namespace Pantomet.Core.Sizing.Resampling;

/// <summary>Which samples along one side of a picture make each sample that comes out, and with what weights: Lanczos with three lobes.</summary>
/// <remarks>
/// C. E. Duchon, "Lanczos Filtering in One and Two Dimensions", Journal of Applied Meteorology 18 (1979): the sinc function, windowed by the
/// middle of a wider one. To reduce, the kernel is widened by the reduction. A sample beyond an edge is the one at the edge.
/// </remarks>
public sealed class LanczosTaps
{
    private const int Lobes = 3;

    private readonly int[] first;
    private readonly int[] count;
    private readonly float[] weights;

    /// <summary>Lays the samples that come out evenly about the middle: what does not fit, less than one of them, is trimmed on both ends alike.</summary>
    /// <param name="from">Samples that there are.</param>
    /// <param name="to">Samples that come out.</param>
    /// <param name="scale">Samples that come out for each that there is, above 0; <paramref name="to"/> ÷ <paramref name="from"/> where nothing is trimmed.</param>
    public LanczosTaps(int from, int to, double scale)
    {
        var widening = Math.Max(1, 1 / scale);
        var reach = Lobes * widening;
        var begin = (from - (to / scale)) / 2;
        Most = Math.Min(from, (int)Math.Floor(2 * reach) + 1);
        (first, count, weights) = (new int[to], new int[to], new float[to * Most]);
        var sums = new double[Most];
        for (var at = 0; at < to; at++)
        {
            // In samples that there are, whose middles are whole numbers.
            var middle = begin + ((at + 0.5) / scale) - 0.5;
            var (low, high) = ((int)Math.Ceiling(middle - reach), (int)Math.Floor(middle + reach));
            first[at] = Math.Clamp(low, 0, from - 1);
            count[at] = Math.Clamp(high, 0, from - 1) - first[at] + 1;
            Array.Clear(sums);
            for (var sample = low; sample <= high; sample++)
                sums[Math.Clamp(sample, 0, from - 1) - first[at]] += Kernel((sample - middle) / widening);
            var all = sums.Sum();
            for (var tap = 0; tap < count[at]; tap++)
                weights[(at * Most) + tap] = (float)(sums[tap] / all);
        }
    }

    /// <summary>The most samples that make one.</summary>
    public int Most { get; }

    /// <summary>Samples that come out.</summary>
    public int Length => first.Length;

    /// <summary>The first sample that makes one that comes out; never before that of the one before.</summary>
    /// <param name="at">From 0.</param>
    public int First(int at) => first[at];

    /// <summary>The sample after the last one.</summary>
    /// <param name="at">From 0.</param>
    public int End(int at) => first[at] + count[at];

    /// <summary>Weights of the samples from the first to the last; their sum is 1.</summary>
    /// <param name="at">From 0.</param>
    public ReadOnlySpan<float> Weights(int at) => weights.AsSpan(at * Most, count[at]);

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
