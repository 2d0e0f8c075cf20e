using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Weight;

/// <summary>In which formats a slot gets a picture.</summary>
public static class FormatChoice
{
    /// <summary>
    /// The formats to make. Each entry is one file: the format that suits best, then what to fall back on when it cannot meet the cap.
    /// </summary>
    /// <param name="slot">Lists what it takes.</param>
    /// <param name="facts">What the picture is.</param>
    public static IReadOnlyList<IReadOnlyList<PictureFormat>> For(Slot slot, SourceFacts facts) =>
        slot.Delivery == Delivery.Each ? [.. Each(slot, facts).Select(format => new[] { format })]
        : KeptAnimation.Holds(slot, facts) ? [[.. KeptAnimation.Formats(slot)]]
        : [[.. slot.Formats.OrderBy(format => Unsuitability(format, slot, facts))]];

    /// <summary>Where a slot gets one file for each format: the one for browsers that read no other. Null for one file in all.</summary>
    /// <param name="slot">Lists what it takes.</param>
    /// <param name="facts">What the picture is.</param>
    public static PictureFormat? Fallback(Slot slot, SourceFacts facts)
    {
        if (slot.Delivery != Delivery.Each)
            return null;
        if (KeptAnimation.Holds(slot, facts) && slot.Formats.Contains(PictureFormat.Gif))
            return PictureFormat.Gif;
        var suits = (facts.HasAlpha && slot.KeepsTransparency) || facts.Kind == ContentKind.Graphic
            ? PictureFormat.Png
            : PictureFormat.Jpeg;
        return slot.Formats.Contains(suits)
            ? suits
            : slot.Formats.Where(format => format.IsReadEverywhere()).Select(format => (PictureFormat?)format).FirstOrDefault() ?? suits;
    }

    // A picture element without a file that every browser reads shows nothing in some: one is made, asked for or not.
    // Of a moving picture, still files would be chosen before it by browsers that read them: only that one stays.
    private static IEnumerable<PictureFormat> Each(Slot slot, SourceFacts facts) =>
        (KeptAnimation.Holds(slot, facts) ? KeptAnimation.Formats(slot) : slot.Formats).Union([Fallback(slot, facts)!.Value]);

    private static int Unsuitability(PictureFormat format, Slot slot, SourceFacts facts)
    {
        var losesTransparency = facts.HasAlpha && slot.KeepsTransparency && !format.HoldsTransparency();
        // Common practice, no source: PNG for flat graphics, JPEG for photographs.
        // Where numbers are kept as they are, more than 8 bits survive only without loss.
        var wantsLossless = facts.Kind == ContentKind.Graphic || (slot.Colour == ColourPolicy.Keep && facts.BitDepth > 8);
        var wrongLoss = wantsLossless == format.HasQuality();
        // 256 colours and dots between them: what every other format does better.
        var isGif = format == PictureFormat.Gif;
        return (losesTransparency ? 2 : 0) + (wrongLoss ? 1 : 0) + (isGif ? 4 : 0);
    }
}
