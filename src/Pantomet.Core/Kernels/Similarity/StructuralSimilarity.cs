namespace Pantomet.Core.Kernels.Similarity;

/// <summary>How alike two planes are in their local means, contrasts and structures; 1 where they are the same.</summary>
/// <param name="Whole">Mean of the similarity index over all windows.</param>
/// <param name="Contrast">Mean of its contrast and structure terms alone.</param>
/// <param name="Blocks">Mean of the index in each block of <see cref="BlockSide"/> windows, row by row.</param>
/// <remarks>
/// Wang, Bovik, Sheikh, Simoncelli: "Image Quality Assessment: From Error Visibility to Structural Similarity", IEEE Trans. Image
/// Processing 13, 2004:
/// Gaussian window of 11 × 11 with σ 1.5, K₁ = 0.01, K₂ = 0.03, L = 255. Only windows that lie in the picture count.
/// </remarks>
public sealed record StructuralSimilarity(double Whole, double Contrast, IReadOnlyList<double> Blocks)
{
    /// <summary>Windows along a block's side.</summary>
    public const int BlockSide = 32;

    /// <summary>Pixels along a window's side.</summary>
    public const int Window = 11;

    /// <summary>Compares two planes of one size.</summary>
    /// <param name="one">At least <see cref="Window"/> pixels each way.</param>
    /// <param name="other">The same size.</param>
    public static StructuralSimilarity Of(TonePlane one, TonePlane other)
    {
        var (across, down) = (one.Width - Window + 1, one.Height - Window + 1);
        // The last eleven rows, filtered along the row: means of both, of their squares together, and of their product.
        var rows = new WindowRows(across);
        var blocks = new BlockSums(across, down);
        for (var y = 0; y < one.Height; y++)
        {
            rows.Take(one.Values.Slice(y * one.Width, one.Width), other.Values.Slice(y * one.Width, one.Width), y % Window);
            if (y >= Window - 1)
                blocks.Add(y - Window + 1, rows, y);
        }

        return blocks.Result();
    }
}
