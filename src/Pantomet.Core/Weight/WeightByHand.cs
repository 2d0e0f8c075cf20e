using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Weight;

/// <summary>A file whose format and quality a person has set. Kept with the source.</summary>
/// <param name="Slot">The slot's id.</param>
/// <param name="Tier">The tier's name; null for a slot without tiers.</param>
/// <param name="Size">Of the file, in pixels.</param>
/// <param name="Of">In a slot that gets one file for each format, the format that it stands for; null in others.</param>
/// <param name="Format">Set by hand.</param>
/// <param name="Quality">Set by hand, on the encoder's own scale.</param>
public sealed record WeightByHand(string Slot, string? Tier, PixelSize Size, PictureFormat? Of, PictureFormat Format, int Quality);
