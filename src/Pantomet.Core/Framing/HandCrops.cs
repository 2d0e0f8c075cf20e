using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>The crops that a person set for one source in one slot.</summary>
/// <param name="Slot">For the slot; null is automatic. Tiers without a crop of their own follow it.</param>
/// <param name="Tiers">By the tier's name.</param>
public sealed record HandCrops(PixelRect? Slot, IReadOnlyDictionary<string, PixelRect> Tiers)
{
    /// <summary>Nothing was set: all is automatic.</summary>
    public static HandCrops None { get; } = new(null, new Dictionary<string, PixelRect>());

    /// <summary>One crop for the slot.</summary>
    /// <param name="crop">Null is automatic.</param>
    public static HandCrops Of(PixelRect? crop) => None with { Slot = crop };

    /// <summary>The crop of a tier, or of the slot itself.</summary>
    /// <param name="tier">Null is the slot itself.</param>
    public PixelRect? For(string? tier) => tier is not null && Tiers.TryGetValue(tier, out var crop) ? crop : Slot;
}
