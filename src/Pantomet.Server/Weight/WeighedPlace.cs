using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Weight;

/// <summary>A file of today's plan.</summary>
/// <param name="Pairing">Its source and slot.</param>
/// <param name="Variant">The file.</param>
internal sealed record PlannedFile(Pairing Pairing, PlannedVariant Variant);

/// <summary>Names one file of a plan, whether it has been made or not.</summary>
/// <param name="Source">The source's id.</param>
/// <param name="Slot">The slot's id.</param>
/// <param name="Tier">A tier of the slot; null for a slot without tiers.</param>
/// <param name="Width">Of the file, in pixels.</param>
/// <param name="Height">Of the file, in pixels.</param>
/// <param name="Format">In a slot that gets one file for each format: which of them.</param>
internal sealed record WeighedPlace(string Source, string Slot, string? Tier, int Width, int Height, PictureFormat? Format = null)
{
    /// <summary>Finds the file in today's plan.</summary>
    public async Task<Outcome<PlannedFile>> FindAsync(Planning planning, CancellationToken cancel)
    {
        var (pairing, problem) = await planning.PairingAsync(Source, Slot, cancel);
        if (problem is not null)
            return problem;
        var variant = pairing!.Plan().Variants
            .FirstOrDefault(
                one => one.Tier == Tier && one.Size.File == new PixelSize(Width, Height) &&
                    (Format is null || Of(pairing.Slot, one) == Format || pairing.Slot.Delivery == Delivery.One));
        return variant is null ? Refusal.NotFound("file", $"{Width} × {Height} px for this slot") : new PlannedFile(pairing, variant);
    }

    /// <summary>The format that a planned file stands for, where its slot gets one for each.</summary>
    public static PictureFormat? Of(Slot slot, PlannedVariant variant) =>
        slot.Delivery == Delivery.One ? null : variant.ByHand?.Of ?? variant.Format;

    /// <summary>What a person sets for it.</summary>
    public WeightByHand ByHand(Slot slot, PlannedVariant variant, PictureFormat format, int quality) =>
        new(Slot, Tier, variant.Size.File, Of(slot, variant), format, quality);
}
