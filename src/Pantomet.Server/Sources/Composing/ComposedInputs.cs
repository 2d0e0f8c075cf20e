namespace Pantomet.Server.Sources.Composing;

/// <summary>The pictures that a source is made of. One that was replaced stands for what took its place, and back again when that is
/// undone.</summary>
internal static class ComposedInputs
{
    /// <summary>Finds pictures.</summary>
    /// <param name="database">To be read.</param>
    /// <param name="ids">As they were when something was made of them.</param>
    /// <returns>Those that are there or in the bin, by the ids that were asked for; one that was deleted for good is missing.</returns>
    public static async Task<IReadOnlyDictionary<string, SourceRow>> FindAsync(PantometDb database, IEnumerable<string> ids)
    {
        var wanted = ids.Distinct().ToList();
        var seen = new Dictionary<string, SourceRow>();
        for (var next = wanted; next.Count > 0;)
        {
            var rows = await database.Sources.AsNoTracking().Where(row => next.Contains(row.Id)).ToListAsync();
            foreach (var row in rows)
                seen[row.Id] = row;
            next = [.. rows.Where(row => row.DeletedAt is not null && row.ReplacedBy is not null).Select(row => row.ReplacedBy!)
                .Where(id => !seen.ContainsKey(id)).Distinct()];
        }

        return wanted.Where(seen.ContainsKey).ToDictionary(id => id, id => StandsFor(seen[id], seen));
    }

    /// <summary>Names what took the place of pictures that are deleted for good.</summary>
    /// <param name="database">In a transaction that writes, before they go.</param>
    /// <param name="gone">Their ids.</param>
    public static async Task ForgetAsync(PantometDb database, IReadOnlyCollection<string> gone)
    {
        var found = await FindAsync(database, gone);
        var staying = database.Sources.Where(row => row.Composed != null && !gone.Contains(row.Id));
        foreach (var row in await staying.ToListAsync())
        {
            var inputs = row.Composed!.Inputs;
            if (inputs.Any(gone.Contains))
                row.Composed = row.Composed with { Inputs = [.. inputs.Select(id => found.TryGetValue(id, out var now) ? now.Id : id)] };
        }
    }

    /// <summary>The sources that are made of a picture, directly.</summary>
    /// <param name="database">To be read.</param>
    /// <param name="id">Of a picture that is there.</param>
    public static async Task<IReadOnlyList<SourceRow>> MadeOfAsync(PantometDb database, string id)
    {
        var composed = await database.Sources.AsNoTracking().Where(row => row.Composed != null && row.DeletedAt == null).ToListAsync();
        var inputs = await FindAsync(database, composed.SelectMany(row => row.Composed!.Inputs));
        return composed.FindAll(row => row.Composed!.Inputs.Any(input => inputs.TryGetValue(input, out var now) && now.Id == id));
    }

    // The first of those that follow each other that is there; where none is, the one that was asked for.
    private static SourceRow StandsFor(SourceRow asked, Dictionary<string, SourceRow> seen)
    {
        var passed = new HashSet<string>();
        for (var row = asked; passed.Add(row.Id);)
        {
            if (row.DeletedAt is null)
                return row;
            if (row.ReplacedBy is null || !seen.TryGetValue(row.ReplacedBy, out row))
                break;
        }

        return asked;
    }
}
