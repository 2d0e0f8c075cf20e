using System.Numerics;

namespace Pantomet.Core.Weight.Scoring;

/// <summary>The last rows that a window reaches over, filtered along the row: local means of both planes, of their squares together, and of their product.</summary>
/// <param name="width">Windows along a row.</param>
internal sealed class WindowRows(int width)
{
    private const int Window = StructuralSimilarity.Window;
    private const float FlatMean = 0.01f * 255 * (0.01f * 255);
    private const float FlatContrast = 0.03f * 255 * (0.03f * 255);
    private static readonly float[] Taps = Gaussian();

    private readonly float[][] ones = Lines(width);
    private readonly float[][] others = Lines(width);
    private readonly float[][] squares = Lines(width);
    private readonly float[][] products = Lines(width);

    /// <summary>Takes a row of pixels in, over the one that no window reaches any more.</summary>
    public void Take(ReadOnlySpan<float> one, ReadOnlySpan<float> other, int into)
    {
        var (ofOne, ofOther, ofSquares, ofProducts) = (ones[into], others[into], squares[into], products[into]);
        var step = Vector<float>.Count;
        for (var x = 0; x < width;)
        {
            if (x + step <= width && x + step + Window - 1 <= one.Length)
            {
                var (sumOne, sumOther, sumSquares, sumProducts) = (Vector<float>.Zero, Vector<float>.Zero, Vector<float>.Zero, Vector<float>.Zero);
                for (var tap = 0; tap < Window; tap++)
                {
                    var (a, b) = (new Vector<float>(one[(x + tap)..]), new Vector<float>(other[(x + tap)..]));
                    var weight = new Vector<float>(Taps[tap]);
                    var (weightedA, weightedB) = (a * weight, b * weight);
                    sumOne += weightedA;
                    sumOther += weightedB;
                    sumSquares += (weightedA * a) + (weightedB * b);
                    sumProducts += weightedA * b;
                }

                sumOne.CopyTo(ofOne, x);
                sumOther.CopyTo(ofOther, x);
                sumSquares.CopyTo(ofSquares, x);
                sumProducts.CopyTo(ofProducts, x);
                x += step;
                continue;
            }

            (ofOne[x], ofOther[x], ofSquares[x], ofProducts[x]) = (0, 0, 0, 0);
            for (var tap = 0; tap < Window; tap++)
            {
                var (a, b) = (one[x + tap], other[x + tap]);
                ofOne[x] += Taps[tap] * a;
                ofOther[x] += Taps[tap] * b;
                ofSquares[x] += Taps[tap] * ((a * a) + (b * b));
                ofProducts[x] += Taps[tap] * a * b;
            }

            x++;
        }
    }

    /// <summary>The similarity of every window whose last row is the one taken in last: in whole, and of contrast and structure alone.</summary>
    public void Judge(int last, Span<float> whole, Span<float> contrast)
    {
        var step = Vector<float>.Count;
        for (var x = 0; x < width;)
        {
            if (x + step <= width)
            {
                var (a, b, squared, product) = (Vector<float>.Zero, Vector<float>.Zero, Vector<float>.Zero, Vector<float>.Zero);
                for (var tap = 0; tap < Window; tap++)
                {
                    var row = (last + 1 + tap) % Window;
                    var weight = new Vector<float>(Taps[tap]);
                    a += new Vector<float>(ones[row], x) * weight;
                    b += new Vector<float>(others[row], x) * weight;
                    squared += new Vector<float>(squares[row], x) * weight;
                    product += new Vector<float>(products[row], x) * weight;
                }

                var (ab, aabb) = (a * b, (a * a) + (b * b));
                var alike = (2 * (product - ab) + new Vector<float>(FlatContrast)) / (squared - aabb + new Vector<float>(FlatContrast));
                alike.CopyTo(contrast[x..]);
                (alike * (2 * ab + new Vector<float>(FlatMean)) / (aabb + new Vector<float>(FlatMean))).CopyTo(whole[x..]);
                x += step;
                continue;
            }

            var (meanA, meanB, squares1, product1) = (0f, 0f, 0f, 0f);
            for (var tap = 0; tap < Window; tap++)
            {
                var row = (last + 1 + tap) % Window;
                meanA += ones[row][x] * Taps[tap];
                meanB += others[row][x] * Taps[tap];
                squares1 += squares[row][x] * Taps[tap];
                product1 += products[row][x] * Taps[tap];
            }

            var means = (meanA * meanA) + (meanB * meanB);
            contrast[x] = ((2 * (product1 - (meanA * meanB))) + FlatContrast) / (squares1 - means + FlatContrast);
            whole[x] = contrast[x] * ((2 * meanA * meanB) + FlatMean) / (means + FlatMean);
            x++;
        }
    }

    private static float[][] Lines(int width) => [.. Enumerable.Range(0, Window).Select(_ => new float[width])];

    private static float[] Gaussian()
    {
        var taps = Enumerable.Range(-(Window / 2), Window).Select(at => Math.Exp(-(at * at) / (2 * 1.5 * 1.5))).ToArray();
        var sum = taps.Sum();
        return [.. taps.Select(tap => (float)(tap / sum))];
    }
}
