using System.Globalization;
using System.Text.RegularExpressions;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Destinations;

/// <summary>What the placeholders of a name pattern stand for, for one file.</summary>
/// <param name="Stem"><c>{stem}</c>: the source's stem.</param>
/// <param name="Slot"><c>{slot}</c>: the slot's name, with the tier's behind it; made into a stem.</param>
/// <param name="Size"><c>{width}</c> and <c>{height}</c>: pixels of the file.</param>
/// <param name="Density"><c>{density}</c>: <c>2x</c>, <c>1-5x</c>; <c>1x</c> for a file that is not made for one density.</param>
/// <param name="Sequence"><c>{sequence}</c>: the source's number in the order of arrival, at least three digits.</param>
/// <param name="AddedOn"><c>{date}</c>: the day the source came in, UTC, so that a name stays what it is.</param>
/// <param name="Hash"><c>{hash}</c>: the first eight digits of the recipe's hash; another crop or limit gives another name.</param>
public sealed record NameParts(
    string Stem, string Slot, PixelSize Size, Density? Density, long Sequence, DateOnly AddedOn, Func<string> Hash);

/// <summary>How a slot's files are named: fixed words and placeholders.</summary>
/// <param name="Text">A pattern that <see cref="IsValid"/> accepts; without the ending.</param>
public sealed partial record NamePattern(string Text)
{
    /// <summary>
    /// The longest name without its ending; with the folders of a package it stays below the 255 bytes that file systems allow.
    /// </summary>
    public const int MaxCharacters = Stem.MaxCharacters;

    private const int HashDigits = 8;

    /// <summary>Whether another crop or limit gives another name.</summary>
    public bool HasHash => Text.Contains("{hash}", StringComparison.Ordinal);

    /// <summary>Used by slots that name no pattern.</summary>
    public static NamePattern Usual { get; } = new("{stem}-{slot}-{width}w");

    /// <summary>All placeholders, in the order in which they are offered.</summary>
    public static IReadOnlyList<string> Placeholders { get; } =
        ["{stem}", "{slot}", "{width}", "{height}", "{density}", "{sequence}", "{date}", "{hash}"];

    /// <summary>
    /// Whether a text has only known placeholders, lower-case ASCII letters, digits, hyphens, and something that differs from source to
    /// source.
    /// </summary>
    /// <param name="text">As in a destination document.</param>
    public static bool IsValid(string text) => text.Length <= 100 && Allowed().IsMatch(text) && Telling().IsMatch(text);

    /// <summary>The file name of one variant, without its ending.</summary>
    /// <param name="parts">Of this file.</param>
    public string NameFor(NameParts parts) => Placeholder().Replace(Text, match => match.Value switch
    {
        "{stem}" => parts.Stem,
        "{slot}" => Stem.From(parts.Slot),
        "{width}" => $"{parts.Size.Width}",
        "{height}" => $"{parts.Size.Height}",
        "{density}" => $"{parts.Density ?? new Density(1)}".Replace('.', '-'),
        "{sequence}" => parts.Sequence.ToString("000", CultureInfo.InvariantCulture),
        "{date}" => parts.AddedOn.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
        _ => parts.Hash()[..HashDigits],
    });

    /// <summary>Why a name is not fit for every system; null when it is.</summary>
    /// <remarks>Names of devices are refused by Windows: Microsoft, "Naming Files, Paths, and Namespaces" (from memory).</remarks>
    /// <param name="name">Without its ending.</param>
    public static string? Unfit(string name)
    {
        if (name.Length > MaxCharacters)
            return $"The name has {name.Length} characters without its ending; at most {MaxCharacters} are safe everywhere.";
        return Reserved().IsMatch(name) ? $"Windows keeps the name \"{name}\" for a device and cannot store such a file." : null;
    }

    [GeneratedRegex("^(?:[a-z0-9-]|\\{(?:stem|slot|width|height|density|sequence|date|hash)\\})+$", RegexOptions.CultureInvariant)]
    private static partial Regex Allowed();

    [GeneratedRegex("\\{(?:stem|sequence|hash)\\}", RegexOptions.CultureInvariant)]
    private static partial Regex Telling();

    [GeneratedRegex("\\{[a-z]+\\}", RegexOptions.CultureInvariant)]
    private static partial Regex Placeholder();

    [GeneratedRegex("^(?:con|prn|aux|nul|com[0-9]|lpt[0-9])$", RegexOptions.CultureInvariant)]
    private static partial Regex Reserved();
}
