using Pantomet.Core.Findings;
using Pantomet.Server.Destinations;
using Pantomet.Server.Jobs;

namespace Pantomet.Server.Publishing.Publications;

/// <summary>Asks for publications.</summary>
internal sealed class PublicationStart(
    IDbContextFactory<PantometDb> databases, DestinationCatalogue catalogue, WakeSignal signal, TimeProvider clock)
{
    /// <summary>Asks for a destination's finished files on a target.</summary>
    /// <param name="target">Id of the target.</param>
    /// <param name="destination">Id of the destination.</param>
    /// <param name="isDryRun">Whether it only says what would be changed.</param>
    /// <param name="takesOver">Whether files of others at the same paths may be replaced.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<Outcome<PublicationRow>> MakeAsync(
        string target, string destination, bool isDryRun, bool takesOver, CancellationToken cancel)
    {
        if ((await catalogue.AllAsync(cancel)).All(one => one.Id != destination))
            return Refusal.NotFound("destination", destination);
        return await AddAsync(async database => await database.Targets.SingleOrDefaultAsync(row => row.Id == target) is { } found
            ? Row(target, found.Name, destination, isDryRun, takesOver, null)
            : Refusal.NotFound("target", target));
    }

    /// <summary>Asks for what lay on the target before a publication.</summary>
    /// <param name="id">The publication. Those of the same destination that came after it are undone with it.</param>
    /// <param name="isDryRun">Whether it only says what would be changed.</param>
    public Task<Outcome<PublicationRow>> PutBackAsync(string id, bool isDryRun) => AddAsync(async database =>
    {
        if (await database.Publications.SingleOrDefaultAsync(row => row.Id == id) is not { } before)
            return Refusal.NotFound("publication", id);
        if (await database.Targets.SingleOrDefaultAsync(row => row.Id == before.TargetId) is not { } target)
            return Refusal.NotFound("target", before.TargetName);
        if (before.IsOpen)
            return new Refusal(
                RefusalKind.Busy, "not-ended", "It has not ended", "The publication is not at its end. Wait for it, or cancel it first.");
        var isKept = await database.PublicationChanges
            .AnyAsync(change => change.PublicationId == id && change.State == ChangeState.Done);
        return isKept
            ? Row(target.Id, target.Name, before.DestinationId, isDryRun, takesOver: false, id)
            : Refusal.Invalid("id", "This publication changed nothing, so there is nothing to put back.");
    });

    private async Task<Outcome<PublicationRow>> AddAsync(Func<PantometDb, Task<Outcome<PublicationRow>>> made)
    {
        var added = await databases.TryWriteAsync<PublicationRow>(async database =>
        {
            var outcome = await made(database);
            if (outcome.Value is { } row)
                database.Publications.Add(row);
            return outcome;
        });
        signal.Wake();
        return added;
    }

    private PublicationRow Row(string target, string name, string destination, bool isDryRun, bool takesOver, string? putsBack) => new()
    {
        Id = Guid.NewGuid().ToString("N"),
        State = JobState.Queued,
        AskedAt = clock.GetUtcNow().UtcDateTime,
        TargetId = target,
        TargetName = name,
        DestinationId = destination,
        IsDryRun = isDryRun,
        TakesOver = takesOver,
        PutsBack = putsBack,
    };
}
