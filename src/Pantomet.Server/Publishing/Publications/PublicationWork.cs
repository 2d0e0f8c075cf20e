using Pantomet.Core.Publishing;
using Pantomet.Server.Publishing.Targets;

namespace Pantomet.Server.Publishing.Publications;

/// <summary>Makes the changes of a publication, so that it can be broken off at any moment and taken up again.</summary>
/// <remarks>
/// What is about to be done is written down before, and what was done after. Whoever takes it up looks at the file itself for whether what
/// was begun was done.
/// </remarks>
internal sealed class PublicationWork(
    IDbContextFactory<PantometDb> databases, KeptContents contents, TimeProvider clock, PublicationRow publication, TargetRow target,
    ITargetFiles files)
{
    private const string ForGood = "public, max-age=31536000, immutable";
    private const string AskAgain = "no-cache";

    // Where nobody said how long, not for long.
    private const int UsualCacheSeconds = 300;

    /// <summary>For how long a file may be kept by who reads it (RFC 9111, 5.2.2; RFC 8246).</summary>
    /// <param name="place">The target.</param>
    /// <param name="change">Puts the file there.</param>
    public static string CacheControl(TargetPlace place, PublicationChangeRow change) => (change.Role, change.IsLasting) switch
    {
        (FileRole.List, _) => AskAgain,
        (_, true) => ForGood,
        _ => $"public, max-age={place.CacheSeconds ?? UsualCacheSeconds}",
    };

    /// <summary>How long caches keep a file of a target whose address stays; null where that is not ours to say and nobody said
    /// it.</summary>
    /// <param name="place">The target.</param>
    public static int? CacheSeconds(TargetPlace place) => place.CacheSeconds ?? (place.Kind == TargetKind.S3 ? UsualCacheSeconds : null);

    /// <summary>Makes all changes that are not made yet.</summary>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    /// <exception cref="TargetFaultException">The target does not go on.</exception>
    public async Task MakeAsync(CancellationToken cancel)
    {
        List<PublicationChangeRow> open;
        await using (var database = await databases.CreateDbContextAsync(cancel))
        {
            open = await database.PublicationChanges.AsNoTracking()
                .Where(change => change.PublicationId == publication.Id &&
                    (change.State == ChangeState.Planned || change.State == ChangeState.Begun))
                .OrderBy(change => change.Sequence).ToListAsync(cancel);
        }

        foreach (var step in open.GroupBy(change => TargetChanges.Step(change.ToChange())).OrderBy(step => step.Key))
        {
            // One after the other where one is written after the other: what names all others last.
            var atOnce = step.All(change => change.Role == FileRole.Picture) ? files.AtOnce : 1;
            await Parallel.ForEachAsync(
                step, new ParallelOptions { CancellationToken = cancel, MaxDegreeOfParallelism = atOnce },
                async (change, stop) => await MakeAsync(change, stop));
        }
    }

    private async Task MakeAsync(PublicationChangeRow change, CancellationToken cancel)
    {
        try
        {
            if (change.State == ChangeState.Begun)
                await files.ClearAsync(change.Path, cancel);
            if (await CompareAsync(change, cancel) is { } stands)
                await LeaveAloneAsync(change, stands, isRefused: false);
            else
                await PutAsync(change, cancel);
        }
        catch (TargetFaultException fault) when (fault.Kind == TargetFault.FileRefused)
        {
            await LeaveAloneAsync(change, fault.Message, isRefused: true);
        }
    }

    // What lies there is read and kept before anything takes its place; so it is known for sure whose it is.
    private async Task<string?> CompareAsync(PublicationChangeRow change, CancellationToken cancel)
    {
        if (change.Kind == ChangeKind.Add)
            return null;
        if (await contents.KeepAsync(files, change.Path, cancel) is not var (sha256, bytes))
            return null;
        if (sha256 == change.Sha256)
            return null;
        var expected = change.FormerSha256 ?? await LeftAsync(change.Path, cancel);
        var isOurs = sha256 == expected || await IsBegunAsync(change, sha256, cancel);
        if (!isOurs && !(publication.TakesOver && change.FormerSha256 is null))
            return "Somebody changed it since it was published.";
        (change.FormerSha256, change.FormerBytes) = (sha256, bytes);
        change.WasOurs = isOurs;
        return null;
    }

    private async Task PutAsync(PublicationChangeRow change, CancellationToken cancel)
    {
        await NoteAsync(change, ChangeState.Begun);
        if (change.Kind == ChangeKind.Remove)
        {
            await files.RemoveAsync(change.Path, cancel);
            await DoneAsync(change);
            return;
        }

        if (await contents.FindAsync(change.Sha256!, cancel) is not { } path)
        {
            await LeaveAloneAsync(change, "It is no longer on this server's disk as it was made. Render it again.", isRefused: false);
            return;
        }

        var file = new TargetFile(
            change.Path, path, change.Sha256!, change.Bytes, change.MediaType, CacheControl(target.Place, change), change.Picture);
        if (await files.PutAsync(file, replaces: change.Kind == ChangeKind.Replace, cancel) || await IsOursAsync(change, file, cancel))
            await DoneAsync(change);
        else
            await LeaveAloneAsync(change, "Somebody else's file lies there.", isRefused: false);
    }

    // It was put there before the server ended, or before the answer was lost; or a part of it was, by a store that does not wait for all.
    private async Task<bool> IsOursAsync(PublicationChangeRow change, TargetFile file, CancellationToken cancel)
    {
        if (await contents.KeepAsync(files, change.Path, cancel) is not var (sha256, _))
            return false;
        return sha256 == change.Sha256 ||
            (await IsBegunAsync(change, sha256, cancel) && await files.PutAsync(file, replaces: true, cancel));
    }

    // Whether what lies there is something that we began to put there, or the beginning of it.
    private async Task<bool> IsBegunAsync(PublicationChangeRow change, string lying, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var begun = await database.PublicationChanges
            .Where(one => one.Path == change.Path && one.State == ChangeState.Begun && one.Sha256 != null)
            .Join(
                database.Publications.Where(row => row.TargetId == target.Id), one => one.PublicationId, row => row.Id,
                (one, _) => one.Sha256)
            .Distinct().ToListAsync(cancel);
        foreach (var sha256 in begun)
        {
            if (await contents.IsBeginningAsync(lying, sha256!, cancel))
                return true;
        }

        return false;
    }

    private async Task<string?> LeftAsync(string path, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        return await database.PublishedFiles.Where(file => file.TargetId == target.Id && file.Path == path).Select(file => file.Sha256)
            .SingleOrDefaultAsync(cancel);
    }

    private Task<bool> NoteAsync(PublicationChangeRow change, ChangeState state)
    {
        change.State = state;
        return databases.WriteAsync(database =>
        {
            database.Update(change);
            return Task.FromResult(true);
        });
    }

    private Task<bool> DoneAsync(PublicationChangeRow change)
    {
        (change.State, change.DoneAt) = (ChangeState.Done, clock.GetUtcNow().UtcDateTime);
        return databases.WriteAsync(async database =>
        {
            database.Update(change);
            await ForgetAsync(database, [change.Path]);
            if (change is { IsOurs: true, Sha256: { } sha256 })
                database.PublishedFiles.Add(new PublishedFileRow
                {
                    TargetId = target.Id,
                    Path = change.Path,
                    DestinationId = publication.DestinationId,
                    Sha256 = sha256,
                    Bytes = change.Bytes,
                    Role = change.Role,
                    IsLasting = change.IsLasting,
                    Picture = change.Picture,
                });
            await database.Publications.Where(row => row.Id == publication.Id)
                .ExecuteUpdateAsync(row => row.SetProperty(one => one.Done, one => one.Done + 1)
                    .SetProperty(one => one.BytesOut, one => one.BytesOut + (change.Sha256 == null ? 0 : change.Bytes)));
            return true;
        });
    }

    // Nothing of ours lies there any more.
    private async Task ForgetAsync(PantometDb database, IReadOnlyCollection<string> paths)
    {
        await database.PublishedFiles.Where(file => file.TargetId == target.Id && paths.Contains(file.Path)).ExecuteDeleteAsync();
        await database.RefusedFiles.Where(file => file.TargetId == target.Id && paths.Contains(file.Path)).ExecuteDeleteAsync();
    }

    private Task<bool> LeaveAloneAsync(PublicationChangeRow change, string reason, bool isRefused)
    {
        (change.State, change.Reason) = (ChangeState.LeftAlone, reason);
        return databases.WriteAsync(async database =>
        {
            database.Update(change);
            await database.Publications.Where(row => row.Id == publication.Id)
                .ExecuteUpdateAsync(
                    row => row.SetProperty(one => one.Failed, one => one.Failed + 1).SetProperty(one => one.Problem, reason));
            await database.RefusedFiles.Where(file => file.TargetId == target.Id && file.Path == change.Path).ExecuteDeleteAsync();
            if (isRefused && change.Picture is { } picture)
                database.RefusedFiles.Add(new RefusedFileRow
                {
                    TargetId = target.Id,
                    Path = change.Path,
                    SourceId = picture.SourceId,
                    SlotId = picture.SlotId,
                    Newest = change.Newest,
                    Sentence = $"{target.Name} does not take it: {reason}",
                });
            return true;
        });
    }
}
