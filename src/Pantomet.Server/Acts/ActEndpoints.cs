using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;
using Pantomet.Server.Board;
using Pantomet.Server.Framing;
using Pantomet.Server.Hosting;
using Pantomet.Server.Jobs;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;
using Pantomet.Server.Sources.Composing;

namespace Pantomet.Server.Acts;

internal static class ActEndpoints
{
    // What older ones changed is forgotten: nobody goes back so far.
    private const int ActsKept = 100;

    public static void MapActs(this IEndpointRouteBuilder routes)
    {
        routes.MapPost("/api/acts", StartAsync).WithTags("Jobs").WithName("actOnMany");
        routes.MapPost("/api/jobs/{id}/undo", UndoAsync).WithTags("Jobs").WithName("undoJob");
    }

    private static async Task<Results<Accepted<CreatedId>, ProblemHttpResult>> StartAsync(
        IDbContextFactory<PantometDb> databases, BoardSelection board, WakeSignal signal, TimeProvider clock, ActRequest request,
        CancellationToken cancel)
    {
        if (Unfit(request) is { } unfit)
            return Problems.Of(unfit);
        var (ids, problem) = request.On switch
        {
            { Filter: { } filter } => await board.IdsAsync(filter, cancel),
            { Pairings: { } pairings } => new SourceIds([.. pairings.Select(pairing => pairing.Source).Distinct()]),
            _ => new SourceIds([.. request.On.Ids!.Distinct()]),
        };
        if (problem is not null)
            return Problems.Of(problem);
        var chosen = request.Pair is { } pair ? await PairedAsync(databases, ids!.Ids, pair.By, cancel) : ids!.Ids;
        return chosen.Count == 0
            ? Problems.Invalid(
                "on", request.Pair is null ? "No picture is chosen, or the filter leaves none." : "Fewer than two pictures are chosen.")
            : await AskAsync(databases, signal, ActRow.Of(request, chosen, clock.GetUtcNow().UtcDateTime));
    }

    // Two and two that go together follow each other; one that is left over is not among them.
    private static async Task<IReadOnlyList<string>> PairedAsync(
        IDbContextFactory<PantometDb> databases, IReadOnlyList<string> ids, PairedBy by, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var rows = await SelectedSources.InAsync(database, ids, ids.Count, cancel);
        return [.. SourcePairs.Of(rows, by).Pairs.SelectMany(pair => pair).Select(row => row.Id)];
    }

    // By an act of its own, so that it can be cancelled, and undone itself: then the first is done again.
    private static async Task<Results<Accepted<CreatedId>, ProblemHttpResult>> UndoAsync(
        IDbContextFactory<PantometDb> databases, WakeSignal signal, TimeProvider clock, string id)
    {
        var (undo, problem) = await databases.TryWriteAsync<ActRow>(async database =>
        {
            if (await database.Jobs.SingleOrDefaultAsync(row => row.Id == id) is not { } job)
                return Refusal.NotFound("job", id);
            if (job is not ActRow act)
                return Refusal.Invalid("id", "Only acts on pictures are undone. What a run or a package made can be deleted on Space.");
            if (act.IsOpen)
                return new Refusal(RefusalKind.Busy, "not-ended", "Not ended", "It is not done yet. Cancel it first, then undo it.");
            // One that was cancelled, or reached nothing, can be tried again.
            if (await database.Acts.AnyAsync(
                row => row.Undoes == id && row.State != JobState.Cancelled && row.State != JobState.Failed))
                return new Refusal(
                    RefusalKind.Busy, "undone-already", "Undone already", "It was undone already. Undo the undoing to do it again.");
            // The last first: what changed places goes back the same way.
            var ids = await database.ActChanges.Where(change => change.ActId == id).OrderByDescending(change => change.Sequence)
                .Select(change => change.SourceId).ToListAsync();
            if (ids.Count == 0)
                return Refusal.Invalid("id", "It changed nothing; there is nothing to undo.");
            var undoing = ActRow.Of(
                act.Request with { On = new ActTargets(), Act = ActKind.Undo }, ids, clock.GetUtcNow().UtcDateTime, undoes: id);
            database.Acts.Add(undoing);
            return undoing;
        });
        if (problem is not null)
            return Problems.Of(problem);
        signal.Wake();
        return Accepted(undo!);
    }

    private static async Task<Results<Accepted<CreatedId>, ProblemHttpResult>> AskAsync(
        IDbContextFactory<PantometDb> databases, WakeSignal signal, ActRow act)
    {
        await databases.WriteAsync(async database =>
        {
            var kept = await database.Acts.OrderByDescending(row => row.Sequence).Take(ActsKept).Select(row => row.Id).ToListAsync();
            await database.ActChanges.Where(change => !kept.Contains(change.ActId)).ExecuteDeleteAsync();
            database.Acts.Add(act);
            return act;
        });
        signal.Wake();
        return Accepted(act);
    }

    private static Accepted<CreatedId> Accepted(ActRow act) => TypedResults.Accepted($"/api/jobs/{act.Id}", new CreatedId(act.Id));

    private static Refusal? Unfit(ActRequest request)
    {
        if (new object?[] { request.On.Ids, request.On.Filter, request.On.Pairings }.Count(one => one is not null) != 1)
            return Refusal.Invalid("on", "Say which pictures: their ids, a filter, or pairings. One of the three.");
        if (request.On is { Slots: not null, Pairings: not null } || (request.On.Slots is not null && request.Act != ActKind.Frame))
            return Refusal.Invalid("on", "Slots go with ids or a filter, for acts on framings: each picture is changed at all of them.");
        return request switch
        {
            { Act: ActKind.Group, Group: null } => Refusal.Invalid("group", "Name the group; an empty name takes them out of theirs."),
            { Act: ActKind.Group, Group: { Length: > 0 } group } when !Stem.IsValid(group) => SourceEndpoints.UnfitGroup(group),
            { Act: ActKind.Name, Names: null } => Refusal.Invalid("names", "Say how they are named."),
            { Act: ActKind.Name, Names: { } names } => Naming.Unfit(names, request.On.Ids?.Count),
            { Act: ActKind.Frame, Frame: null } => Refusal.Invalid("frame", "Say what is done to each framing."),
            { Act: ActKind.CopyFraming, Copy: null } => Refusal.Invalid("copy", "Say which source they are framed like."),
            { Act: ActKind.Pair, Pair: null } => Refusal.Invalid("pair", "Say how they are put into pairs."),
            { Act: ActKind.Pair, Pair: { } pair } => pair.Layout.Read().Refusal,
            { Act: ActKind.Undo } => Refusal.Invalid("act", "Ask for it at the job that is undone: POST /api/jobs/{id}/undo."),
            _ => null,
        };
    }
}
