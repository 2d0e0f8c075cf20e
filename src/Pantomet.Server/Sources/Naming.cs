using Pantomet.Core.Findings;
using Pantomet.Core.Sources;

namespace Pantomet.Server.Sources;

/// <summary>Which text of the sources is set.</summary>
internal enum NamedText
{
    Stem,
    AltText,
}

/// <summary>How many sources are named at once. One of pattern, list and texts.</summary>
/// <param name="Of">Stems or alternative texts.</param>
/// <param name="Pattern">Words and placeholders.</param>
/// <param name="List">A line for each source.</param>
/// <param name="Texts">Exactly what each gets; goes before the others.</param>
/// <param name="First">The first number.</param>
internal sealed record NamePattern(
    NamedText Of, string? Pattern = null, string? List = null, IReadOnlyList<string>? Texts = null, int First = 1);

/// <summary>What comes out, in the order asked for.</summary>
/// <param name="Items">Each source.</param>
internal sealed record NamingAnswer(IReadOnlyList<Renaming> Items);

/// <summary>What many sources would be called.</summary>
internal static class Naming
{
    private const int MaxNumber = 1_000_000;
    private const int LongestAltText = 2000;

    /// <summary>What cannot be, whatever the sources are.</summary>
    /// <param name="names">How they are named.</param>
    /// <param name="sources">How many; null where a filter says which.</param>
    public static Refusal? Unfit(NamePattern names, int? sources)
    {
        if (names.Texts is { } exact && exact.Count != sources)
            return Refusal.Invalid("texts", "There must be a text for each picture.");
        if (names.Pattern is null && names.List is null && names.Texts is null)
            return Refusal.Invalid("pattern", "Give a pattern, or a list with a line for each picture.");
        if (names.Pattern is { } pattern && BulkNames.Unknown(pattern) is [var unknown, ..])
            return Refusal.Invalid("pattern", $"Nothing stands behind {unknown}. There are {string.Join(", ", BulkNames.Placeholders)}.");
        return names.First is < 0 or > MaxNumber
            ? Refusal.Invalid("first", $"The first number is a whole number from 0 to {MaxNumber:#,0}.")
            : null;
    }

    /// <summary>What each would be called.</summary>
    /// <param name="database">Only read.</param>
    /// <param name="ids">In the order in which they are numbered; those that are not there are passed over.</param>
    /// <param name="names">How.</param>
    public static async Task<Outcome<NamingAnswer>> OfAsync(PantometDb database, IReadOnlyList<string> ids, NamePattern names)
    {
        var rows = await database.Sources.AsNoTracking().Where(row => ids.Contains(row.Id) && row.DeletedAt == null)
            .ToDictionaryAsync(row => row.Id);
        if (rows.Count == 0)
            return Refusal.Invalid("sources", "None of these pictures is in the library. Choose some on Sources first.");
        var sources = ids.Distinct().Where(rows.ContainsKey).Select(id => rows[id])
            .Select(row => new NamedSource(row.Id, row.Stem, row.AltText, row.Group, row.FileName)).ToList();
        if (names.List is not null && BulkNames.Lines(names.List) is var lines && lines > sources.Count)
            return Refusal.Invalid(
                "list", $"The list has {lines:#,0} lines for {sources.Count:#,0} pictures. Take the lines out that belong to none, or " +
                    $"choose the other pictures too.");
        var texts = Texts(ids, names, sources);
        var items = names.Of == NamedText.Stem
            ? new BulkNames(Stems.Ascii).Stems(sources, texts, (await Stems.OfOthersAsync(database, rows.Keys)).Contains)
            : BulkNames.AltTexts(sources, texts);
        return items.FirstOrDefault(item => names.Of == NamedText.AltText && item.After.Length > LongestAltText) is { } wordy
            ? Refusal.Invalid(
                "pattern",
                $"The alternative text of {rows[wordy.Id].Stem} would have {wordy.After.Length:#,0} characters; at most " +
                $"{LongestAltText:#,0} are kept.")
            : new NamingAnswer(items);
    }

    private static IReadOnlyList<string?> Texts(IReadOnlyList<string> ids, NamePattern names, List<NamedSource> sources)
    {
        if (names.Texts is { } exact)
        {
            var byId = ids.Zip(exact).DistinctBy(pair => pair.First).ToDictionary(pair => pair.First, pair => pair.Second);
            return [.. sources.Select(source => byId[source.Id])];
        }

        return names.Pattern is { } pattern
            ? BulkNames.FromPattern(pattern, names.First, sources)
            : BulkNames.FromList(names.List!, sources.Count);
    }
}
