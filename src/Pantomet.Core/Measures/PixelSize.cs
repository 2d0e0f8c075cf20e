namespace Pantomet.Core.Measures;

/// <summary>Width and height in whole pixels.</summary>
/// <param name="Width">Pixels across; at least 1 in every picture that exists.</param>
/// <param name="Height">Pixels down; at least 1 in every picture that exists.</param>
public readonly record struct PixelSize(int Width, int Height)
{
    /// <summary>How many pixels there are in all; does not overflow.</summary>
    public long Count => (long)Width * Height;

    /// <summary>The larger of the two sides.</summary>
    public int LongestSide => Math.Max(Width, Height);

    /// <summary>The smaller of the two sides.</summary>
    public int ShortestSide => Math.Min(Width, Height);

    /// <summary>The point half-way across and half-way down.</summary>
    public PixelPoint Centre => new(Width / 2.0, Height / 2.0);

    /// <summary>The same size with its sides exchanged, as after a quarter turn.</summary>
    public PixelSize Turned => new(Height, Width);

    /// <summary>The whole area as a rectangle at the origin.</summary>
    public PixelRect Whole => new(0, 0, Width, Height);

    /// <summary>Each side times as long, rounded half up; at least 1.</summary>
    /// <param name="scale">Above 0.</param>
    public PixelSize Times(double scale) => new(
        Math.Max(1, (int)Rounding.HalfUp(Width * scale)), Math.Max(1, (int)Rounding.HalfUp(Height * scale)));

    /// <inheritdoc/>
    public override string ToString() => $"{Width}×{Height}";
}
