namespace Pantomet.Core.Sources;

/// <summary>What a picture looks like from afar: 32 × 32 grey pixels, whatever its shape.</summary>
/// <param name="Values">Row by row, 0 to 255.</param>
public sealed record Likeness(byte[] Values)
{
    /// <summary>Pixels along each side.</summary>
    public const int Side = 32;

    // Two frames of one tripod differ by noise, by light, and by what was put there: its part of the picture, not all of it.
    private const double MostApart = 14;

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
