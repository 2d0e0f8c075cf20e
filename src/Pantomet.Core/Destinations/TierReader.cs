using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Destinations;

/// <summary>Reads the tiers of a slot.</summary>
internal static class TierReader
{
    private const int MaxTiers = 8;

    /// <summary>Reads the sizes of a tier or slot: the document, the shape, the screens it is for.</summary>
    public delegate SizeRule SizesOf(SizesDocument? sizes, Shape shape, IReadOnlyList<Device> screens, ProblemList list);

    public static IReadOnlyList<Tier> Read(SlotDocument slot, Shape shape, IReadOnlyList<Device> devices, SizesOf sizesOf, ProblemList list)
    {
        if (slot.Tiers is not { Count: > 0 } tiers)
            return [];
        list.Check(tiers.Count <= MaxTiers, "tiers", $"A slot has at most {MaxTiers} tiers.");
        list.Check(tiers[0].From == 0, "tiers[0].from", "The first tier begins at viewport width 0.");
        return [.. tiers.Select((tier, index) =>
        {
            var at = list.In($"tiers[{index}]");
            at.Check(DestinationReader.IsName(tier.Name), "name", DestinationReader.NameSentence);
            at.Check(
                tiers.Take(index).All(other => !string.Equals(other.Name, tier.Name, StringComparison.OrdinalIgnoreCase)), "name",
                $"Another tier is called \"{tier.Name}\" already.");
            at.Check(tier.From is >= 0 and <= SizeRule.MaxPixelsPerSide, "from", "A viewport width has 0 to 16,383 CSS px.");
            at.Check(
                index == 0 ||
                    tier.From > tiers[index - 1].From, "from", "Tiers rise: each begins at a wider viewport than the one before.");
            var own = tier.Shape is { } text ? SlotReader.ReadShape(text, at) : shape;
            // A tier with a pixel size as its shape needs no sizes, whatever the slot says.
            var sizes = tier.Sizes ?? (own is Shape.Exact ? null : slot.Sizes);
            var last = index + 1 < tiers.Count ? tiers[index + 1].From - 1 : int.MaxValue;
            return new Tier(tier.Name.Trim(), tier.From, own, sizesOf(sizes, own, ScreensIn(devices, tier.From, last), at));
        })];
    }

    // A tier that nobody's table reaches is sized for a plain and a dense screen at its narrowest.
    private static IReadOnlyList<Device> ScreensIn(IReadOnlyList<Device> devices, int from, int last)
    {
        var inside = devices.Where(device => device.ViewportPx >= from && device.ViewportPx <= last).ToList();
        var narrowest = Math.Min(Math.Max(from, PageLayout.NarrowestViewport), last);
        return Devices.Normalised(inside.Count > 0
            ? inside
            : [new Device(narrowest, new Density(1), 1), new Device(narrowest, new Density(2), 1)]);
    }
}
