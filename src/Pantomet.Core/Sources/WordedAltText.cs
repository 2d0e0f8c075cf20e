using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Sources;

/// <summary>Alternative text of pictures with words on them.</summary>
/// <remarks>"When an image contains text, its alternative is that text" (W3C Web Accessibility Initiative, Images Tutorial, "Images of
/// text").</remarks>
public static class WordedAltText
{
    /// <summary>What a picture shows in a slot, its headline included.</summary>
    /// <param name="altText">Of the picture without it; may be empty.</param>
    /// <param name="slot">The slot.</param>
    /// <param name="framing">What was said of the picture.</param>
    public static string Of(string altText, Slot slot, SourceFraming framing)
    {
        if (slot.Treatments.Headline?.TextFor(framing.Headlines) is not { } text)
            return altText;
        var words = string.Join(' ', HeadlineWords.Of(text)!.Words);
        if (altText.Length == 0)
            return words;
        return altText.Contains(words, StringComparison.OrdinalIgnoreCase) ? altText : $"{altText.TrimEnd('.', ' ')}. {words}";
    }
}
