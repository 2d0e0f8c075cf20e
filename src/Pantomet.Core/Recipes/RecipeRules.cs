using Pantomet.Core.Destinations;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Recipes;

/// <summary>Makes the recipe of a file from slot, source and plan. Whatever is decided of its bytes is decided here.</summary>
/// <remarks>
/// What cannot make a difference is left out: the background of an opaque picture that fills its file, the effort of a format that has
/// none. Limits stay in, for whether a limit bites is known only when the file is made; a cap that did not is taken out then
/// (<see cref="VariantRecipes"/>).
/// </remarks>
public static class RecipeRules
{
    /// <summary>The recipe of a file that a plan asks for.</summary>
    /// <param name="source">The source, with its rights fields and description.</param>
    /// <param name="variant">Crop, size and formats. Its name and tier are no part of the recipe.</param>
    /// <param name="slot">Its limits and treatment; its names are no part of the recipe.</param>
    public static RenderRecipe For(Source source, PlannedVariant variant, Slot slot)
    {
        var facts = source.Facts;
        return new RenderRecipe(
            [new RecipeInput(source.Id.Sha256, variant.Crop, variant.Turn)],
            variant.Size.File,
            variant.Size.Picture,
            [],
            PixelsFor(facts, variant, slot),
            RequestFor(facts, variant, slot),
            new WrittenMetadata(
                slot.Metadata == MetadataPolicy.None ? RightsFields.None : facts.Rights,
                slot.Metadata == MetadataPolicy.All ? facts.Description : ""));
    }

    private static PixelRequest PixelsFor(SourceFacts facts, PlannedVariant variant, Slot slot)
    {
        var size = variant.Size;
        var isPadded = size.File != size.Picture;
        var isReduced = !facts.IsVector && variant.Crop.Size.Count > size.Picture.Count;
        // The fallback's file counts too: it decides whether this one is wanted.
        var allHoldTransparency = variant.Formats.All(format => format.HoldsTransparency()) && variant.Rival?.HoldsTransparency() != false;
        var losesTransparency = facts.HasAlpha && !(slot.KeepsTransparency && allHoldTransparency);
        return new PixelRequest(
            facts.Kind,
            slot.Colour,
            facts.HasAlpha && slot.KeepsTransparency && variant.Formats.Any(format => format.HoldsTransparency()),
            isPadded || losesTransparency ? slot.Background : null,
            isReduced ? slot.Sharpening : null,
            variant.IsAnimated);
    }

    private static FileRequest RequestFor(SourceFacts facts, PlannedVariant variant, Slot slot)
    {
        var lossless = LosslessWebP(facts, variant, slot);
        var hasQuality = lossless == LosslessUse.Always
            ? variant.Formats.Any(format => format.HasQuality() && format != PictureFormat.WebP)
            : variant.Formats.Any(format => format.HasQuality()) || variant.Rival?.HasQuality() == true;
        var hasEffort = !variant.Formats.All(format => format is PictureFormat.Png or PictureFormat.Tiff);
        return new FileRequest(
            variant.Formats,
            Compared(facts, variant),
            variant.Rival,
            variant.ByHand?.Quality,
            ByteLimits.Of(slot),
            hasQuality ? slot.Quality : null,
            slot.Looks with { Wanted = slot.Looks.Prefer == Preference.Smaller ? slot.Looks.Wanted : 0 },
            hasEffort ? slot.Effort : null,
            lossless,
            variant.Formats.Any(format => format.StatesPpi()) ? slot.StatedPpi : null);
    }

    // Flat areas and hard edges often weigh less without loss than with it.
    private static LosslessUse LosslessWebP(SourceFacts facts, PlannedVariant variant, Slot slot) =>
        facts.Kind != ContentKind.Graphic || variant.IsAnimated ? LosslessUse.Never
        : slot.Looks.Prefer == Preference.Smaller ? LosslessUse.WhereLighter
        : slot.Limits.Most is null ? LosslessUse.Always : LosslessUse.WithinCap;

    // A graphic is made in each lossless format that the slot takes; what loses is for when they are too heavy.
    private static int Compared(SourceFacts facts, PlannedVariant variant) => facts.Kind == ContentKind.Graphic
        ? variant.Formats.TakeWhile(format => !format.HasQuality() || format == PictureFormat.WebP).Count()
        : 0;
}
