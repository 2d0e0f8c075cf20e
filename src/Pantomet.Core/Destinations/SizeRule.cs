using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Destinations;

/// <summary>Which pixel sizes a slot makes.</summary>
public abstract record SizeRule
{
    /// <summary>The largest side that can be asked for: the limit of the JPEG and WebP formats is near it (65,535 and 16,383).</summary>
    public const int MaxPixelsPerSide = 16_383;

    private SizeRule()
    {
    }

    /// <summary>Whether every crop has a size of its own, so that none has too few pixels.</summary>
    public bool FollowsCrop => this is AllPixels or Box or MostPixels;

    /// <summary>Fixed widths.</summary>
    /// <param name="Px">Each width once, widest first.</param>
    public sealed record Widths(IReadOnlyList<int> Px) : SizeRule;

    /// <summary>Fixed heights.</summary>
    /// <param name="Px">Each height once, highest first.</param>
    public sealed record Heights(IReadOnlyList<int> Px) : SizeRule;

    /// <summary>One size, in the shape's ratio.</summary>
    /// <param name="Size">In pixels.</param>
    public sealed record Exact(PixelSize Size) : SizeRule;

    /// <summary>The longest side has a given length.</summary>
    /// <param name="Px">In pixels.</param>
    public sealed record LongestSide(int Px) : SizeRule;

    /// <summary>The shortest side has a given length.</summary>
    /// <param name="Px">In pixels.</param>
    public sealed record ShortestSide(int Px) : SizeRule;

    /// <summary>As large as goes into a box; a smaller crop stays as it is.</summary>
    /// <param name="Size">In pixels.</param>
    public sealed record Box(PixelSize Size) : SizeRule;

    /// <summary>As large as goes into a number of pixels in all; a smaller crop stays as it is.</summary>
    /// <param name="Pixels">Width × height.</param>
    public sealed record MostPixels(long Pixels) : SizeRule;

    /// <summary>Multiples of one width, each for its density.</summary>
    /// <param name="Width">Of factor 1, in pixels.</param>
    /// <param name="Factors">Each once, largest first.</param>
    public sealed record Multiples(int Width, IReadOnlyList<Density> Factors) : SizeRule;

    /// <summary>A width ladder computed from the layout of the page.</summary>
    /// <param name="Ladder">The layout and the widths.</param>
    public sealed record FromLayout(LayoutLadder Ladder) : SizeRule;

    /// <summary>The size that the shape names; for <see cref="Shape.Exact"/> only.</summary>
    public sealed record FromShape : SizeRule;

    /// <summary>Every pixel of the crop.</summary>
    public sealed record AllPixels : SizeRule;
}
