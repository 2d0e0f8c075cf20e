namespace Pantomet.Core.Destinations;

/// <summary>Which pixel sizes a slot makes.</summary>
public abstract record SizeRule
{
    /// <summary>The largest side that can be asked for: the limit of the JPEG and WebP formats is near it (65,535 and 16,383).</summary>
    public const int MostPixelsPerSide = 16_383;

    private SizeRule()
    {
    }

    /// <summary>A width ladder.</summary>
    /// <param name="Px">Each width once, widest first.</param>
    public sealed record Widths(IReadOnlyList<int> Px) : SizeRule;

    /// <summary>The longest side has a given length.</summary>
    /// <param name="Px">In pixels.</param>
    public sealed record LongestSide(int Px) : SizeRule;

    /// <summary>The shortest side has a given length.</summary>
    /// <param name="Px">In pixels.</param>
    public sealed record ShortestSide(int Px) : SizeRule;

    /// <summary>The size that the shape names; for <see cref="Shape.Exact"/> only.</summary>
    public sealed record FromShape : SizeRule;

    /// <summary>Every pixel of the crop.</summary>
    public sealed record AllPixels : SizeRule;
}
