using System.Globalization;
using System.Security;
using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

namespace Pantomet.Imaging.Lettering;

/// <summary>Draws words as pixels (Pango lays them out: joined letters, right to left, emoji).</summary>
/// <param name="typeface">Its letters.</param>
internal sealed class TextRaster(Typeface typeface)
{
    /// <summary>So that a point is a pixel.</summary>
    public const int PixelsPerPoint = 72;

    /// <summary>Draws it, as large as its ink.</summary>
    /// <param name="text">Lines are ended by line feeds.</param>
    /// <param name="size">Of the font, in pixels.</param>
    /// <param name="colour">Of the letters; emoji have their own.</param>
    /// <param name="align">Of several lines.</param>
    /// <returns>sRGB with transparency, 8 bits.</returns>
    public Image Draw(string text, double size, SrgbColour colour, HeadlineAlign align)
    {
        // Pango mirrors what is said of a text that runs from right to left.
        var isMirrored = RunsToTheLeft(text);
        return Image.Text(
            $"<span foreground=\"{colour}\">{SecurityElement.Escape(text)}</span>",
            font: typeface.Described(size),
            align: align switch
            {
                HeadlineAlign.Centre => Enums.Align.Centre,
                HeadlineAlign.Right => isMirrored ? Enums.Align.Low : Enums.Align.High,
                _ => isMirrored ? Enums.Align.High : Enums.Align.Low,
            },
            dpi: PixelsPerPoint, rgba: true, fontfile: typeface.File);
    }

    // Hebrew, Arabic and their neighbours (Unicode, UAX #9: characters of the types R and AL); the first letter decides.
    private static bool RunsToTheLeft(string text) =>
        text.EnumerateRunes().Where(rune => CharUnicodeInfo.GetUnicodeCategory(rune.Value) is UnicodeCategory.OtherLetter
                or UnicodeCategory.UppercaseLetter or UnicodeCategory.LowercaseLetter)
            .Select(rune => rune.Value is (>= 0x590 and <= 0x8FF) or (>= 0xFB1D and <= 0xFDFF) or (>= 0xFE70 and <= 0xFEFF))
            .FirstOrDefault();
}
