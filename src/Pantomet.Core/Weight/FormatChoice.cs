using Pantomet.Core.Destinations;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Weight;

/// <summary>In which formats a slot gets a picture.</summary>
public static class FormatChoice
{
    /// <summary>The formats to make. Each entry is one file: the format that suits best, then what to fall back on when it cannot meet the cap.</summary>
    /// <param name="slot">Lists what it takes.</param>
    /// <param name="facts">What the picture is.</param>
    public static IReadOnlyList<IReadOnlyList<PictureFormat>> For(Slot slot, SourceFacts facts) =>
        slot.Delivery == Delivery.Each
            ? [.. slot.Formats.Select(format => new[] { format })]
            : [[.. slot.Formats.OrderBy(format => Unsuitability(format, slot, facts))]];

    private static int Unsuitability(PictureFormat format, Slot slot, SourceFacts facts)
    {
        var losesTransparency = facts.HasAlpha && slot.KeepsTransparency && !format.HoldsTransparency();
        // Common practice, no source: PNG for flat graphics, JPEG for photographs.
        // Where numbers are kept as they are, more than 8 bits survive only without loss.
        var wantsLossless = facts.Kind == ContentKind.Graphic || (slot.Colour == ColourPolicy.Keep && facts.BitDepth > 8);
        var wrongLoss = wantsLossless == format.HasQuality();
        return (losesTransparency ? 2 : 0) + (wrongLoss ? 1 : 0);
    }
}
