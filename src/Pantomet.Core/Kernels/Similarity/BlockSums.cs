using System.Numerics;

namespace Pantomet.Core.Kernels.Similarity;

/// <summary>Adds windows up, block by block: where in a picture something is spoilt is seen from the blocks.</summary>
internal sealed class BlockSums
{
    private readonly int across;
    private readonly int perRow;
    private readonly double[] sums;
    private readonly int[] counts;
    private float[] whole = [];
    private float[] contrast = [];
    private double contrastSum;

    public BlockSums(int across, int down)
    {
        this.across = across;
        perRow = (across + StructuralSimilarity.BlockSide - 1) / StructuralSimilarity.BlockSide;
        sums = new double[perRow * ((down + StructuralSimilarity.BlockSide - 1) / StructuralSimilarity.BlockSide)];
        counts = new int[sums.Length];
    }

    public void Add(int row, WindowRows rows, int last)
    {
        if (whole.Length == 0)
            (whole, contrast) = (rows.RoomFor(), rows.RoomFor());
        rows.Judge(last % StructuralSimilarity.Window, whole, contrast);
        var first = row / StructuralSimilarity.BlockSide * perRow;
        for (var from = 0; from < across; from += StructuralSimilarity.BlockSide)
        {
            var length = Math.Min(StructuralSimilarity.BlockSide, across - from);
            sums[first + (from / StructuralSimilarity.BlockSide)] += Sum(whole.AsSpan(from, length));
            counts[first + (from / StructuralSimilarity.BlockSide)] += length;
            contrastSum += Sum(contrast.AsSpan(from, length));
        }
    }

    public StructuralSimilarity Result()
    {
        double all = counts.Sum();
        return new StructuralSimilarity(sums.Sum() / all, contrastSum / all, [.. sums.Select((sum, block) => sum / counts[block])]);
    }

    private static double Sum(ReadOnlySpan<float> values)
    {
        var (sums, step) = (Vector<float>.Zero, Vector<float>.Count);
        var at = 0;
        for (; at + step <= values.Length; at += step)
            sums += new Vector<float>(values[at..]);
        var sum = Vector.Sum(sums);
        for (; at < values.Length; at++)
            sum += values[at];
        return sum;
    }
}
