namespace Pantomet.Core.Measures;

/// <summary>The one way in which Pantomet rounds a computed side to whole pixels.</summary>
public static class Rounding
{
    /// <summary>The nearest whole number, halves rounded up: 112.5 gives 113, −0.5 gives 0.</summary>
    /// <param name="value">Any finite number.</param>
    public static long HalfUp(double value) => (long)Math.Floor(value + 0.5);

    /// <summary>
    /// <paramref name="value"/> × <paramref name="numerator"/> ÷ <paramref name="denominator"/>, halves rounded up, without rounding in
    /// between.
    /// </summary>
    /// <param name="value">Not negative.</param>
    /// <param name="numerator">Not negative.</param>
    /// <param name="denominator">Above zero.</param>
    public static long Scaled(long value, long numerator, long denominator)
    {
        var doubled = (Int128)value * numerator * 2;
        return (long)((doubled + denominator) / ((Int128)denominator * 2));
    }
}
