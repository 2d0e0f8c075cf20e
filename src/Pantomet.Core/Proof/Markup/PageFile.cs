using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Proof.Markup;

/// <summary>A file as a page refers to it.</summary>
/// <param name="Address">URL without white space or commas at its ends, as <see cref="PageAddress"/> makes them.</param>
/// <param name="Tier">The tier of the slot that it is for; null for a slot without tiers.</param>
/// <param name="Size">Of the file, and the density that it was made for.</param>
/// <param name="Format">In which it was written.</param>
/// <param name="Bytes">Its length.</param>
public sealed record PageFile(string Address, string? Tier, OutputSize Size, PictureFormat Format, long Bytes);
