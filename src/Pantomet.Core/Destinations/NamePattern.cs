using System.Text.RegularExpressions;
using Pantomet.Core.Measures;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Destinations;

/// <summary>How a slot's files are named: fixed words and the placeholders <c>{stem}</c>, <c>{slot}</c>, <c>{width}</c>, <c>{height}</c>.</summary>
/// <param name="Text">A pattern that <see cref="IsValid"/> accepts; without the ending.</param>
public sealed partial record NamePattern(string Text)
{
    /// <summary>Used by slots that name no pattern.</summary>
    public static NamePattern Usual { get; } = new("{stem}-{slot}-{width}w");

    /// <summary>Whether a text has only known placeholders, lower-case ASCII letters, digits, hyphens, and the stem.</summary>
    /// <param name="text">As in a destination document.</param>
    public static bool IsValid(string text) => text.Length <= 100 && text.Contains("{stem}", StringComparison.Ordinal) && Allowed().IsMatch(text);

    /// <summary>The file name of one variant.</summary>
    /// <param name="stem">A valid stem.</param>
    /// <param name="slotName">The slot's name; it is made into a stem.</param>
    /// <param name="size">Pixel size of the file.</param>
    /// <param name="format">Gives the ending.</param>
    public string FileName(string stem, string slotName, PixelSize size, PictureFormat format)
    {
        var name = Text
            .Replace("{stem}", stem, StringComparison.Ordinal)
            .Replace("{slot}", Stem.From(slotName), StringComparison.Ordinal)
            .Replace("{width}", $"{size.Width}", StringComparison.Ordinal)
            .Replace("{height}", $"{size.Height}", StringComparison.Ordinal);
        return $"{name}.{format.Extension()}";
    }

    [GeneratedRegex("^(?:[a-z0-9-]|\\{(?:stem|slot|width|height)\\})+$", RegexOptions.CultureInvariant)]
    private static partial Regex Allowed();
}
