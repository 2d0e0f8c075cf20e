namespace Pantomet.Core.Weight.Scoring;

/// <summary>One channel of a picture for comparing: lightness or a colour difference, 0 to 255, row by row.</summary>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="Values">Width × height of them.</param>
public sealed record TonePlane(int Width, int Height, float[] Values)
{
    /// <summary>Half as many pixels each way, each the mean of four; an odd last row or column is left out.</summary>
    public TonePlane Halved()
    {
        var (width, height) = (Width / 2, Height / 2);
        var half = new float[width * height];
        for (var y = 0; y < height; y++)
        {
            var upper = Values.AsSpan(2 * y * Width, Width);
            var lower = Values.AsSpan(((2 * y) + 1) * Width, Width);
            var row = half.AsSpan(y * width, width);
            for (var x = 0; x < row.Length; x++)
                row[x] = (upper[2 * x] + upper[(2 * x) + 1] + lower[2 * x] + lower[(2 * x) + 1]) * 0.25f;
        }

        return new TonePlane(width, height, half);
    }
}
