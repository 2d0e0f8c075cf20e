using Pantomet.Core.Kernels.Saliency;

namespace Pantomet.Core.Sources;

/// <summary>What a picture looks like from afar: 32 × 32 grey pixels, whatever its shape.</summary>
/// <param name="Values">Row by row, 0 to 255.</param>
public sealed record Likeness(byte[] Values)
{
    /// <summary>Pixels along each side.</summary>
    public const int Side = 32;

    // Two frames of one tripod differ by noise, by light, and by what was put there: its part of the picture, not all of it.
    private const double MostApart = 14;

    /// <summary>Looks at a picture from afar.</summary>
    /// <param name="plane">A small copy; one that is smaller than 32 px is stretched.</param>
    public static Likeness Of(LabPlane plane)
    {
        var values = new byte[Side * Side];
        for (var at = 0; at < values.Length; at++)
        {
            var (left, right) = Part(at % Side, plane.Width);
            var (top, bottom) = Part(at / Side, plane.Height);
            var sum = 0f;
            for (var y = top; y < bottom; y++)
            {
                for (var x = left; x < right; x++)
                    sum += plane.Lightness[(y * plane.Width) + x];
            }

            values[at] = (byte)Math.Clamp(sum / ((right - left) * (bottom - top)) * 2.55f, 0, 255);
        }

        return new Likeness(values);
    }

    private static (int From, int To) Part(int at, int length)
    {
        var from = at * length / Side;
        return (from, Math.Max(from + 1, (at + 1) * length / Side));
    }

    /// <summary>Whether two pictures were taken from the same place, by their looks.</summary>
    /// <param name="other">Of a picture of the same size.</param>
    public bool IsNear(Likeness other) => Apart(other) <= MostApart;

    /// <summary>The mean difference of grey, 0 to 255, between two pictures whose own mean is taken away: light may change.</summary>
    /// <param name="other">Any.</param>
    public double Apart(Likeness other)
    {
        var (mine, others, sum) = (Values.Average(value => value), other.Values.Average(value => value), 0.0);
        for (var at = 0; at < Values.Length; at++)
            sum += Math.Abs(Values[at] - mine - (other.Values[at] - others));
        return sum / Values.Length;
    }
}
