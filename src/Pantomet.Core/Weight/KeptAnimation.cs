using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Weight;

/// <summary>Whether the files of an animated source move.</summary>
public static class KeptAnimation
{
    // All frames together. Each is cut, scaled and encoded several times: more would hold a run up for minutes.
    private const long MaxPixels = 400_000_000;

    /// <summary>Whether they do, in the formats that can.</summary>
    /// <param name="slot">Says whether it wants that.</param>
    /// <param name="facts">Of the source.</param>
    public static bool Holds(Slot slot, SourceFacts facts) => facts.IsAnimated && WhyNot(slot, facts) is null;

    /// <summary>What becomes of an animated source; null where there is nothing to say.</summary>
    /// <param name="slot">Says what it wants.</param>
    /// <param name="facts">Of the source.</param>
    public static Finding? Said(Slot slot, SourceFacts facts)
    {
        if (!facts.IsAnimated)
            return null;
        var what = $"The source is an animation of {facts.Frames} frames.";
        if (WhyNot(slot, facts) is var (why, remedy))
            return new Finding("first-frame", Severity.Note, $"{what} {why}Files are made from the first.", remedy);
        var moving = string.Join(" and ", Formats(slot).Select(format => format.DisplayName()));
        var still = slot.Formats.Except(Formats(slot)).ToList();
        return new Finding(
            "animation-kept", Severity.Note, still.Count == 0
                ? $"{what} All are kept in {moving}."
                : $"{what} All are kept in {moving}; {string.Join(" and ", still.Select(format => format.DisplayName()))} cannot move.");
    }

    /// <summary>The formats of a slot that can move, the preferred first.</summary>
    /// <param name="slot">Lists what it takes.</param>
    public static IEnumerable<PictureFormat> Formats(Slot slot) => slot.Formats.Where(format => format.HoldsAnimation());

    private static (string Why, string Remedy)? WhyNot(Slot slot, SourceFacts facts)
    {
        if (slot.Animation == AnimationPolicy.FirstFrame)
            return ("", "Let the slot keep animations, in GIF or WebP.");
        if (!Formats(slot).Any())
            return ("None of the slot's formats can move. ", "Take GIF or WebP into the slot.");
        if (!facts.Format.HoldsAnimation())
            return ($"Of an {facts.Format.DisplayName()} only one frame is read. ", "Save it as animated WebP or GIF, and send that.");
        return facts.Size.Count * facts.Frames > MaxPixels
            ? ("Together they have too many pixels to be kept. ", "Send a shorter or smaller animation.")
            : null;
    }
}
