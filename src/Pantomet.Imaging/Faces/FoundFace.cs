using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;

namespace Pantomet.Imaging.Faces;

/// <summary>A face as the model says it, in pixels of the picture that was looked at.</summary>
/// <param name="Score">How sure it is, 0 to 1.</param>
/// <param name="Values">Middle of the box, its size, right eye, left eye, tip of the nose: ten numbers.</param>
internal sealed record FoundFace(double Score, double[] Values)
{
    /// <summary>Of the box.</summary>
    public double Height => Values[3];

    private double Left => Values[0] - (Values[2] / 2);

    private double Top => Values[1] - (Values[3] / 2);

    /// <summary>The mean of several, weighed by their scores.</summary>
    /// <param name="same">At least one, the surest first.</param>
    public static FoundFace Mean(IReadOnlyList<FoundFace> same)
    {
        var weight = same.Sum(face => face.Score);
        var mean = new double[same[0].Values.Length];
        for (var at = 0; at < mean.Length; at++)
            mean[at] = same.Sum(face => face.Values[at] * face.Score) / weight;
        return new FoundFace(same[0].Score, mean);
    }

    /// <summary>Shared area against the smaller of the two, 0 to 1: the same face is larger in one square than in another.</summary>
    /// <param name="other">Of the same picture.</param>
    public double Overlap(FoundFace other)
    {
        var across = Math.Min(Left + Values[2], other.Left + other.Values[2]) - Math.Max(Left, other.Left);
        var down = Math.Min(Top + Values[3], other.Top + other.Values[3]) - Math.Max(Top, other.Top);
        var smaller = Math.Min(Values[2] * Values[3], other.Values[2] * other.Values[3]);
        return across > 0 && down > 0 && smaller > 0 ? across * down / smaller : 0;
    }

    /// <summary>The same in source pixels.</summary>
    /// <param name="across">Source pixels for each pixel across.</param>
    /// <param name="down">Source pixels for each pixel down.</param>
    /// <param name="picture">Upright size of the source.</param>
    /// <returns>Null where it lies outside the picture.</returns>
    public Face? ToFace(double across, double down, PixelSize picture)
    {
        var (left, top) = (Math.Max(0, (int)(Left * across)), Math.Max(0, (int)(Top * down)));
        var right = Math.Min(picture.Width, (int)Math.Ceiling((Left + Values[2]) * across));
        var bottom = Math.Min(picture.Height, (int)Math.Ceiling((Top + Values[3]) * down));
        return right <= left || bottom <= top ? null : new Face(
            new PixelRect(left, top, right - left, bottom - top),
            new PixelPoint((Values[4] + Values[6]) / 2 * across, (Values[5] + Values[7]) / 2 * down),
            new PixelPoint(Values[8] * across, Values[9] * down));
    }
}
