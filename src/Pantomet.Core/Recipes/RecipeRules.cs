using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Recipes;

/// <summary>Makes the recipe of a file from slot, source and plan. Whatever is decided of its bytes is decided here.</summary>
/// <remarks>
/// What cannot make a difference is left out: the background of an opaque picture that fills its file, the effort of a format that has
/// none. Limits stay in, for whether a limit bites is known only when the file is made; a maximum that did not is taken out then
/// (<see cref="AcceptedRecipes"/>).
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
            [new RecipeInput(source.Id.Sha256, variant.Crop, variant.Rotation)],
            variant.Size.File,
            variant.Size.Picture,
            TreatmentRules.For(source, variant, slot),
            PixelsFor(facts, variant, slot),
            RequestFor(facts, variant, slot),
            new WrittenMetadata(
                slot.Metadata == MetadataPolicy.None ? RightsFields.None : facts.Rights,
                slot.Metadata == MetadataPolicy.All ? facts.Description : ""));
    }

    /// <summary>The same for a slot without a maximum of bytes.</summary>
    /// <param name="recipe">As <see cref="For"/> made it.</param>
    public static RenderRecipe WithoutMax(RenderRecipe recipe)
    {
        var request = recipe.Request;
        var lossless = request.LosslessWebP == LosslessUse.WithinCap ? LosslessUse.Always : request.LosslessWebP;
        return recipe with
        {
            Request = request with
            {
                Limits = request.Limits with { Max = null },
                LosslessWebP = lossless,
                Quality = HasQuality(request.Formats, request.Fallback, lossless) ? request.Quality : null,
            },
        };
    }

    private static PixelRequest PixelsFor(SourceFacts facts, PlannedVariant variant, Slot slot)
    {
        var size = variant.Size;
        var isPadded = size.File != size.Picture;
        var isReduced = !facts.IsVector && variant.Crop.Size.Count > size.Picture.Count;
        // The fallback's file counts too: it decides whether this one is wanted.
        var allHoldTransparency = variant.Formats.All(format => format.HoldsTransparency()) &&
            variant.Fallback?.HoldsTransparency() != false;
        // Round corners are transparent where they can be.
        var hasTransparency = facts.HasAlpha || slot.Treatments.Edges is { Corners: > 0 };
        var losesTransparency = hasTransparency && !(slot.KeepsTransparency && allHoldTransparency);
        return new PixelRequest(
            facts.Kind,
            slot.Colour,
            hasTransparency && slot.KeepsTransparency && variant.Formats.Any(format => format.HoldsTransparency()),
            isPadded || losesTransparency ? slot.Background : null,
            isReduced ? slot.Sharpening : null,
            variant.IsAnimated);
    }

    private static FileRequest RequestFor(SourceFacts facts, PlannedVariant variant, Slot slot)
    {
        var lossless = LosslessWebP(facts, variant, slot);
        var hasEffort = !variant.Formats.All(format => format is PictureFormat.Png or PictureFormat.Tiff);
        return new FileRequest(
            variant.Formats,
            Compared(facts, variant),
            variant.Fallback,
            variant.ByHand?.Quality,
            ByteLimits.Of(slot),
            HasQuality(variant.Formats, variant.Fallback, lossless) ? slot.Quality : null,
            slot.Score with { Target = slot.Score.Prefer == Preference.Smaller ? slot.Score.Target : 0 },
            hasEffort ? slot.Effort : null,
            lossless,
            variant.Formats.Any(format => format.StatesPpi()) ? slot.StatedPpi : null);
    }

    // Whether anything that may be made has a quality.
    private static bool HasQuality(IReadOnlyList<PictureFormat> formats, PictureFormat? fallback, LosslessUse lossless) =>
        lossless == LosslessUse.Always
            ? formats.Any(format => format.HasQuality() && format != PictureFormat.WebP)
            : formats.Any(format => format.HasQuality()) || fallback?.HasQuality() == true;

    // Flat areas and hard edges often weigh less without loss than with it.
    private static LosslessUse LosslessWebP(SourceFacts facts, PlannedVariant variant, Slot slot) =>
        facts.Kind != ContentKind.Graphic || variant.IsAnimated || !variant.Formats.Contains(PictureFormat.WebP) ? LosslessUse.Never
        : slot.Score.Prefer == Preference.Smaller ? LosslessUse.WhereLighter
        : slot.Limits.MaxBytes is null ? LosslessUse.Always : LosslessUse.WithinCap;

    // A graphic is made in each lossless format that the slot takes; what loses is for when they are too heavy. Of one format there is
    // nothing to compare.
    private static int Compared(SourceFacts facts, PlannedVariant variant) => facts.Kind == ContentKind.Graphic && variant.Formats.Count > 1
        ? variant.Formats.TakeWhile(format => !format.HasQuality() || format == PictureFormat.WebP).Count()
        : 0;
}
