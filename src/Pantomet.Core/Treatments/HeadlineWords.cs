using System.Globalization;
using System.Text;

namespace Pantomet.Core.Treatments;

/// <summary>The words of a headline, as they are set.</summary>
/// <param name="Words">In order, without what stands between them.</param>
/// <param name="Breaks">After how many of them a line ends whatever the width; rising, and neither at the beginning nor at the end.</param>
public sealed record HeadlineWords(IReadOnlyList<string> Words, IReadOnlyList<int> Breaks)
{
    /// <summary>More is a text and no headline.</summary>
    public const int MaxLength = 200;

    /// <summary>What is said of more.</summary>
    public const string TooLong = "A headline has at most 200 characters. Shorten it.";

    /// <summary>Reads a text as a person typed or pasted it.</summary>
    /// <remarks>Line ends break lines; other white space ends words; control characters are left out. Letters stay as they
    /// are written, composed or not: fonts know both.</remarks>
    /// <param name="text">At most <see cref="MaxLength"/> characters as people count them.</param>
    /// <returns>Null where there is nothing to be seen.</returns>
    public static HeadlineWords? Of(string text)
    {
        var (words, breaks) = (new List<string>(), new List<int>());
        foreach (var line in Whole(text).Split('\n'))
        {
            words.AddRange(line.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Select(Visible).Where(word => word.Length > 0));
            if (words.Count > 0)
                breaks.Add(words.Count);
        }

        return words.Count == 0 ? null : new HeadlineWords(words, [.. breaks.Distinct().Where(at => at < words.Count)]);
    }

    /// <summary>Characters as people count them: an emoji or a letter with its accents is one.</summary>
    /// <param name="text">Any.</param>
    public static int LengthOf(string text) => new StringInfo(text).LengthInTextElements;

    /// <summary>The words of one line.</summary>
    /// <param name="first">Of its words.</param>
    /// <param name="count">How many.</param>
    public string Line(int first, int count) => string.Join(' ', Words.Skip(first).Take(count));

    // Half a character is none that could be drawn.
    private static string Whole(string text)
    {
        var whole = new StringBuilder(text.Length);
        foreach (var rune in text.ReplaceLineEndings("\n").EnumerateRunes())
        {
            if (rune != Rune.ReplacementChar)
                whole.Append(rune);
        }

        return whole.ToString();
    }

    // Marks of direction and joiners stay: they belong to how words are written.
    private static string Visible(string word) =>
        string.Concat(word.EnumerateRunes().Where(rune => Rune.GetUnicodeCategory(rune) != UnicodeCategory.Control));
}
