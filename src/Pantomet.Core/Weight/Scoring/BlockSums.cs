namespace Pantomet.Core.Weight.Scoring;

/// <summary>Adds windows up, block by block: where in a picture something is spoilt is seen from the blocks.</summary>
internal sealed class BlockSums
{
    private readonly int across;
    private readonly int perRow;
    private readonly double[] sums;
    private readonly int[] counts;
    private readonly float[] whole;
    private readonly float[] contrast;
    private double contrastSum;

    public BlockSums(int across, int down)
    {
        this.across = across;
        perRow = (across + StructuralSimilarity.BlockSide - 1) / StructuralSimilarity.BlockSide;
        sums = new double[perRow * ((down + StructuralSimilarity.BlockSide - 1) / StructuralSimilarity.BlockSide)];
        counts = new int[sums.Length];
        (whole, contrast) = (new float[across], new float[across]);
    }

    public void Add(int row, WindowRows rows, int last)
    {
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
        double sum = 0;
        foreach (var value in values)
            sum += value;
        return sum;
    }
}
