using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Sizing;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Treatments;

/// <summary>The recipe of a picture to look at: as its widest file would be, no wider than is wanted.</summary>
internal static class TrialRecipe
{
    /// <summary>Makes it.</summary>
    /// <param name="pairing">Source and slot.</param>
    /// <param name="tier">A tier of the slot; null for the widest of any.</param>
    /// <param name="width">At most so many pixels across.</param>
    public static Outcome<RenderRecipe> Of(Pairing pairing, string? tier, int width)
    {
        var widest = pairing.Plan().Variants.Where(variant => tier is null || variant.Tier == tier)
            .MaxBy(variant => variant.Size.File.Width);
        if (widest is null)
            return Refusal.NotFound("file", $"{pairing.Source.Stem} in this slot");
        var scale = Math.Min(1, (double)width / widest.Size.File.Width);
        var size = new OutputSize(widest.Size.File.Times(scale), widest.Size.Picture.Times(scale), widest.Size.Density);
        // What the slot's own formats cannot keep is laid on its background, as it will be.
        var canBeTransparent = pairing.Source.Facts.HasAlpha || pairing.Slot.Treatments.Edges is { Corners: > 0 };
        var format = canBeTransparent
            ? widest.Formats.FirstOrDefault(one => one.HoldsTransparency(), PictureFormat.Jpeg)
            : PictureFormat.Jpeg;
        return pairing.RecipeFor(widest.Only(format) with { Size = size, IsAnimated = false });
    }
}
