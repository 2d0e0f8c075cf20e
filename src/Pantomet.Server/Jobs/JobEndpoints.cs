using System.Linq.Expressions;
using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Findings;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Jobs;

/// <summary>A job as the interface gives it.</summary>
/// <param name="Id">Its id; that of the run or package.</param>
/// <param name="Kind">What it does.</param>
/// <param name="State">Where it stands.</param>
/// <param name="Total">Files in all, as far as is known.</param>
/// <param name="Done">Files that are finished.</param>
/// <param name="Failed">Files that could not be made.</param>
/// <param name="Attempts">How often it was begun.</param>
/// <param name="Problem">Why nothing came of it; empty otherwise.</param>
/// <param name="AskedAt">When it was asked for.</param>
/// <param name="StartedAt">When it was begun.</param>
/// <param name="EndedAt">When it ended.</param>
internal sealed record JobAnswer(
    string Id, JobKind Kind, JobState State, int Total, int Done, int Failed, int Attempts, string Problem, DateTime AskedAt,
    DateTime? StartedAt, DateTime? EndedAt) : IJobAnswer
{
    /// <summary>As the database gives it, without what was asked for: an act may name ten thousand sources.</summary>
    public static Expression<Func<JobRow, JobAnswer>> OfRow { get; } = row => new JobAnswer(
        row.Id, row.Kind, row.State, row.Total, row.Done, row.Failed, row.Attempts, row.Problem, row.AskedAt, row.StartedAt, row.EndedAt);

    public static JobAnswer Of(JobRow row) => Read(row);

    private static readonly Func<JobRow, JobAnswer> Read = OfRow.Compile();
}

/// <summary>Jobs, newest first.</summary>
internal sealed record JobPage(IReadOnlyList<JobAnswer> Items);

internal static class JobEndpoints
{
    private const int JobsListed = 100;

    public static void MapJobs(this IEndpointRouteBuilder routes)
    {
        var jobs = routes.MapGroup("/api/jobs").WithTags("Jobs");
        jobs.MapGet("", ListAsync).WithName("listJobs");
        jobs.MapGet("/{id}", GetAsync).WithName("getJob");
        jobs.MapGet("/{id}/events", EventsAsync).WithName("watchJob");
        jobs.MapPost("/{id}/cancel", CancelAsync).WithName("cancelJob");
        jobs.MapPost("/{id}/pause", PauseAsync).WithName("pauseJob");
        jobs.MapPost("/{id}/resume", ResumeAsync).WithName("resumeJob");
    }

    private static async Task<Results<Ok<JobPage>, ProblemHttpResult>> ListAsync(
        PantometDb database, string? kind, string? state, CancellationToken cancel)
    {
        if (!TryRead<JobKind>(kind, out var wantedKind))
            return Problems.Invalid(
                "kind", $"\"{kind}\" is no kind of job. There are run, package, act, intake, publication and siteCheck.");
        if (!TryRead<JobState>(state, out var wantedState))
            return Problems.Invalid(
                "state", $"\"{state}\" is not a state of jobs. There are queued, running, paused, done, failed and cancelled.");
        var rows = await database.Jobs.AsNoTracking()
            .Where(row => (wantedKind == null || row.Kind == wantedKind) && (wantedState == null || row.State == wantedState))
            .OrderByDescending(row => row.Sequence).Take(JobsListed).Select(JobAnswer.OfRow).ToListAsync(cancel);
        return TypedResults.Ok(new JobPage(rows));
    }

    private static bool TryRead<T>(string? text, out T? value)
        where T : struct, Enum
    {
        var isOne = Enum.TryParse<T>(text, ignoreCase: true, out var read) && Enum.IsDefined(read);
        value = isOne ? read : null;
        return isOne || text is null;
    }

    private static async Task<Results<Ok<JobAnswer>, ProblemHttpResult>> GetAsync(
        PantometDb database, string id, CancellationToken cancel) =>
        await database.Jobs.Where(row => row.Id == id).Select(JobAnswer.OfRow).SingleOrDefaultAsync(cancel) is { } job
            ? TypedResults.Ok(job)
            : Problems.NotFound("job", id);

    /// <summary>A stream of a job's states.</summary>
    /// <param name="watch">Looks at jobs.</param>
    /// <param name="id">The job.</param>
    /// <param name="name">What it is called where there is none.</param>
    /// <param name="answer">How it is told.</param>
    /// <param name="cancel">The asker is gone.</param>
    public static async Task<Results<ServerSentEventsResult<T>, ProblemHttpResult>> StatesAsync<TRow, T>(
        JobWatch watch, string id, string name, Expression<Func<TRow, T>> answer, CancellationToken cancel)
        where TRow : JobRow
        where T : class, IJobAnswer => await watch.HasAsync<TRow>(id, cancel)
            ? TypedResults.ServerSentEvents(watch.WatchAsync(id, answer, cancel))
            : Problems.NotFound(name, id);

    private static Task<Results<ServerSentEventsResult<JobAnswer>, ProblemHttpResult>> EventsAsync(
        JobWatch watch, string id, CancellationToken cancel) => StatesAsync<JobRow, JobAnswer>(watch, id, "job", JobAnswer.OfRow, cancel);

    private static async Task<Results<Ok<JobAnswer>, ProblemHttpResult>> CancelAsync(JobControl control, string id) =>
        Answer(await control.CancelAsync(id));

    private static async Task<Results<Ok<JobAnswer>, ProblemHttpResult>> PauseAsync(JobControl control, string id) =>
        Answer(await control.PauseAsync(id));

    private static async Task<Results<Ok<JobAnswer>, ProblemHttpResult>> ResumeAsync(JobControl control, string id) =>
        Answer(await control.ResumeAsync(id));

    private static Results<Ok<JobAnswer>, ProblemHttpResult> Answer(Outcome<JobRow> changed) =>
        changed.Value is { } job ? TypedResults.Ok(JobAnswer.Of(job)) : Problems.Of(changed.Refusal!);
}
