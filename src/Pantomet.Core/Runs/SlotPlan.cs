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
/// <param name="Sizes">Every size that is wanted, whether it can be made or not, tier by tier, the largest first.</param>
/// <param name="Variants">Every file that can be made, in the same order.</param>
/// <param name="Findings">What stands in the way of the others, and what is worth knowing.</param>
public sealed record SlotPlan(SlotCrop Crop, IReadOnlyList<WantedSize> Sizes, IReadOnlyList<PlannedVariant> Variants, IReadOnlyList<Finding> Findings)
{
    /// <summary>Whether nothing stands in the way of any size.</summary>
    public bool CanBeFed => Findings.All(finding => finding.Severity != Severity.Stop);

    /// <summary>Plans without touching a pixel.</summary>
    /// <param name="slot">What is wanted.</param>
    /// <param name="source">What there is.</param>
    /// <param name="byHand">The crops that a person set.</param>
    public static SlotPlan For(Slot slot, Source source, HandCrops byHand)
    {
        var picture = source.Facts.Size;
        var formats = FormatChoice.For(slot, source.Facts);
        var sizes = new List<WantedSize>();
        var variants = new List<PlannedVariant>();
        var findings = new List<Finding>();
        foreach (var (tier, part) in slot.Parts())
        {
            var crop = SlotCrop.For(part, picture, source.Focus, byHand.For(tier?.Name));
            foreach (var size in OutputSizes.For(part, crop.Area.Size))
            {
                // Shapes have no pixels to run out of.
                var shortBy = source.Facts.IsVector ? 0 : size.ShortBy(crop.Area.Size);
                sizes.Add(new WantedSize(tier?.Name, size, shortBy));
                if (shortBy > 0)
                    findings.Add(TooSmall(size, crop, picture));
                else if (!slot.Limits.Allow(size.File))
                    findings.Add(OutsideSides(size.File, slot.Limits));
                else
                    variants.AddRange(formats.Select(chain => Named(slot, part, source, new PlannedVariant(tier?.Name, crop.Area, size, chain, ""))));
            }
        }

        findings.AddRange(WorthKnowing(slot, source.Facts, variants));
        findings.AddRange(Names(variants));
        return new SlotPlan(SlotCrop.For(slot, picture, source.Focus, byHand.Slot), sizes, variants, findings);
    }

    private static PlannedVariant Named(Slot slot, Slot part, Source source, PlannedVariant variant)
    {
        var parts = new NameParts(
            source.Stem, part.Name, variant.Size.File, variant.Size.Density, source.Sequence, source.AddedOn,
            () => new Recipe(source, variant, slot).Hash());
        return variant with { Name = slot.NamePattern.NameFor(parts) };
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

    private static Finding OutsideSides(PixelSize file, FileLimits limits) => file.ShortestSide < limits.LeastSidePx
        ? new Finding("side-too-short", Severity.Stop, $"The {Finding.Px(file)} file has a side below the {Finding.Px(limits.LeastSidePx.Value)} px that the slot asks for.", "Use a picture that is nearer to the slot's shape, or a larger size.")
        : new Finding("side-too-long", Severity.Stop, $"The {Finding.Px(file)} file has a side above the {Finding.Px(limits.MostSidePx ?? 0)} px that the slot allows.", "Use a smaller size, or fit the picture within a box.");

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

    private static IEnumerable<Finding> Names(List<PlannedVariant> variants)
    {
        if (variants.Select(variant => NamePattern.Unfit(variant.Name)).FirstOrDefault(problem => problem is not null) is { } unfit)
            yield return new Finding("unfit-name", Severity.Warn, unfit, "Give the source another stem, or the slot another name pattern.");
        if (variants.GroupBy(variant => variant.FileName).FirstOrDefault(group => group.Count() > 1) is { } twice)
            yield return new Finding("same-name", Severity.Warn, $"{twice.Count()} files would be named {twice.Key}; the package numbers them.", "Add {width} or {height} to the slot's name pattern.");
    }
}

/// <summary>One size that a slot wants of a source.</summary>
/// <param name="Tier">The tier that it is for; null for a slot without tiers.</param>
/// <param name="Size">Of the file and of the picture in it.</param>
/// <param name="ShortByPx">Pixels that the crop is short of on its longer side; 0 when it has enough.</param>
public sealed record WantedSize(string? Tier, OutputSize Size, int ShortByPx);
