using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Runs;

/// <summary>What would mend a framing.</summary>
public enum RemedyKind
{
    /// <summary>Back to the automatic crop.</summary>
    Automatic,

    /// <summary>Show the whole subject and fill the shape up.</summary>
    Pad,

    /// <summary>Leave this tier to the files of another.</summary>
    OtherTier,

    /// <summary>Let the slot take a wider or a taller picture.</summary>
    OtherShape,

    /// <summary>Take a larger file of the same picture.</summary>
    LargerSource,
}

/// <summary>One way to mend a framing, computed: it does what its sentence says.</summary>
/// <param name="Kind">What is done.</param>
/// <param name="Sentence">What comes of it, with the numbers.</param>
/// <param name="Shape">The shape that the slot would get, for <see cref="RemedyKind.OtherShape"/>.</param>
public sealed record Remedy(RemedyKind Kind, string Sentence, string? Shape = null);

/// <summary>Computes what would mend a framing. Each remedy has been tried: one that does not help is not offered.</summary>
public static class Remedies
{
    /// <summary>The remedies for a place, the simplest first; none where nothing needs mending.</summary>
    /// <param name="slot">The slot.</param>
    /// <param name="place">A place of it.</param>
    public static IReadOnlyList<Remedy> For(Slot slot, PlacePlan place)
    {
        if (place.IsLeftOut)
            return [];
        var remedies = new List<Remedy?>();
        if (IsSpoilt(place))
            remedies.AddRange(Automatic(slot, place), Pad(slot, place), OtherTier(slot, place), OtherShape(slot, place));
        remedies.Add(LargerSource(place));
        return [.. remedies.OfType<Remedy>()];
    }

    private static bool IsSpoilt(PlacePlan place) => place.Findings.Any(finding => finding.Severity == Severity.Warn);

    private static Remedy? Automatic(Slot slot, PlacePlan place)
    {
        if (place.Crop is not { IsByHand: true, Fit: Fit.Cover })
            return null;
        var tried = Tried(slot, place, new FramingChange.Automatic(slot, place.Tier));
        return Spoilt(tried) < Spoilt(place)
            ? new Remedy(
                RemedyKind.Automatic, IsSpoilt(tried)
                    ? "Back to automatic: less of the subject is lost."
                    : "Back to automatic: all of the subject stays.")
            : null;
    }

    private static Remedy? Pad(Slot slot, PlacePlan place)
    {
        if (place.Crop.Fit != Fit.Cover)
            return null;
        var tried = Tried(slot, place, new FramingChange.Pad(slot, place.Tier, true));
        if (IsSpoilt(tried) || tried.Wanted.Count == 0 || tried.Wanted.All(size => tried.ShortBy(size) > 0))
            return null;
        var largest = tried.Wanted.First(size => tried.ShortBy(size) == 0);
        var filled = 1 - ((double)largest.Picture.Count / largest.File.Count);
        return new Remedy(
            RemedyKind.Pad, $"Pad: all of the subject stays, {Rounding.HalfUp(filled * 100)} % of the file is {slot.Background}.");
    }

    private static Remedy? OtherTier(Slot slot, PlacePlan place)
    {
        if (place.Tier is null)
            return null;
        var better = slot.Parts()
            .Where(part => part.Tier!.Name != place.Tier)
            .Select(part => PlacePlan.For(part.Slot, part.Tier!.Name, place.Source))
            .FirstOrDefault(other => !other.IsLeftOut && !IsSpoilt(other) && other.Wanted.Any(size => other.ShortBy(size) == 0));
        return better is null
            ? null
            : new Remedy(RemedyKind.OtherTier, $"Leave {place.Tier} out: {better.Tier} holds all of the subject and serves it too.");
    }

    private static Remedy? OtherShape(Slot slot, PlacePlan place)
    {
        if (place.Part.Shape is not Shape.Ratio { Value: var now } || place.Wishes is not { Room: { } room, Level: 0 } wishes)
            return null;
        var isTooNarrow = room.Width > wishes.Ratio.LargestIn(wishes.Picture).Width;
        var needed = isTooNarrow ? Hundredths(room.Width, wishes.Picture.Height) : Hundredths(room.Height, wishes.Picture.Width);
        var (narrowest, widest) = isTooNarrow ? ($"{now}", $"{needed}:1") : ($"1:{needed}", $"{now}");
        if (!Shape.TryParse(FormattableString.Invariant($"{narrowest}..{widest}"), out var shape))
            return null;
        var tried = PlacePlan.For(place.Part with { Shape = shape, Fit = slot.Fit }, place.Tier, Without(slot, place));
        return IsSpoilt(tried) || tried.Crop.Fit != Fit.Cover ? null : new Remedy(
            RemedyKind.OtherShape,
            $"Allow {shape} in this slot: the crop becomes {Finding.Px(tried.Crop.Size)} px and holds all of the subject.",
            shape.ToString());
    }

    private static Remedy? LargerSource(PlacePlan place)
    {
        var largest = place.Wanted.FirstOrDefault(size => place.ShortBy(size) > 0);
        if (largest == default)
            return null;
        var times = Math.Max(
            (double)largest.Picture.Width / place.Crop.Size.Width, (double)largest.Picture.Height / place.Crop.Size.Height);
        var picture = place.Source.Facts.Size;
        var enough = new PixelSize((int)Math.Ceiling(picture.Width * times), (int)Math.Ceiling(picture.Height * times));
        return new Remedy(
            RemedyKind.LargerSource,
            $"Take a larger file of this picture: {Finding.Px(enough)} px give the {Finding.Px(largest.File)} file.");
    }

    private static PlacePlan Tried(Slot slot, PlacePlan place, FramingChange change) =>
        PlacePlan.For(place.Part with { Fit = slot.Fit }, place.Tier, place.Source with { Framing = change.ApplyTo(place.Source.Framing) });

    private static Sources.Source Without(Slot slot, PlacePlan place) =>
        place.Source with { Framing = new FramingChange.Automatic(slot, place.Tier).ApplyTo(place.Source.Framing) };

    private static double Spoilt(PlacePlan place) =>
        FramingFindings.ShareCut(place.Wishes, place.TurnedCrop) +
            (0.5 * place.Findings.Count(finding => finding.Severity == Severity.Warn));

    private static string Hundredths(int across, int down) =>
        (Math.Ceiling(100.0 * across / down) / 100).ToString("0.##", System.Globalization.CultureInfo.InvariantCulture);
}
