namespace Pantomet.Core.Weight;

/// <summary>A rising curve over qualities from 1 to 100, straight between its knots.</summary>
public sealed class Knots
{
    private readonly (int Quality, double Value)[] knots;

    /// <param name="knots">By rising quality; the first is 1, the last 100.</param>
    public Knots((int Quality, double Value)[] knots) => this.knots = knots;

    /// <summary>The value at a quality.</summary>
    /// <param name="quality">1 to 100.</param>
    public double At(int quality)
    {
        var above = Array.FindIndex(knots, knot => knot.Quality >= quality);
        if (above <= 0)
            return knots[above < 0 ? ^1 : 0].Value;
        var (left, right) = (knots[above - 1], knots[above]);
        return left.Value + ((right.Value - left.Value) * (quality - left.Quality) / (right.Quality - left.Quality));
    }
}
