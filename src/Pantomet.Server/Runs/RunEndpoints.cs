using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Findings;
using Pantomet.Server.Hosting;
using Pantomet.Server.Jobs;

namespace Pantomet.Server.Runs;

/// <summary>What to render.</summary>
/// <param name="Sources">Ids of sources.</param>
/// <param name="Slots">Ids of slots; every source is rendered for every slot.</param>
/// <param name="Pairings">Single pairings instead.</param>
internal sealed record RunRequest(IReadOnlyList<string> Sources, IReadOnlyList<string> Slots, IReadOnlyList<PairingKey>? Pairings = null);

/// <summary>Names a source–slot pairing.</summary>
/// <param name="Source">The source's id.</param>
/// <param name="Slot">The slot's id.</param>
internal sealed record PairingKey(string Source, string Slot);

/// <summary>Names what was made.</summary>
internal sealed record CreatedId(string Id);

/// <summary>A run as the interface gives it.</summary>
/// <param name="Id">Its id.</param>
/// <param name="State">Where it stands.</param>
/// <param name="Total">Variants in all.</param>
/// <param name="Done">Variants whose file passed its check.</param>
/// <param name="Failed">Variants without a file.</param>
/// <param name="LeftOut">Variants that were not wanted any more when their turn came.</param>
/// <param name="Blocked">Pairings that a stop finding keeps from being complete.</param>
/// <param name="BytesIn">What its sources weigh together.</param>
/// <param name="BytesOut">What its files weigh together.</param>
/// <param name="AskedAt">When it was asked for.</param>
/// <param name="StartedAt">When its first variant was begun.</param>
/// <param name="EndedAt">When it ended.</param>
internal sealed record RunAnswer(
    string Id, JobState State, int Total, int Done, int Failed, int LeftOut, int Blocked, long BytesIn, long BytesOut, DateTime AskedAt,
    DateTime? StartedAt, DateTime? EndedAt) : IJobAnswer
{
    public static RunAnswer Of(RunRow row) =>
        new(row.Id, row.State, row.Total, row.Done, row.Failed, row.LeftOut, row.Blocked, row.BytesIn, row.BytesOut, row.AskedAt,
            row.StartedAt, row.EndedAt);
}

/// <summary>Runs, newest first.</summary>
internal sealed record RunPage(IReadOnlyList<RunAnswer> Items);

/// <summary>What a run's plans had to say that somebody should look at, what stops a file first.</summary>
/// <param name="Items">As many as anybody reads.</param>
/// <param name="Total">How many there are in all.</param>
internal sealed record RunFindings(IReadOnlyList<RunFinding> Items, int Total);

/// <summary>The slots that a run has made files for, by their ids.</summary>
internal sealed record RunSlots(IReadOnlyList<RunSlot> Items);

/// <summary>A slot of a run.</summary>
/// <param name="Slot">Its id.</param>
/// <param name="Files">How many of its files there are by now.</param>
internal sealed record RunSlot(string Slot, int Files);

/// <summary>A finding about a pairing.</summary>
internal sealed record RunFinding(string Source, string Stem, string Slot, Finding Finding);

internal static class RunEndpoints
{
    private const string GoneSentence = "A source or slot of this run does not exist any more. Look at the selection again.";
    private const int RunsListed = 100;
    private const int MaxFindings = 1000;

    public static void MapRuns(this IEndpointRouteBuilder routes)
    {
        var runs = routes.MapGroup("/api/runs").WithTags("Runs");
        runs.MapPost("", StartAsync).WithName("startRun");
        runs.MapGet("", ListAsync).WithName("listRuns");
        runs.MapGet("/{id}", GetAsync).WithName("getRun");
        runs.MapGet("/{id}/findings", FindingsAsync).WithName("listRunFindings");
        runs.MapGet("/{id}/slots", SlotsAsync).WithName("listRunSlots");
        runs.MapGet("/{id}/events", EventsAsync).WithName("watchRun");
        runs.MapPost("/{id}/cancel", CancelAsync).WithName("cancelRun");
        runs.MapPost("/{id}/pause", PauseAsync).WithName("pauseRun");
        runs.MapPost("/{id}/resume", ResumeAsync).WithName("resumeRun");
        runs.MapPost("/{id}/retry", RetryAsync).WithName("retryRun");
    }

    /// <summary>A run that was asked for.</summary>
    public static Results<Accepted<CreatedId>, ProblemHttpResult> Answer(Outcome<RunRow> started) => started.Value is { } run
        ? TypedResults.Accepted($"/api/runs/{run.Id}", new CreatedId(run.Id))
        : Problems.Of(started.Refusal!);

    private static async Task<Results<Accepted<CreatedId>, ProblemHttpResult>> StartAsync(
        Planning planning, RunStart start, RunRequest request, CancellationToken cancel)
    {
        if (request.Pairings is { Count: > 0 } cells)
        {
            var wanted = cells.Select(cell => (cell.Source, cell.Slot)).ToHashSet();
            var found =
                (await planning.PairingsAsync(
                    [.. wanted.Select(cell => cell.Source).Distinct()], [.. wanted.Select(cell => cell.Slot).Distinct()], cancel))
                    .Where(pairing => wanted.Contains((pairing.Source.Id, pairing.Slot.Id))).ToList();
            return found.Count < wanted.Count ? Problems.Invalid("pairings", GoneSentence) : Answer(await start.AsAsync(found));
        }

        var pairings = await planning.PairingsAsync(request.Sources, request.Slots, cancel);
        if (pairings.Count < request.Sources.Distinct().Count() * request.Slots.Distinct().Count())
            return Problems.Invalid("sources", GoneSentence);
        if (pairings.Count == 0)
            return Problems.Invalid("sources", "A run needs at least one source and one slot. Choose both, then render.");

        return Answer(await start.AsAsync(pairings));
    }

