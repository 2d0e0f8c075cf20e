namespace Pantomet.Core.Measures;

/// <summary>A position in pixels from the top left corner; fractions lie inside a pixel.</summary>
/// <param name="X">Pixels to the right of the left edge.</param>
/// <param name="Y">Pixels below the top edge.</param>
public readonly record struct PixelPoint(double X, double Y);
