using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing.Proposing;

/// <summary>Where a face is. Nothing is known about whose it is.</summary>
/// <param name="Area">From the brow to the chin, in upright source pixels.</param>
/// <param name="Eyes">Midway between the eyes.</param>
/// <param name="Nose">The tip of the nose: it lies on the side towards which the face looks.</param>
public sealed record Face(PixelRect Area, PixelPoint Eyes, PixelPoint Nose);
