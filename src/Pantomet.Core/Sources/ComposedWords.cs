using Pantomet.Core.Pictures;

namespace Pantomet.Core.Sources;

/// <summary>What is said of a picture that is made of others, until somebody says otherwise.</summary>
public static class ComposedWords
{
    /// <summary>The stems of its pictures, joined.</summary>
    /// <param name="stems">In their order; the same picture may come twice.</param>
    public static string StemOf(IEnumerable<string> stems) => Stem.From(string.Join("-and-", stems.Distinct()));

    /// <summary>What its pictures show, in their order; empty where nobody said.</summary>
    /// <param name="altTexts">Of its pictures.</param>
    public static string AltTextOf(IEnumerable<string> altTexts) => Joined(altTexts.Select(text => text.TrimEnd('.', ' '))) ?? "";

    /// <summary>What all its pictures belong to; empty where they belong to different things.</summary>
    /// <param name="groups">Of its pictures.</param>
    public static string GroupOf(IEnumerable<string> groups) => groups.Distinct().ToList() is [var only] ? only : "";

    /// <summary>Whose it is: everybody's whose pictures are in it.</summary>
    /// <param name="rights">Of its pictures.</param>
    public static RightsFields RightsOf(IReadOnlyCollection<RightsFields> rights) => new(
        Joined(rights.Select(one => one.Creator)),
        Joined(rights.Select(one => one.Copyright)),
        Joined(rights.Select(one => one.Credit)),
        Joined(rights.Select(one => one.UsageTerms)),
        // An address, of which there is one or none.
        rights.Select(one => one.WebStatement).Distinct().ToList() is [var only] ? only : null);

    private static string? Joined(IEnumerable<string?> texts)
    {
        var said = texts.Where(text => !string.IsNullOrWhiteSpace(text)).Distinct().ToList();
        return said.Count == 0 ? null : string.Join("; ", said);
    }
}
