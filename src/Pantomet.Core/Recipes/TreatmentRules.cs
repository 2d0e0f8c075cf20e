using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
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
        return [.. new Treatment?[] { wanted.Tone, Headline(source, variant, slot), wanted.Edges }.OfType<Treatment>()];
    }

    private static Headline? Headline(Source source, PlannedVariant variant, Slot slot)
    {
        if (slot.Treatments.Headline is not { } wanted || wanted.TextFor(source.Framing.Headlines) is not { } text)
            return null;
        var style = wanted.Style;
        var place = source.Framing.At(slot.Id, variant.Tier);
        if (place.HeadlineAt is { } anchor)
            style = style with { Anchor = anchor, Area = null };
        if (place.HeadlineColour is { } colour)
            style = style with { Colour = colour };
        return new Headline(text, style, KeptFree.Of(source.Framed, variant.Crop, variant.Rotation, variant.Size, slot.KeepClear));
    }
}
