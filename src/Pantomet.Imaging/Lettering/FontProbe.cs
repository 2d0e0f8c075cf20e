using System.Globalization;
using System.Security;
using System.Text;
using NetVips;
using Pantomet.Core.Findings;

namespace Pantomet.Imaging.Lettering;

/// <summary>A font that somebody sent.</summary>
/// <param name="Name">As it calls itself; empty where it does not.</param>
/// <param name="Letters">How many characters it has.</param>
public sealed record FontFacts(string Name, int Letters);

/// <summary>Finds out what a font is, and writes the copy that letters are drawn with.</summary>
/// <remarks>Runs where hostile files are looked at: each of its letters is drawn once there, so that one that harms who draws it does so
/// there.</remarks>
internal static class FontProbe
{
    private const int LettersAtOnce = 64;
    private const int Size = 24;

    /// <summary>Looks at it.</summary>
    /// <param name="path">Any file.</param>
    /// <param name="family">By which the copy is asked for.</param>
    /// <param name="copy">Where it is written.</param>
    /// <exception cref="UnreadableException">It is no font, or damaged.</exception>
    public static FontFacts Look(string path, string family, string copy)
    {
        var tables = FontTables.Of(File.ReadAllBytes(path));
        tables.RequireOutlines();
        var letters = new LetterSet().With(tables).All().Where(CanBeWritten).ToList();
        if (letters.Count == 0)
            throw new UnreadableException(
                "font-without-letters", "The font does not say which letters it has in Unicode. Send one that does.");
        File.WriteAllBytes(copy, FontCopy.Write(tables, family));
        var seen = 0.0;
        foreach (var some in letters.Chunk(LettersAtOnce))
            seen = Math.Max(seen, Drawn(string.Concat(some), family, copy));
        if (seen == 0)
            throw new UnreadableException("font-without-letters", "Nothing of this font can be seen: all its letters are empty.");
        return new FontFacts(NameOf(tables), letters.Count);
    }

    private static bool CanBeWritten(Rune letter) =>
        Rune.GetUnicodeCategory(letter) is not (UnicodeCategory.Control or UnicodeCategory.OtherNotAssigned);

    private static string NameOf(FontTables tables)
    {
        try
        {
            return FontNames.Read(tables["name"].Span);
        }
        catch (ArgumentOutOfRangeException)
        {
            // Of all that can be wrong with a font, what it is called harms its letters least.
            return "";
        }
    }

    // How much of it is to be seen.
    private static double Drawn(string text, string family, string file)
    {
        try
        {
            using var drawn = Image.Text(
                SecurityElement.Escape(text), font: $"{family} {Size}", dpi: TextRaster.PixelsPerPoint, fontfile: file);
            return drawn.Max();
        }
        catch (VipsException problem) when (problem.Message.Contains("no text to render", StringComparison.Ordinal))
        {
            return 0;
        }
        catch (VipsException problem)
        {
            throw FontTables.Damaged(problem);
        }
    }
}
