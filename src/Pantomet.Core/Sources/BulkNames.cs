using System.Globalization;
using System.Text.RegularExpressions;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Sources;

/// <summary>A source as far as naming it goes.</summary>
/// <param name="Id">Of the source.</param>
/// <param name="Stem">As it is.</param>
/// <param name="AltText">As it is.</param>
/// <param name="Group">What it belongs to; empty for none.</param>
/// <param name="FileName">As it came in.</param>
public sealed record NamedSource(string Id, string Stem, string AltText, string Group, string FileName);

/// <summary>What a text of a source would become.</summary>
/// <param name="Id">Of the source.</param>
/// <param name="Before">As it is.</param>
/// <param name="After">As it would be.</param>
public sealed record Renaming(string Id, string Before, string After);

/// <summary>Names many sources at once: from one pattern with numbers, or from a list with a line for each.</summary>
/// <param name="transliterate">Turns letters of any script into ASCII.</param>
public sealed partial class BulkNames(Func<string, string> transliterate)
{
    /// <summary>What can stand in a pattern, in the order in which it is offered.</summary>
    public static IReadOnlyList<string> Placeholders { get; } = ["{number}", "{stem}", "{words}", "{group}", "{file}"];

    /// <summary>The placeholders of a pattern that nothing stands behind.</summary>
    /// <param name="pattern">As somebody typed it.</param>
    public static IReadOnlyList<string> Unknown(string pattern) =>
        [.. Placeholder().Matches(pattern).Select(match => match.Value).Except(Placeholders).Distinct()];

    /// <summary>A text for each source from a pattern.</summary>
    /// <param name="pattern">
    /// Words and placeholders: <c>{number}</c> counts up, each as long as the longest; <c>{stem}</c> is the stem as it is, <c>{words}</c>
    /// the same with spaces,
    /// <c>{group}</c> the group, <c>{file}</c> the name under which it came in, without its ending.
    /// </param>
    /// <param name="first">The first number.</param>
    /// <param name="sources">In the order in which they are numbered.</param>
    public static IReadOnlyList<string> FromPattern(string pattern, int first, IReadOnlyList<NamedSource> sources)
    {
        var digits = (first + sources.Count - 1).ToString(CultureInfo.InvariantCulture).Length;
        return
        [
            .. sources.Select((source, at) => Placeholder().Replace(pattern, match => match.Value switch
            {
                "{number}" => (first + at).ToString(CultureInfo.InvariantCulture).PadLeft(digits, '0'),
                "{stem}" => source.Stem,
                "{words}" => source.Stem.Replace('-', ' '),
                "{group}" => source.Group,
                "{file}" => Path.GetFileNameWithoutExtension(source.FileName),
                _ => match.Value,
            })),
        ];
    }

    /// <summary>How many lines a list has, empty ones at its end not counted.</summary>
    /// <param name="list">As it was pasted.</param>
    public static int Lines(string list) => list.TrimEnd() is { Length: > 0 } text ? text.ReplaceLineEndings("\n").Split('\n').Length : 0;

    /// <summary>A text for each source from a pasted list. Sources without a line, or with an empty one, stay as they are.</summary>
    /// <param name="list">A line for each source, in their order.</param>
    /// <param name="count">How many sources there are.</param>
    /// <returns>Null for a source that stays as it is.</returns>
    public static IReadOnlyList<string?> FromList(string list, int count)
    {
        var lines = list.ReplaceLineEndings("\n").Split('\n');
        return [.. Enumerable.Range(0, count).Select(at => at < lines.Length && lines[at].Trim() is { Length: > 0 } line ? line : null)];
    }

    /// <summary>Makes stems of texts, each different from every other.</summary>
    /// <param name="sources">Those that are renamed.</param>
    /// <param name="texts">One for each; null for a source that stays as it is.</param>
    /// <param name="isTaken">Whether a source that is not among them has a stem.</param>
    public IReadOnlyList<Renaming> Stems(IReadOnlyList<NamedSource> sources, IReadOnlyList<string?> texts, Func<string, bool> isTaken)
    {
        // Who stays keeps the name; the others go around it.
        var given = sources.Zip(texts).Where(pair => pair.Second is null).Select(pair => pair.First.Stem).ToHashSet();
        return
        [
            .. sources.Zip(texts, (source, text) =>
            {
                if (text is null)
                    return new Renaming(source.Id, source.Stem, source.Stem);
                var stem = Stem.Free(Stem.From(transliterate(text)), candidate => given.Contains(candidate) || isTaken(candidate));
                given.Add(stem);
                return new Renaming(source.Id, source.Stem, stem);
            }),
        ];
    }

    /// <summary>Takes texts as alternative texts.</summary>
    /// <param name="sources">Those that are described.</param>
    /// <param name="texts">One for each; null for a source that stays as it is.</param>
    public static IReadOnlyList<Renaming> AltTexts(IReadOnlyList<NamedSource> sources, IReadOnlyList<string?> texts) =>
        [.. sources.Zip(
            texts, (source, text) =>
                new Renaming(source.Id, source.AltText, text is null ? source.AltText : Spaces().Replace(text, " ").Trim()))];

    [GeneratedRegex("\\{[^{}]*\\}", RegexOptions.CultureInvariant)]
    private static partial Regex Placeholder();

    [GeneratedRegex("\\s+", RegexOptions.CultureInvariant)]
    private static partial Regex Spaces();
}
