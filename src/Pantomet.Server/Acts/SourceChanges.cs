using System.Text.Json;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;
using Pantomet.Server.Framing;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Acts;

/// <summary>What a source gets.</summary>
/// <param name="Values">The values.</param>
/// <param name="Label">What that is called among the steps of its framing, where it changes that.</param>
internal sealed record ValuesToSet(SourceValues Values, string Label = "");

/// <summary>Puts values to sources, and says what they had before.</summary>
internal static class SourceChanges
{
    /// <summary>What a source has now, of what some values speak of.</summary>
    public static SourceValues Now(SourceRow row, SourceValues like) => new(
        like.Stem is null ? null : row.Stem,
        like.AltText is null ? null : row.AltText,
        like.Group is null ? null : row.Group,
        like.IsDeleted is null ? null : row.DeletedAt is not null,
        like.Framing is null ? null : row.Framing);

    /// <summary>Whether two say the same. What was read from the database is equal by what it says, not by what it is.</summary>
    public static bool AreSame(SourceValues one, SourceValues other) => Written(one) == Written(other);

    private static string Written(SourceValues values) => JsonSerializer.Serialize(values, PantometDb.Stored);

    /// <summary>Puts values to sources. Stems may change places among them; one that another source has meanwhile gets a number.</summary>
    /// <param name="database">In a transaction that writes.</param>
    /// <param name="changes">From it, with what each gets.</param>
    /// <param name="now">When.</param>
    public static async Task ApplyAsync(
        PantometDb database, IReadOnlyList<(SourceRow Row, ValuesToSet Set)> changes, DateTime now)
    {
        var renamed = changes.Where(change => change.Set.Values.Stem is { } stem && stem != change.Row.Stem).ToList();
        if (renamed.Count > 0)
        {
            var rows = renamed.ToDictionary(change => change.Row.Id, change => change.Row);
            var taken = await Stems.OfOthersAsync(database, rows.Keys);
            var renamings = renamed.ConvertAll(change => new Renaming(change.Row.Id, change.Row.Stem, Taken(change.Set.Values.Stem!)));
            await Stems.GiveAsync(database, rows, renamings);

            string Taken(string wanted)
            {
                var free = Stem.Free(wanted, taken.Contains);
                taken.Add(free);
                return free;
            }
        }

        foreach (var (row, (values, label)) in changes)
        {
            row.AltText = values.AltText ?? row.AltText;
            row.Group = values.Group ?? row.Group;
            if (values.Framing is { } framing)
                await Framings.TakeOverAsync(database, row, framing, label);
            if (values.IsDeleted is { } isDeleted && isDeleted != row.DeletedAt is not null)
                await DeleteAsync(database, row, isDeleted ? now : null);
        }

        await database.SaveChangesAsync();
    }

    private static async Task DeleteAsync(PantometDb database, SourceRow row, DateTime? when)
    {
        if (when is null)
            await Stems.BringBackAsync(database, row);
        row.DeletedAt = when;
        await database.SaveChangesAsync();
    }
}