    private static async Task<Ok<RunPage>> ListAsync(PantometDb database, CancellationToken cancel)
    {
        var rows = await database.Runs.AsNoTracking().OrderByDescending(row => row.Sequence).Take(RunsListed).ToListAsync(cancel);
        return TypedResults.Ok(new RunPage([.. rows.Select(RunAnswer.Of)]));
    }

    private static async Task<Results<Ok<RunAnswer>, ProblemHttpResult>> GetAsync(
        PantometDb database, string id, CancellationToken cancel) =>
        await FindAsync(database, id, cancel) is { } run ? TypedResults.Ok(RunAnswer.Of(run)) : Problems.NotFound("run", id);

    private static async Task<Ok<RunFindings>> FindingsAsync(PantometDb database, string id, CancellationToken cancel)
    {
        IReadOnlyList<Finding> none = [];
        var rows = await database.Pairings.AsNoTracking().Where(row => row.RunId == id && row.Findings != none).OrderBy(row => row.Sequence)
            .Select(row => new { row.SourceId, row.SlotId, row.Findings }).ToListAsync(cancel);
        var told = rows.SelectMany(
            row => row.Findings.Where(finding => finding.Severity != Severity.Note)
                .Select(finding => (row.SourceId, row.SlotId, Finding: finding)))
                .OrderByDescending(one => one.Finding.Severity == Severity.Stop).ToList();
        var first = told.Take(MaxFindings).ToList();
        var named = first.Select(one => one.SourceId).Distinct().ToList();
        var stems = await database.Sources.Where(row => named.Contains(row.Id)).ToDictionaryAsync(row => row.Id, row => row.Stem, cancel);
        return TypedResults.Ok(
            new RunFindings(
                [.. first.Select(
                    one => new RunFinding(one.SourceId, stems.GetValueOrDefault(one.SourceId, one.SourceId), one.SlotId, one.Finding))],
                    told.Count));
    }

    private static async Task<Ok<RunSlots>> SlotsAsync(PantometDb database, string id, CancellationToken cancel)
    {
        var made = from file in database.RunFiles
                   where file.RunId == id
                   join row in database.Variants on file.VariantSequence equals row.Sequence
                   group row by row.SlotId into slot
                   select new RunSlot(slot.Key, slot.Count());
        var found = await made.ToListAsync(cancel);
        return TypedResults.Ok(new RunSlots([.. found.OrderBy(one => one.Slot, StringComparer.Ordinal)]));
    }

    private static Task<Results<ServerSentEventsResult<RunAnswer>, ProblemHttpResult>> EventsAsync(
        JobWatch watch, string id, CancellationToken cancel) =>
        JobEndpoints.StatesAsync<RunRow, RunAnswer>(watch, id, "run", row => RunAnswer.Of(row), cancel);

    private static Task<Results<Ok<RunAnswer>, ProblemHttpResult>> CancelAsync(
        PantometDb database, JobControl control, string id, CancellationToken cancel) =>
        ChangedAsync(database, id, control.CancelAsync, cancel);

    private static Task<Results<Ok<RunAnswer>, ProblemHttpResult>> PauseAsync(
        PantometDb database, JobControl control, string id, CancellationToken cancel) =>
        ChangedAsync(database, id, control.PauseAsync, cancel);

    private static Task<Results<Ok<RunAnswer>, ProblemHttpResult>> ResumeAsync(
        PantometDb database, JobControl control, string id, CancellationToken cancel) =>
        ChangedAsync(database, id, control.ResumeAsync, cancel);

    private static async Task<Results<Ok<RunAnswer>, ProblemHttpResult>> ChangedAsync(
        PantometDb database, string id, Func<string, Task<Outcome<JobRow>>> change, CancellationToken cancel)
    {
        if (await FindAsync(database, id, cancel) is null)
            return Problems.NotFound("run", id);
        var changed = await change(id);
        return changed.Value is RunRow run ? TypedResults.Ok(RunAnswer.Of(run)) : Problems.Of(changed.Refusal!);
    }

    // What failed for a cause that is gone; a new run, so that the old one still says what happened.
    private static async Task<Results<Accepted<CreatedId>, ProblemHttpResult>> RetryAsync(
        PantometDb database, Planning planning, RunStart start, string id, CancellationToken cancel)
    {
        if (await FindAsync(database, id, cancel) is null)
            return Problems.NotFound("run", id);
        var blocked = from file in database.RunFiles
                      where file.RunId == id
                      join row in database.Variants on file.VariantSequence equals row.Sequence
                      where row.State == VariantState.Blocked
                      select new { row.SourceId, row.SlotId };
        var givenUp = database.Pairings.Where(row => row.RunId == id && row.State == QueueState.Failed)
            .Select(row => new { row.SourceId, row.SlotId });
        var failed = (await blocked.Union(givenUp).ToListAsync(cancel)).Select(row => new PairingKey(row.SourceId, row.SlotId)).ToHashSet();
        var pairings =
            (await planning.PairingsAsync(
                [.. failed.Select(key => key.Source).Distinct()], [.. failed.Select(key => key.Slot).Distinct()], cancel))
                .Where(pairing => failed.Contains(new PairingKey(pairing.Source.Id, pairing.Slot.Id))).ToList();
        return pairings.Count == 0
            ? Problems.Invalid("id", "No file of this run failed, or what failed does not exist any more.")
            : Answer(await start.AsAsync(pairings));
    }

    private static Task<RunRow?> FindAsync(PantometDb database, string id, CancellationToken cancel) =>
        database.Runs.AsNoTracking().SingleOrDefaultAsync(row => row.Id == id, cancel);
}
