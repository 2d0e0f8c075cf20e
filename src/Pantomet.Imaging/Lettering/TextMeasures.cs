using BitFaster.Caching.Lru;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

namespace Pantomet.Imaging.Lettering;

/// <summary>Measures words as their font sets them.</summary>
internal static class TextMeasures
{
    // Large enough that whole pixels do not matter.
    private const int Size = 200;
    private const int MaxKept = 512;

    // A headline is measured for every picture and every shape.
    private static readonly ConcurrentLru<(Typeface Typeface, string Text), (double Width, double Height)> Known =
        new(MaxKept);

    /// <summary>Measures a headline's words.</summary>
    /// <param name="words">The words.</param>
    /// <param name="typeface">Its letters.</param>
    public static MeasuredText Of(HeadlineWords words, Typeface typeface)
    {
        (double Width, double Height) InkOf(string text) => Known.GetOrAdd((typeface, text), _ => Measured(typeface, text));
        return new MeasuredText(
            [.. words.Words.Select(word => InkOf(word).Width)], words.Breaks, InkOf("n n").Width - (2 * InkOf("n").Width),
            InkOf("Hg\nHg").Height - InkOf("Hg").Height);
    }

    private static (double Width, double Height) Measured(Typeface typeface, string text)
    {
        using var drawn = new TextRaster(typeface).Draw(text, Size, SrgbColour.White, HeadlineAlign.Left);
        return ((double)drawn.Width / Size, (double)drawn.Height / Size);
    }
}
