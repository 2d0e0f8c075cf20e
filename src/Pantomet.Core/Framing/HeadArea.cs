using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>A head in a picture, which a crop shows with its shoulders or not at all.</summary>
/// <param name="Head">A face with hair and chin, in the pixels of the crop.</param>
/// <param name="Shoulders">The row at which the shoulders begin, or the picture ends.</param>
public readonly record struct HeadArea(PixelRect Head, long Shoulders)
{
    // From the chin to the line of the shoulders, as a share of the head's height (common practice, no source).
    private const double Neck = 0.4;

    /// <summary>A head with what is known about where its shoulders begin.</summary>
    /// <param name="head">A face with hair and chin.</param>
    /// <param name="end">The row at which the picture ends.</param>
    public static HeadArea Of(PixelRect head, long end = long.MaxValue) =>
        new(head, Math.Min(end, head.Bottom + (long)(Neck * head.Height)));

    /// <summary>Whether an edge of a crop runs through the head, or between it and the shoulders.</summary>
    /// <param name="crop">In the same pixels.</param>
    public bool IsCutBy(PixelRect crop)
    {
        var shown = CoveredParts.Shared(Head, crop);
        return shown > 0 && (shown < Head.Size.Count || crop.Bottom < Shoulders);
    }
}
