namespace Pantomet.Core.Destinations;

/// <summary>A range of viewport widths in a slot that has its own framing (art direction).</summary>
/// <param name="Name">Unique in the slot, such as "narrow".</param>
/// <param name="FromPx">First viewport width in CSS px; the tier ends where the next begins.</param>
/// <param name="Shape">The proportions that it demands.</param>
/// <param name="Sizes">Which pixel sizes are made for it.</param>
public sealed record Tier(string Name, int FromPx, Shape Shape, SizeRule Sizes);
