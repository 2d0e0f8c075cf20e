using Pantomet.Core.Findings;
using Pantomet.Server.Jobs;

namespace Pantomet.Server.Publishing.Targets;

/// <summary>What files can be published to.</summary>
internal sealed class TargetRegister(
    IDbContextFactory<PantometDb> databases, SecretKeeping secrets, PublishFolders folders, TimeProvider clock)
{
    // No slot makes a file of this name.
    private const string Untaken = "pantomet/check";

    /// <summary>All of them, in the order in which they were made.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<TargetRow>> AllAsync(CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        return await database.Targets.AsNoTracking().OrderBy(row => row.MadeAt).ThenBy(row => row.Id).ToListAsync(cancel);
    }

    /// <summary>Whether what opens a target is known: after a restore it has to be given again.</summary>
    /// <param name="row">The target.</param>
    public bool IsOpen(TargetRow row) => secrets.Show(row.Secrets) is not null;

    /// <summary>Makes one.</summary>
    /// <param name="wanted">As it is described.</param>
    public async Task<Outcome<TargetRow>> MakeAsync(TargetRequest wanted)
    {
        if ((wanted.Problem() ?? folders.Problem(wanted.Place)) is { } refusal)
            return refusal;
        return await databases.TryWriteAsync<TargetRow>(async database =>
        {
            if (await database.Targets.AnyAsync(row => row.Name == wanted.Name))
                return Taken(wanted.Name);
            var row = new TargetRow
            {
                Id = Guid.NewGuid().ToString("N"),
                Name = wanted.Name,
                Place = wanted.Place,
                Secrets = secrets.Hide(wanted.Secrets ?? new TargetSecrets()),
                MadeAt = clock.GetUtcNow().UtcDateTime,
            };
            database.Targets.Add(row);
            return row;
        });
    }

    /// <summary>Describes one anew. What lies there stays, and is known as long as it is the same place.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="wanted">As it is described now.</param>
    public async Task<Outcome<TargetRow>> ChangeAsync(string id, TargetRequest wanted) =>
        await databases.TryWriteAsync<TargetRow>(async database =>
        {
            if (await database.Targets.SingleOrDefaultAsync(row => row.Id == id) is not { } row)
                return Refusal.NotFound("target", id);
            if ((wanted.Problem() ?? folders.Problem(wanted.Place)) is { } refusal)
                return refusal;
            if (row.Place.Kind != wanted.Kind)
                return Refusal.Invalid("kind", "A target stays what it is. Make another one for another place.");
            if (await database.Targets.AnyAsync(other => other.Id != id && other.Name == wanted.Name))
                return Taken(wanted.Name);
            if (await IsInUseAsync(database, id))
                return InUse(row.Name);
            (row.Name, row.Place) = (wanted.Name, wanted.Place);
            if (wanted.Secrets is { } given)
                row.Secrets = secrets.Hide(given);
            return row;
        });

    /// <summary>Forgets one. What lies there stays.</summary>
    /// <param name="id">Its id.</param>
    public async Task<Outcome<TargetRow>> DeleteAsync(string id) => await databases.TryWriteAsync<TargetRow>(async database =>
    {
        if (await database.Targets.SingleOrDefaultAsync(row => row.Id == id) is not { } row)
            return Refusal.NotFound("target", id);
        if (await IsInUseAsync(database, id))
            return InUse(row.Name);
        await database.PublishedFiles.Where(file => file.TargetId == id).ExecuteDeleteAsync();
        await database.RefusedFiles.Where(file => file.TargetId == id).ExecuteDeleteAsync();
        database.Targets.Remove(row);
        return row;
    });

    /// <summary>The files of a target.</summary>
    /// <param name="row">The target.</param>
    /// <exception cref="TargetFaultException">It cannot be opened.</exception>
    public ITargetFiles Open(TargetRow row)
    {
        var opens = secrets.Show(row.Secrets) ?? throw new TargetFaultException(
            $"What opens {row.Name} is no longer known: secrets are not part of a backup. Enter it again in the target.",
            TargetFault.Lasting);
        if (folders.Problem(row.Place) is { } refusal)
            throw new TargetFaultException(refusal.Sentence, TargetFault.Lasting);
        try
        {
            return row.Place.Kind switch
            {
                TargetKind.Folder => new FolderTarget(row.Place.Folder!),
                TargetKind.S3 => new BucketTarget(row.Place, opens.SecretKey ?? ""),
                TargetKind.Sftp => new SftpTarget(row.Place, opens),
                _ => new MarketTarget(row.Place, opens.Key ?? ""),
            };
        }
        catch (IOException problem)
        {
            throw new TargetFaultException($"{row.Name} cannot be opened: {problem.Message}", TargetFault.Lasting, problem);
        }
    }

    /// <summary>Tries whether a target answers and lets us in.</summary>
    /// <param name="row">The target.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>Why it does not, and which key an SFTP server showed; each null where there is none.</returns>
    public async Task<(string? Problem, string? HostKey)> CheckAsync(TargetRow row, CancellationToken cancel)
    {
        ITargetFiles? files = null;
        try
        {
            files = Open(row);
            await files.LengthsAsync([Untaken], cancel);
            return (null, (files as SftpTarget)?.ShownKey);
        }
        catch (TargetFaultException fault)
        {
            return (fault.Message, (files as SftpTarget)?.ShownKey);
        }
        finally
        {
            await (files?.DisposeAsync() ?? ValueTask.CompletedTask);
        }
    }

    private static Task<bool> IsInUseAsync(PantometDb database, string id) => database.Publications.AnyAsync(
        row => row.TargetId == id && (row.State == JobState.Queued || row.State == JobState.Running || row.State == JobState.Paused));

    private static Refusal Taken(string name) =>
        Refusal.Invalid("name", $"There is a target \"{name}\" already. Give this one another name.");

    private static Refusal InUse(string name) => new(
        RefusalKind.Busy, "in-use", "It is being published to",
        $"Something is being published to {name}. Wait until that has ended, or cancel it.");
}
