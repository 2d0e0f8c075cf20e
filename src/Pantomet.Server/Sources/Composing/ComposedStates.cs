namespace Pantomet.Server.Sources.Composing;

/// <summary>How a composed source stands to the pictures that it is made of.</summary>
internal enum ComposedCondition
{
    /// <summary>It is what would be made of them now.</summary>
    Current,

    /// <summary>One of them was replaced, or is framed otherwise, since it was made.</summary>
    Stale,

    /// <summary>One of them is in the bin or gone. It stays as it was made.</summary>
    Incomplete,
}

/// <summary>A picture in a composed source.</summary>
/// <param name="Id">Its id; of the better file where it was replaced.</param>
/// <param name="Stem">Its stem; null where it was deleted for good.</param>
/// <param name="IsInBin">Whether it can be restored.</param>
internal sealed record ComposedInput(string Id, string? Stem, bool IsInBin);

/// <summary>How a composed source stands.</summary>
/// <param name="Id">Of the source.</param>
/// <param name="State">Whether it is what would be made now.</param>
/// <param name="Problem">What stands in the way of making it again, and what to do; null for nothing.</param>
/// <param name="Inputs">In their order.</param>
internal sealed record ComposedState(string Id, ComposedCondition State, string? Problem, IReadOnlyList<ComposedInput> Inputs);

/// <summary>How all composed sources stand, in the order in which they came in.</summary>
internal sealed record ComposedStateList(IReadOnlyList<ComposedState> Items);

/// <summary>Finds out how composed sources stand to their pictures.</summary>
internal sealed class ComposedStates(Composer composer, IDbContextFactory<PantometDb> databases)
{
    /// <summary>Of all that are not in the bin; touches no pixel.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<ComposedState>> AllAsync(CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var rows = await database.Sources.AsNoTracking().Where(row => row.Composed != null && row.DeletedAt == null)
            .OrderBy(row => row.Sequence).ToListAsync(cancel);
        var inputs = await ComposedInputs.FindAsync(database, rows.SelectMany(row => row.Composed!.Inputs));
        return [.. rows.Select(row => Of(row.Id, row.Composed!, inputs))];
    }

    private ComposedState Of(string id, ComposedFrom composed, IReadOnlyDictionary<string, SourceRow> found)
    {
        var rows = composed.Inputs.Select(input => found.GetValueOrDefault(input)).ToList();
        var inputs = composed.Inputs.Zip(rows, (input, row) => new ComposedInput(row?.Id ?? input, row?.Stem, row?.DeletedAt is not null))
            .ToList();
        if (rows.Exists(row => row is null))
            return new ComposedState(
                id, ComposedCondition.Incomplete,
                "One of its pictures was deleted for good. It stays as it is, and cannot be made again.", inputs);
        if (rows.Find(row => row!.DeletedAt is not null) is { } binned)
            return new ComposedState(
                id, ComposedCondition.Incomplete,
                $"{binned.Stem} is in the bin. It stays as it is; restore that picture to make it again.", inputs);
        var (planned, refusal) = composer.Plan(rows!, composed.Layout);
        var state = planned?.Plan.Key() == composed.Key ? ComposedCondition.Current : ComposedCondition.Stale;
        return new ComposedState(id, state, refusal?.Sentence, inputs);
    }
}
