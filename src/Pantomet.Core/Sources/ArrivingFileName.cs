using System.Globalization;
using System.Text;

namespace Pantomet.Core.Sources;

/// <summary>Makes a file name from outside safe to keep and to show. It is never used as a path.</summary>
public static class ArrivingFileName
{
    private const int MaxCharacters = 200;

    /// <summary>
    /// The last part of a path, without control characters and without marks that turn the reading direction, cut to a length that can be
    /// shown.
    /// </summary>
    /// <param name="name">As the browser or script sent it.</param>
    /// <returns>Never empty; the ending survives a cut.</returns>
    public static string Clean(string? name)
    {
        var last = (name ?? "").Split('/', '\\')[^1];
        var kept = new StringBuilder();
        foreach (var rune in last.EnumerateRunes())
        {
            // Direction marks (category Format) could make "gpj.exe" read as "exe.jpg".
            var category = Rune.GetUnicodeCategory(rune);
            if (category is not (UnicodeCategory.Control or UnicodeCategory.Format or UnicodeCategory.LineSeparator or
                UnicodeCategory.ParagraphSeparator))
                kept.Append(rune);
        }

        var clean = kept.ToString().Trim().Trim('.').Trim();
        if (clean.Length == 0)
            return "unnamed";
        return clean.Length <= MaxCharacters ? clean : Shorten(clean);
    }

    private static string Shorten(string name)
    {
        var ending = Path.GetExtension(name);
        if (ending.Length > 10)
            ending = "";
        var keep = MaxCharacters - ending.Length - 1;
        // A cut between the halves of a surrogate pair would leave a broken character.
        if (char.IsHighSurrogate(name[keep - 1]))
            keep--;
        return name[..keep] + "…" + ending;
    }
}
