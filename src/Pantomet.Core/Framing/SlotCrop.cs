using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>The part of a source that goes into a slot.</summary>
/// <param name="Area">In upright source pixels.</param>
/// <param name="IsByHand">Whether a person set it.</param>
public sealed record SlotCrop(PixelRect Area, bool IsByHand)
{
    /// <summary>Whether a slot crops at all; <c>contain</c> and <c>pad</c> show the whole picture.</summary>
    /// <param name="slot">Any slot.</param>
    public static bool CanBeSet(Slot slot) => slot.Fit == Fit.Cover;

    /// <summary>The crop set by hand if there is one, else the automatic one.</summary>
    /// <param name="slot">Demands a shape.</param>
    /// <param name="picture">Upright size of the source.</param>
    /// <param name="focus">The source's focus; null takes the middle.</param>
    /// <param name="byHand">What a person set; it is fitted to the shape again, since that may have changed.</param>
    public static SlotCrop For(Slot slot, PixelSize picture, PixelPoint? focus, PixelRect? byHand)
    {
        if (!CanBeSet(slot))
            return new SlotCrop(picture.Whole, false);
        if (byHand is { } drawn)
            return new SlotCrop(HandCrop.Nearest(picture, slot.Shape, drawn), true);
        var ratio = slot.Shape.RatioFor(AspectRatio.Of(picture));
        return new SlotCrop(CoverCrop.Largest(picture, ratio, focus ?? picture.Centre), false);
    }
}
