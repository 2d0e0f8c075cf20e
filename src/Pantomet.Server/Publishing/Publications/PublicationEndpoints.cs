using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Findings;
using Pantomet.Core.Proof.Markup;
using Pantomet.Core.Publishing;
using Pantomet.Server.Destinations;
using Pantomet.Server.Hosting;
using Pantomet.Server.Jobs;
using Pantomet.Server.Publishing.Targets;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Publishing.Publications;

/// <summary>Asks for a publication.</summary>
/// <param name="Target">Id of the target.</param>
/// <param name="Destination">Id of the destination whose finished files are published.</param>
/// <param name="DryRun">Whether it only says what would be changed.</param>
/// <param name="TakesOver">Whether files of others that lie at the same paths are replaced; they are kept, and can be put back.</param>
internal sealed record PublicationRequest(string Target, string Destination, bool DryRun = false, bool TakesOver = false);

/// <summary>Asks for what lay there before.</summary>
/// <param name="DryRun">Whether it only says what would be changed.</param>
internal sealed record PutBackRequest(bool DryRun = false);

/// <summary>A publication in short.</summary>
/// <param name="Id">Its id; that of its job.</param>
/// <param name="State">Where it stands.</param>
/// <param name="Target">Id of the target.</param>
/// <param name="TargetName">What it was called.</param>
/// <param name="Destination">Id of the destination.</param>
/// <param name="DryRun">Whether it only says what would be changed.</param>
/// <param name="TakesOver">Whether files of others may be replaced.</param>
/// <param name="PutsBack">Id of the publication before which the target is put back; null for one of today's files.</param>
/// <param name="Done">Changes that are made.</param>
/// <param name="Total">Changes in all; 0 until they are known.</param>
/// <param name="LeftAlone">Files that were not touched since they are somebody else's, or that the target does not take.</param>
/// <param name="Unchanged">Files that lie there as they should.</param>
/// <param name="Bytes">Sent so far.</param>
/// <param name="Problem">Why it ended early, or of the last file that was left alone; empty otherwise.</param>
/// <param name="AskedAt">When it was asked for.</param>
/// <param name="EndedAt">When it ended.</param>
internal sealed record PublicationAnswer(
    string Id, JobState State, string Target, string TargetName, string Destination, bool DryRun, bool TakesOver, string? PutsBack,
    int Done, int Total, int LeftAlone, int Unchanged, long Bytes, string Problem, DateTime AskedAt, DateTime? EndedAt)
{
    public static PublicationAnswer Of(PublicationRow row) => new(
        row.Id, row.State, row.TargetId, row.TargetName, row.DestinationId, row.IsDryRun, row.TakesOver, row.PutsBack, row.Done, row.Total,
        row.Failed, row.Unchanged, row.BytesOut, row.Problem, row.AskedAt, row.EndedAt);
}

/// <summary>A file of a publication.</summary>
/// <param name="Path">From the target's root.</param>
/// <param name="Bytes">Its length.</param>
/// <param name="State">Where the change stands.</param>
/// <param name="Reason">Why it was left alone; empty otherwise.</param>
internal sealed record ChangedFile(string Path, long Bytes, ChangeState State, string Reason);

/// <summary>A file of which caches may still hold the old copy: it changed, and its address did not.</summary>
/// <param name="Address">As pages name it.</param>
/// <param name="Path">From the target's root.</param>
/// <param name="Seconds">How long a copy is kept that was fetched just before; null where that is not known.</param>
/// <param name="Until">When the last of them is gone; null where that is not known.</param>
internal sealed record CachedFile(string Address, string Path, int? Seconds, DateTime? Until);

/// <summary>The files of a kind, the first of them.</summary>
/// <param name="Items">In the order in which they are changed.</param>
/// <param name="Total">How many there are.</param>
internal sealed record ChangedFiles(IReadOnlyList<ChangedFile> Items, int Total);

/// <summary>A publication with its files.</summary>
/// <param name="Publication">In short.</param>
/// <param name="Added">Files where nothing lay.</param>
/// <param name="Replaced">Files in place of others.</param>
/// <param name="Removed">Files that are wanted no more.</param>
/// <param name="LeftAlone">Files that were not touched, and why.</param>
/// <param name="Cached">What caches may still hold the old copies of.</param>
/// <param name="CanBePutBack">Whether what lay there before is kept.</param>
internal sealed record PublicationDetails(
    PublicationAnswer Publication, ChangedFiles Added, ChangedFiles Replaced, ChangedFiles Removed, ChangedFiles LeftAlone,
    IReadOnlyList<CachedFile> Cached, bool CanBePutBack);

