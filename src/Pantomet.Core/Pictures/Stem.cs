using System.Text;

namespace Pantomet.Core.Pictures;

/// <summary>The part of a file name that describes the picture: lower-case ASCII words joined by hyphens.</summary>
public static class Stem
{
    /// <summary>The longest stem; leaves room for slot, size and ending within the 255 bytes that file systems allow.</summary>
    public const int MaxCharacters = 120;

    /// <summary>Used when nothing usable is left of a name.</summary>
    public const string Fallback = "picture";

    /// <summary>Makes a stem from words that are already ASCII. Everything that is no letter or digit separates words.</summary>
    /// <param name="asciiName">A file name without its ending, transliterated to ASCII by the caller.</param>
    /// <returns>A valid stem; <see cref="Fallback"/> when the name has no letter or digit.</returns>
    public static string From(string asciiName)
    {
        var stem = new StringBuilder();
        var separate = false;
        foreach (var letter in asciiName.Select(char.ToLowerInvariant))
        {
            // An apostrophe joins: "kite's" reads "kites", not "kite-s".
            if (letter == '\'')
                continue;
            var keeps = char.IsAsciiLetterOrDigit(letter);
            if (keeps && separate && stem.Length > 0)
                stem.Append('-');
            if (keeps)
                stem.Append(letter);
            separate = !keeps;
            if (stem.Length >= MaxCharacters)
                break;
        }

        var cut = stem.Length > MaxCharacters ? stem.ToString(0, MaxCharacters) : stem.ToString();
        return cut.TrimEnd('-') is { Length: > 0 } made ? made : Fallback;
    }

    /// <summary>Whether a text is a stem as it stands.</summary>
    /// <param name="text">What somebody typed.</param>
    public static bool IsValid(string text) =>
        text.Length is > 0 and <= MaxCharacters && text == From(text);

    /// <summary>The stem itself, or with the first free number from 2 behind it.</summary>
    /// <param name="stem">A valid stem.</param>
    /// <param name="isTaken">Whether another source has a stem already.</param>
    public static string Free(string stem, Func<string, bool> isTaken)
    {
        var candidate = stem;
        for (var number = 2; isTaken(candidate); number++)
        {
            var suffix = $"-{number}";
            candidate = stem[..Math.Min(stem.Length, MaxCharacters - suffix.Length)].TrimEnd('-') + suffix;
        }

        return candidate;
    }
}
