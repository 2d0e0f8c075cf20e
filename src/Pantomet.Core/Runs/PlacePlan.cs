using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Runs;

/// <summary>How a source is framed in a slot without tiers, or in one tier.</summary>
/// <param name="Part">The slot, or the tier as a slot; it is padded where a person said so.</param>
/// <param name="Tier">The tier's name.</param>
/// <param name="Source">What is framed.</param>
/// <param name="Crop">What goes in.</param>
/// <param name="Wanted">The sizes that are wanted of it, the largest first.</param>
/// <param name="Findings">What is to be said of the crop; nothing where the place is left out.</param>
public sealed record PlacePlan(
    Slot Part, string? Tier, Source Source, SlotCrop Crop, IReadOnlyList<OutputSize> Wanted, IReadOnlyList<Finding> Findings)
{
    /// <summary>Whether no file is wanted here.</summary>
    public bool IsLeftOut => Source.Framing.At(Part.Id, Tier).IsLeftOut;

    /// <summary>The crop as it lies in the turned picture.</summary>
    public PixelRect TurnedCrop => new RotatedPicture(Source.Facts.Size, Crop.Rotation).FromUpright(Crop.Area);

    /// <summary>How a source is framed in every place of a slot: all that somebody sees who frames, and nothing of the files.</summary>
    /// <param name="slot">What is wanted.</param>
    /// <param name="source">What there is.</param>
    public static IReadOnlyList<PlacePlan> AllOf(Slot slot, Source source) =>
        [.. slot.Parts().Select(part => For(part.Slot, part.Tier?.Name, source))];

    /// <summary>Plans one place.</summary>
    /// <param name="part">The slot, or a tier as a slot.</param>
    /// <param name="tier">The tier's name.</param>
    /// <param name="source">What is framed.</param>
    public static PlacePlan For(Slot part, string? tier, Source source)
    {
        var crop = SlotCrop.For(part, tier, source.Framed);
        var fitted = part with { Fit = crop.Fit };
        var isLeftOut = source.Framing.At(part.Id, tier).IsLeftOut;
        var plan = new PlacePlan(fitted, tier, source, crop, OutputSizes.For(fitted, crop.Size), []);
        if (isLeftOut)
            return plan;
        var framing = SlotCrop.CanBeSet(part)
            ? FramingFindings.Of(plan.Wishes, plan.TurnedCrop, crop.Fit == Fit.Pad, !source.Framing.IsDecided)
            : [];
        return plan with { Findings = [.. framing, .. SizeFindings.Of(plan)] };
    }

    /// <summary>What the crop should do, had nobody set it.</summary>
    public CropCriteria Wishes => SlotCrop.Wishes(Part, Source.Framed, new RotatedPicture(Source.Facts.Size, Crop.Rotation));

    /// <summary>Pixels that the crop is short of for a size; none for a vector picture, which has no pixels to run out of.</summary>
    /// <param name="size">One of <see cref="Wanted"/>.</param>
    public int ShortBy(OutputSize size) => Source.Facts.IsVector ? 0 : size.ShortBy(Crop.Size);
}
