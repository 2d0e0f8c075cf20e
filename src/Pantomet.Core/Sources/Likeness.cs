using Pantomet.Core.Kernels.Saliency;

namespace Pantomet.Core.Sources;

/// <summary>What a picture looks like from afar: 32 × 32 grey pixels, whatever its shape.</summary>
/// <param name="Values">Row by row, 0 to 255.</param>
public sealed record Likeness(byte[] Values)
{
    /// <summary>Pixels along each side.</summary>
    public const int Side = 32;

    // Against how much the pictures themselves vary. Two frames of one tripod differ by noise, by light, and by what was put there; a
    // thing that lies elsewhere on the same ground differs by twice as much as it stands out.
    private const double MostApart = 0.5;

    // Two frames of one tripod differ by more, and files that are heavily compressed by less.
    private const double MostOfOne = 0.04;

    // Grey that varies by less is noise.
    private const double LeastSpread = 2;

    /// <summary>How light it is all over, 0 to 255.</summary>
    public double Mean { get; } = Values.Average(value => value);

    private double Spread { get; } = SpreadOf(Values);

    private static double SpreadOf(byte[] values)
    {
        var mean = values.Average(value => value);
        return values.Average(value => Math.Abs(value - mean));
    }

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

    /// <summary>Whether two files show the same picture: other sizes, qualities and formats of one differ by hardly anything.</summary>
    /// <param name="other">Of a picture of the same proportions.</param>
    public bool IsSame(Likeness other)
    {
        // Most are of different pictures, which shows in the first rows.
        var most = Values.Length * MostOfOne * Math.Max(LeastSpread, Math.Min(Spread, other.Spread));
        var sum = 0.0;
        for (var at = 0; at < Values.Length && sum <= most; at++)
            sum += Math.Abs(Values[at] - other.Values[at]);
        return sum <= most;
    }

    /// <summary>Whether two pictures were taken from the same place, by their looks; the light may be another.</summary>
    /// <param name="other">Of a picture of the same size.</param>
    public bool IsNear(Likeness other)
    {
        var sum = 0.0;
        for (var at = 0; at < Values.Length; at++)
            sum += Math.Abs(Values[at] - Mean - (other.Values[at] - other.Mean));
        return sum / Values.Length <= MostApart * Math.Max(LeastSpread, (Spread + other.Spread) / 2);
    }
}
