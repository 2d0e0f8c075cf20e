using System.Globalization;
using Pantomet.Core.Findings;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Destinations;

/// <summary>Notices a cap that is far below what files of a slot's size weigh, before anything is rendered.</summary>
internal static class TightLimits
{
    // The model is good to a factor of two or three for a single picture; below that nothing is said.
    private const double FarAbove = 3;

    /// <summary>What is worth knowing about a slot's cap.</summary>
    /// <param name="slot">Any slot.</param>
    /// <param name="at">Its path in the document.</param>
    public static IEnumerable<DocumentProblem> In(Slot slot, string at)
    {
        if (slot.Limits.MaxBytes is not { } cap || slot.Sizes is SizeRule.AllPixels)
            yield break;
        var largest = SlotReader.DefaultSizes(slot).Select(one => one.Size.File).MaxBy(size => size.Count);
        var expected = BytesPerWidth.For(slot.Formats[0]).At(largest.Count);
        if (expected > FarAbove * cap.Bytes)
            yield return new DocumentProblem(
                $"{at}.limits.mostBytes",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"A file of {Finding.Px(largest)} px would weigh about {expected / 1000:#,0} kB at the usual quality; ") +
                string.Create(CultureInfo.InvariantCulture, $"the slot allows {cap.Bytes / 1000.0:#,0.#} kB. ") +
                "Many pictures will look poor or be stopped: make the sizes smaller, or allow more.");
    }
}
