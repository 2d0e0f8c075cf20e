using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Sizing;
using Pantomet.Core.Sources;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Runs;

/// <summary>What would be made of one source for one slot, and why.</summary>
/// <param name="Places">How it is framed: the slot itself, or each of its tiers.</param>
/// <param name="Sizes">Every size that is wanted, whether it can be made or not, tier by tier, the largest first.</param>
/// <param name="Variants">Every file that can be made, in the same order.</param>
/// <param name="Findings">What stands in the way of the others, and what is worth knowing.</param>
public sealed record SlotPlan(
    IReadOnlyList<PlacePlan> Places, IReadOnlyList<WantedSize> Sizes, IReadOnlyList<PlannedVariant> Variants,
    IReadOnlyList<Finding> Findings)
{
    /// <summary>The framing of the slot itself, or of its first tier.</summary>
    public SlotCrop Crop => Places[0].Crop;

    /// <summary>Whether no file is wanted here at all.</summary>
    public bool IsLeftOut => !IsWanted || Places.All(place => place.IsLeftOut);

    /// <summary>Whether the slot takes sources of this group.</summary>
    public bool IsWanted { get; init; } = true;

    /// <summary>Whether nothing stands in the way of any size.</summary>
    public bool IsFeasible => Findings.All(finding => finding.Severity != Severity.Stop);

    /// <summary>Plans without touching a pixel.</summary>
    /// <param name="slot">What is wanted.</param>
    /// <param name="source">What there is.</param>
    public static SlotPlan For(Slot slot, Source source)
    {
        var isWanted = slot.Groups.Count == 0 || slot.Groups.Contains(source.Group);
        var formats = FormatChoice.For(slot, source.Facts);
        var sizes = new List<WantedSize>();
        var variants = new List<PlannedVariant>();
        var findings = new List<Finding>();
        var places = PlacePlan.AllOf(slot, source);
        foreach (var (place, (tier, part)) in isWanted ? places.Zip(slot.Parts()) : [])
        {
            var crop = place.Crop;
            findings.AddRange(place.Findings);
            if (place.IsLeftOut)
                continue;
            foreach (var size in place.Wanted)
            {
                var shortBy = place.ShortBy(size);
                sizes.Add(new WantedSize(tier?.Name, size, shortBy));
                if (shortBy == 0 && slot.Limits.Allow(size.File))
                    variants.AddRange(
                        formats.Select(
                            chain => Named(
                                slot, part, source,
                                Weighed(slot, source,
                                    new PlannedVariant(
                                        tier?.Name, crop.Area, crop.Rotation, size, chain,
                                        "")
                                    { IsAnimated = KeptAnimation.Holds(slot, source.Facts) && chain[0].HoldsAnimation() }))));
            }
        }

        if (!isWanted)
            return new SlotPlan(places, [], [], [NotWanted(slot, source)]) { IsWanted = false };
        findings.AddRange(WorthKnowing(slot, source.Facts, variants));
        findings.AddRange(TreatmentRules.FindingsOf(source, variants, slot));
        findings.AddRange(Names(variants));
        return new SlotPlan(places, sizes, variants, findings);
    }

    private static Finding NotWanted(Slot slot, Source source) => new(
        "other-group", Severity.Note,
        $"{slot.Name} takes pictures of {string.Join(" and ", slot.Groups)}; this one is " +
        $"{(source.Group.Length == 0 ? "in no group" : $"of {source.Group}")}.",
        "Put the picture into one of these groups, or let the slot take every picture.");

    // What a person set by hand, or else what the file is measured against.
    private static PlannedVariant Weighed(Slot slot, Source source, PlannedVariant variant)
    {
        PictureFormat? of = slot.Delivery == Delivery.Each ? variant.Format : null;
        var byHand = source.Weights.FirstOrDefault(
            weight => weight.Slot == slot.Id && weight.Tier == variant.Tier && weight.Size == variant.Size.File && weight.Of == of);
        if (byHand is not null)
            return variant with { Formats = [byHand.Format], ByHand = byHand };
        if (variant.IsAnimated)
            return variant;
        var fallback = FormatChoice.Fallback(slot, source.Facts);
        return fallback is null || fallback == variant.Format || variant.Format.IsReadEverywhere()
            ? variant
            : variant with { Fallback = fallback };
    }

    private static PlannedVariant Named(Slot slot, Slot part, Source source, PlannedVariant variant)
    {
        var parts = new NameParts(
            source.Stem, part.Name, variant.Size.File, variant.Size.Density, source.Sequence, source.AddedOn,
            () => RecipeRules.For(source, variant, slot).Hash());
        return variant with { Name = slot.NamePattern.NameFor(parts) };
    }

    private static IEnumerable<Finding> WorthKnowing(Slot slot, SourceFacts facts, List<PlannedVariant> variants)
    {
        var flattened = variants.Select(variant => variant.Format)
            .Where(format => !format.HoldsTransparency() || !slot.KeepsTransparency)
            .Distinct().Select(format => format.DisplayName()).ToList();
        if (facts.HasAlpha && flattened.Count > 0)
            yield return new Finding(
                "flattened", Severity.Note, $"Transparent parts are laid on {slot.Background} in {string.Join(" and ", flattened)}.");
        if (FormatChoice.Fallback(slot, facts) is { } fallback && !slot.Formats.Contains(fallback))
            yield return new Finding(
                "fallback-added", Severity.Note,
                $"{fallback.DisplayName()} is made too: some browsers read none of the formats that the slot lists.");
        if (KeptAnimation.Said(slot, facts) is { } animation)
            yield return animation;
    }

    private static IEnumerable<Finding> Names(List<PlannedVariant> variants)
    {
        if (variants.Select(variant => NamePattern.Unfit(variant.Name)).FirstOrDefault(problem => problem is not null) is { } unfit)
            yield return new Finding("unfit-name", Severity.Warn, unfit, "Give the source another stem, or the slot another name pattern.");
        if (variants.GroupBy(variant => variant.FileName).FirstOrDefault(group => group.Count() > 1) is { } twice)
            yield return new Finding(
                "same-name", Severity.Warn, $"{twice.Count()} files would be named {twice.Key}; the package numbers them.",
                "Add {width} or {height} to the slot's name pattern.");
    }
}

/// <summary>One size that a slot wants of a source.</summary>
/// <param name="Tier">The tier that it is for; null for a slot without tiers.</param>
/// <param name="Size">Of the file and of the picture in it.</param>
/// <param name="ShortByPx">Pixels that the crop is short of on its longer side; 0 when it has enough.</param>
public sealed record WantedSize(string? Tier, OutputSize Size, int ShortByPx);
