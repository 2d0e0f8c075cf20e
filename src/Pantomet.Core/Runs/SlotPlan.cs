using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;
using Pantomet.Core.Sources;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Runs;

/// <summary>What would be made of one source for one slot, and why.</summary>
/// <param name="Crop">The part of the source that goes into the slot.</param>
/// <param name="Variants">Every file that can be made, the largest first.</param>
/// <param name="Findings">What stands in the way of the others, and what is worth knowing.</param>
public sealed record SlotPlan(SlotCrop Crop, IReadOnlyList<PlannedVariant> Variants, IReadOnlyList<Finding> Findings)
{
    /// <summary>Whether nothing stands in the way of any size.</summary>
    public bool CanBeFed => Findings.All(finding => finding.Severity != Severity.Stop);

    /// <summary>Plans without touching a pixel.</summary>
    /// <param name="slot">What is wanted.</param>
    /// <param name="facts">What there is.</param>
    /// <param name="stem">The source's stem.</param>
    /// <param name="focus">The source's focus; null takes the middle.</param>
    /// <param name="byHand">The crop that a person set; null for automatic.</param>
    public static SlotPlan For(Slot slot, SourceFacts facts, string stem, PixelPoint? focus, PixelRect? byHand)
    {
        var crop = SlotCrop.For(slot, facts.Size, focus, byHand);
        var variants = new List<PlannedVariant>();
        var findings = new List<Finding>();
        var formats = FormatChoice.For(slot, facts);
        foreach (var size in OutputSizes.For(slot, crop.Area.Size))
        {
            // Shapes have no pixels to run out of.
            if (!facts.IsVector && size.ShortBy(crop.Area.Size) > 0)
                findings.Add(TooSmall(size, crop, facts.Size));
            else
                variants.AddRange(formats.Select(chain => new PlannedVariant(crop.Area, size, chain, slot.NamePattern.FileName(stem, slot.Name, size.File, chain[0]))));
        }

        findings.AddRange(WorthKnowing(slot, facts, variants));
        return new SlotPlan(crop, variants, findings);
    }

    private static Finding TooSmall(OutputSize size, SlotCrop crop, PixelSize source)
    {
        var across = size.Picture.Width - crop.Area.Width;
        var down = size.Picture.Height - crop.Area.Height;
        var what = crop.Area.Size == source ? "the source" : crop.IsByHand ? "the crop set by hand" : "the crop";
        var needed = size.File == size.Picture ? "as many pixels" : $"a picture of {Finding.Px(size.Picture)} px";
        var remedy = crop.IsByHand
            ? "Make the crop larger, or use a larger source."
            : "Use a larger source. Pictures are never enlarged.";
        return new Finding(
            "too-few-pixels",
            Severity.Stop,
            $"The {Finding.Px(size.File)} file needs {needed}, {what} has {Finding.Px(crop.Area.Size)}: {Finding.Px(across)} px short across, {Finding.Px(down)} px down.",
            remedy);
    }

    private static IEnumerable<Finding> WorthKnowing(Slot slot, SourceFacts facts, List<PlannedVariant> variants)
    {
        var flattened = variants.Select(variant => variant.Format)
            .Where(format => !format.HoldsTransparency() || !slot.KeepsTransparency)
            .Distinct().Select(format => format.DisplayName()).ToList();
        if (facts.HasAlpha && flattened.Count > 0)
            yield return new Finding("flattened", Severity.Note, $"Transparent parts are laid on {slot.Background} in {string.Join(" and ", flattened)}.");
        if (facts is { Frames: > 1, Format: not PictureFormat.Tiff })
            yield return new Finding("first-frame", Severity.Note, $"The source is an animation of {facts.Frames} frames. Files are made from the first.");
    }
}
