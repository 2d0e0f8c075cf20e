using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Sources;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Recipes;

/// <summary>What is done to the pixels of a file, of what its slot says and what was said of its picture.</summary>
public static class TreatmentRules
{
    /// <summary>The treatments, in the order in which they are done.</summary>
    /// <param name="source">The source.</param>
    /// <param name="variant">Its crop and size.</param>
    /// <param name="slot">Its treatments.</param>
    public static IReadOnlyList<Treatment> For(Source source, PlannedVariant variant, Slot slot)
    {
        var wanted = slot.Treatments;
        if (wanted is { Headline: null, Mark: null })
            return [.. new Treatment?[] { wanted.Tone, wanted.Edges }.OfType<Treatment>()];
        var kept = KeptFree.Of(source.Framed, variant.Crop, variant.Rotation, variant.Size);
        var covered = KeptFree.Of(slot.KeepClear, variant.Size.File);
        var mark = source.Framing.IsUnmarked ? null : wanted.Mark?.On(variant.Size.File, kept, covered);
        var avoid = kept.Concat(covered).Concat(mark is null ? [] : [mark.Box]);
        return [.. new Treatment?[] { wanted.Tone, Headline(source, variant, slot, [.. avoid]), mark, wanted.Edges }.OfType<Treatment>()];
    }

    /// <summary>What is to be said of them before a pixel is touched.</summary>
    /// <param name="source">The source.</param>
    /// <param name="variants">Files that are planned.</param>
    /// <param name="slot">Their slot.</param>
    public static IEnumerable<Finding> FindingsOf(Source source, IEnumerable<PlannedVariant> variants, Slot slot)
    {
        if (slot.Treatments.Mark is not { } mark || source.Framing.IsUnmarked)
            return [];
        return variants.Where(variant => mark.On(variant.Size.File, [], KeptFree.Of(slot.KeepClear, variant.Size.File)) is null)
            .Take(1).Select(_ => new Finding(
                "mark-without-room", Severity.Warn,
                $"The mark of {slot.Name} has no room beside what the destination covers, so it is left out.",
                "Make the mark smaller, or its margin."));
    }

    private static Headline? Headline(Source source, PlannedVariant variant, Slot slot, IReadOnlyList<PicturePart> avoid)
    {
        if (slot.Treatments.Headline is not { } wanted || wanted.TextFor(source.Framing.Headlines) is not { } text)
            return null;
        var style = wanted.Style;
        var place = source.Framing.At(slot.Id, variant.Tier);
        if (place.HeadlineAt is { } anchor)
            style = style with { Anchor = anchor, Area = null };
        if (place.HeadlineColour is { } colour)
            style = style with { Colour = colour };
        return new Headline(text, style, avoid);
    }
}
