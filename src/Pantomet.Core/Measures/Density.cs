using System.Globalization;

namespace Pantomet.Core.Measures;

/// <summary>Device pixels per CSS pixel, as HTML writes it: <c>1x</c>, <c>1.5x</c>, <c>3x</c>.</summary>
/// <param name="Value">Above zero; <see cref="Most"/> at most.</param>
public readonly record struct Density(double Value)
{
    /// <summary>No screen is denser.</summary>
    public const double Most = 8;

    /// <summary>Whether a number can be a density.</summary>
    /// <param name="value">Any number.</param>
    public static bool IsValid(double value) => value is > 0 and <= Most;

    /// <inheritdoc/>
    public override string ToString() => string.Create(CultureInfo.InvariantCulture, $"{Value:0.###}x");
}
