using Pantomet.Core.Destinations;
using Pantomet.Core.Publishing;
using Pantomet.Server.Publishing.Targets;

namespace Pantomet.Server.Publishing.Publications;

/// <summary>Works out what a publication changes. Nothing is changed by that.</summary>
internal sealed class PublicationPlanner(PantometDb database, ReadyFileFinder ready)
{
    /// <summary>The changes that bring a destination's finished files there.</summary>
    /// <param name="row">The publication.</param>
    /// <param name="destination">Whose files.</param>
    /// <param name="kind">Of the target.</param>
    /// <param name="files">Of the target.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task<PlannedChanges> ForwardAsync(
        PublicationRow row, Destination destination, TargetKind kind, ITargetFiles files, CancellationToken cancel)
    {
        var found = await ready.OfAsync(destination, kind, cancel);
        var wanted = found.Files.Where(file => files.Takes(file.File.Role)).ToDictionary(file => file.File.Path);
        var rows = await LeftAsync(row, wanted.Keys, cancel);
        var begun = await BegunAsync(row, cancel);
        var lying = await files.LengthsAsync([.. wanted.Keys.Union(rows.Keys).Union(begun.Keys)], cancel);
        var changes = TargetChanges.Of(
            row.DestinationId, [.. wanted.Values.Select(file => file.File)], Left(row, rows, begun, lying), lying,
            path => rows.GetValueOrDefault(path)?.Picture is { } picture && found.Unsettled.Contains((picture.Stem, picture.SlotId)),
            row.TakesOver);
        return new PlannedChanges(
            [.. changes.Changes.Select(
                change => Row(row, change, rows.GetValueOrDefault(change.Path), wanted.GetValueOrDefault(change.Path), null))],
            changes.Unchanged, changes.Forgotten);
    }

    /// <summary>The changes that bring back what lay there before a publication.</summary>
    /// <param name="row">The publication that puts back.</param>
    /// <param name="files">Of the target.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task<PlannedChanges> BackAsync(PublicationRow row, ITargetFiles files, CancellationToken cancel)
    {
        var from = await database.Publications.Where(one => one.Id == row.PutsBack).Select(one => one.Sequence).SingleAsync(cancel);
        var undone = database.Publications.Where(
            one => one.TargetId == row.TargetId && one.DestinationId == row.DestinationId && !one.IsDryRun && one.Sequence >= from);
        var made = await database.PublicationChanges.AsNoTracking()
            .Where(change => change.State == ChangeState.Done || change.State == ChangeState.Begun)
            .Join(undone, change => change.PublicationId, one => one.Id, (change, one) => new { change, one.Sequence })
            .OrderBy(one => one.Sequence).ThenBy(one => one.change.Sequence).Select(one => one.change).ToListAsync(cancel);
        // What lay at a path before the first of them is what comes back.
        var first = made.DistinctBy(change => change.Path).ToDictionary(change => change.Path);
        var rows = (await LeftAsync(row, first.Keys, cancel)).Where(one => first.ContainsKey(one.Key)).ToDictionary();
        var lying = await files.LengthsAsync(first.Keys, cancel);
        var wanted = first.Values.Where(change => change.FormerSha256 is not null)
            .Select(change => new WantedFile(change.Path, change.FormerSha256!, change.FormerBytes, change.Role)).ToList();
        var changes = TargetChanges.Of(
            row.DestinationId, wanted, Left(row, rows, await BegunAsync(row, cancel), lying), lying, _ => false, takesOver: false);
        return new PlannedChanges(
            [.. changes.Changes.Select(change => Row(row, change, rows.GetValueOrDefault(change.Path), null, first[change.Path]))],
            changes.Unchanged, changes.Forgotten);
    }

    private async Task<Dictionary<string, PublishedFileRow>> LeftAsync(
        PublicationRow row, IReadOnlyCollection<string> paths, CancellationToken cancel) => await database.PublishedFiles.AsNoTracking()
            .Where(file => file.TargetId == row.TargetId && (file.DestinationId == row.DestinationId || paths.Contains(file.Path)))
            .ToDictionaryAsync(file => file.Path, cancel);

    // Where something was begun and never seen to be done: what lies there may be the old file, the new one, or a part of it.
    private async Task<Dictionary<string, FileRole>> BegunAsync(PublicationRow row, CancellationToken cancel)
    {
        var ofTarget = database.Publications.Where(one => one.TargetId == row.TargetId && one.DestinationId == row.DestinationId)
            .Select(one => one.Id);
        var begun = await database.PublicationChanges
            .Where(change => change.State == ChangeState.Begun && ofTarget.Contains(change.PublicationId))
            .Select(change => new { change.Path, change.Role }).Distinct().ToListAsync(cancel);
        return begun.DistinctBy(one => one.Path).ToDictionary(one => one.Path, one => one.Role);
    }

    private static Dictionary<string, LeftFile> Left(
        PublicationRow row, Dictionary<string, PublishedFileRow> rows, Dictionary<string, FileRole> begun,
        IReadOnlyDictionary<string, long> lying)
    {
        var left = rows.ToDictionary(
            one => one.Key, one => new LeftFile(one.Value.Sha256, one.Value.Bytes, one.Value.Role, one.Value.DestinationId));
        // Which of these it is, is seen when its turn comes.
        foreach (var (path, role) in begun.Where(one => lying.ContainsKey(one.Key)))
            left[path] = new LeftFile("", lying[path], role, row.DestinationId);
        return left;
    }

    // Of a file that is ready, or of what lay there before a change that is undone.
    private static PublicationChangeRow Row(
        PublicationRow row, TargetChange change, PublishedFileRow? left, ReadyFile? file, PublicationChangeRow? undone) => new()
        {
            PublicationId = row.Id,
            Kind = change.Kind,
            Role = change.Role,
            Path = change.Path,
            State = change.Kind == ChangeKind.LeaveAlone ? ChangeState.LeftAlone : ChangeState.Planned,
            Sha256 = change.Wanted?.Sha256,
            Bytes = change.Wanted?.Bytes ?? left?.Bytes ?? 0,
            MediaType = file?.MediaType ?? PublishedTypes.Of(change.Path),
            IsLasting = file?.IsLasting ?? undone?.IsLasting ?? left?.IsLasting ?? false,
            Picture = file?.Picture ?? undone?.FormerPicture,
            Newest = file?.Newest ?? 0,
            IsOurs = undone?.WasOurs ?? true,
            WasOurs = left is not null || undone?.State == ChangeState.Begun,
            FormerPicture = left?.Picture,
            Reason = change.Reason,
        };
}

/// <summary>What a publication changes.</summary>
/// <param name="Rows">In the order in which the changes are made.</param>
/// <param name="Unchanged">Files that lie there as they should.</param>
/// <param name="Forgotten">Paths where nothing of ours lies any more.</param>
internal sealed record PlannedChanges(IReadOnlyList<PublicationChangeRow> Rows, int Unchanged, IReadOnlyList<string> Forgotten);