/// <summary>Publications, newest first.</summary>
internal sealed record PublicationPage(IReadOnlyList<PublicationAnswer> Items);

internal static class PublicationEndpoints
{
    private const int PublicationsListed = 100;
    private const int FilesListed = 1000;

    public static void MapPublications(this IEndpointRouteBuilder routes)
    {
        var publications = routes.MapGroup("/api/publications").WithTags("Publishing");
        publications.MapPost("", MakeAsync).WithName("publish");
        publications.MapGet("", ListAsync).WithName("listPublications");
        publications.MapGet("/{id}", GetAsync).WithName("getPublication");
        publications.MapPost("/{id}/put-back", PutBackAsync).WithName("putBackPublication");
    }

    private static async Task<Results<Accepted<CreatedId>, ProblemHttpResult>> MakeAsync(
        PublicationStart publications, PublicationRequest request, CancellationToken cancel) =>
        Answer(await publications.MakeAsync(request.Target, request.Destination, request.DryRun, request.TakesOver, cancel));

    private static async Task<Results<Accepted<CreatedId>, ProblemHttpResult>> PutBackAsync(
        PublicationStart publications, string id, PutBackRequest request) => Answer(await publications.PutBackAsync(id, request.DryRun));

    private static async Task<Ok<PublicationPage>> ListAsync(PantometDb database, CancellationToken cancel)
    {
        var rows = await database.Publications.AsNoTracking().OrderByDescending(row => row.Sequence).Take(PublicationsListed)
            .ToListAsync(cancel);
        return TypedResults.Ok(new PublicationPage([.. rows.Select(PublicationAnswer.Of)]));
    }

    private static async Task<Results<Ok<PublicationDetails>, ProblemHttpResult>> GetAsync(
        PantometDb database, DestinationCatalogue catalogue, string id, CancellationToken cancel)
    {
        if (await database.Publications.AsNoTracking().SingleOrDefaultAsync(row => row.Id == id, cancel) is not { } row)
            return Problems.NotFound("publication", id);
        var changes = await database.PublicationChanges.AsNoTracking().Where(change => change.PublicationId == id)
            .OrderBy(change => change.Sequence).ToListAsync(cancel);
        ChangedFiles Files(Func<PublicationChangeRow, bool> areThey) => new(
            [.. changes.Where(areThey).Take(FilesListed)
                .Select(change => new ChangedFile(change.Path, change.Bytes, change.State, change.Reason))],
            changes.Count(areThey));
        bool IsTouched(PublicationChangeRow change, ChangeKind kind) => change.State != ChangeState.LeftAlone && change.Kind == kind;
        var target = await database.Targets.AsNoTracking().SingleOrDefaultAsync(one => one.Id == row.TargetId, cancel);
        var before = (await catalogue.AllAsync(cancel)).SingleOrDefault(one => one.Id == row.DestinationId)?.BaseAddress ?? "";
        return TypedResults.Ok(new PublicationDetails(
            PublicationAnswer.Of(row), Files(change => IsTouched(change, ChangeKind.Add)),
            Files(change => IsTouched(change, ChangeKind.Replace)), Files(change => IsTouched(change, ChangeKind.Remove)),
            Files(change => change.State == ChangeState.LeftAlone),
            [.. changes.Where(change => IsTouched(change, ChangeKind.Replace) && change is { Role: FileRole.Picture, IsLasting: false })
                .Take(FilesListed).Select(change => Cached(change, target, before))],
            !row.IsDryRun && !row.IsOpen && target is not null && changes.Any(change => change.State == ChangeState.Done)));
    }

    private static CachedFile Cached(PublicationChangeRow change, TargetRow? target, string before)
    {
        var seconds = target is null ? null : PublicationWork.CacheSeconds(target.Place);
        return new CachedFile(
            PageAddress.Of(before, change.Path), change.Path, seconds, seconds is { } some ? change.DoneAt?.AddSeconds(some) : null);
    }

    private static Results<Accepted<CreatedId>, ProblemHttpResult> Answer(Outcome<PublicationRow> made) => made.Value is { } row
        ? TypedResults.Accepted($"/api/publications/{row.Id}", new CreatedId(row.Id))
        : Problems.Of(made.Refusal!);
}
