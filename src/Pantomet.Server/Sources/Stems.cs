using AnyAscii;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;

namespace Pantomet.Server.Sources;

/// <summary>
/// Who is called what: of the sources that are not in the bin, no two have one stem. The database holds that; this finds free ones.
/// </summary>
internal static class Stems
{
    /// <summary>Letters of any script as ASCII.</summary>
    public static string Ascii(string text) => text.Transliterate();

    /// <summary>A stem that no other source has: the wanted one, or the same with a number.</summary>
    /// <param name="database">In a transaction that writes.</param>
    /// <param name="wanted">A valid stem.</param>
    /// <param name="forId">The source that it is for; its own stem is not in its way.</param>
    public static async Task<string> FreeAsync(PantometDb database, string wanted, string forId)
    {
        // Numbers are put behind what is left of a long stem.
        var start = wanted[..Math.Min(wanted.Length, Stem.MaxCharacters - 10)];
        var taken = await database.Sources.Where(row => row.DeletedAt == null && row.Id != forId && row.Stem.StartsWith(start))
            .Select(row => row.Stem).ToListAsync();
        return Stem.Free(wanted, taken.ToHashSet().Contains);
    }

    /// <summary>The stems of all other sources.</summary>
    /// <param name="database">To be read.</param>
    /// <param name="ids">Those that are left out.</param>
    public static async Task<HashSet<string>> OfOthersAsync(PantometDb database, IReadOnlyCollection<string> ids) =>
        (await database.Sources.Where(row => row.DeletedAt == null).Select(row => new { row.Id, row.Stem }).ToListAsync())
            .Where(row => !ids.Contains(row.Id)).Select(row => row.Stem).ToHashSet();

    /// <summary>Whether another source has a stem.</summary>
    /// <param name="database">In a transaction that writes.</param>
    /// <param name="stem">A valid stem.</param>
    /// <param name="forId">The source that it is for.</param>
    public static Task<bool> IsTakenAsync(PantometDb database, string stem, string forId) =>
        database.Sources.AnyAsync(row => row.Stem == stem && row.Id != forId && row.DeletedAt == null);

    /// <summary>Gives many sources their stems at once; they may change places among each other.</summary>
    /// <param name="database">In a transaction that writes.</param>
    /// <param name="rows">By their ids.</param>
    /// <param name="renamings">Whose stems are to be free once all of them are given.</param>
    public static async Task GiveAsync(PantometDb database, IReadOnlyDictionary<string, SourceRow> rows, IEnumerable<Renaming> renamings)
    {
        var changed = renamings.Where(renaming => renaming.Before != renaming.After).ToList();
        // Out of each other's way first: no stem begins like this.
        foreach (var renaming in changed)
            rows[renaming.Id].Stem = $"~{renaming.Id}";
        await database.SaveChangesAsync();
        foreach (var renaming in changed)
            rows[renaming.Id].Stem = renaming.After;
        await database.SaveChangesAsync();
    }

    /// <summary>Takes a source out of the bin, under its stem or one like it.</summary>
    /// <param name="database">In a transaction that writes.</param>
    /// <param name="source">In the bin.</param>
    public static async Task BringBackAsync(PantometDb database, SourceRow source)
    {
        source.Stem = await FreeAsync(database, source.Stem, source.Id);
        source.DeletedAt = null;
        // What took its place and is in the bin itself stands for it again.
        if (source.ReplacedBy is { } better &&
            await database.Sources.SingleOrDefaultAsync(row => row.Id == better && row.DeletedAt != null) is { } gone)
            gone.ReplacedBy = source.Id;
        source.ReplacedBy = null;
    }
}
