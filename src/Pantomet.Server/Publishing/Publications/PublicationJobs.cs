using Pantomet.Rendering;
using Pantomet.Server.Destinations;
using Pantomet.Server.Jobs;
using Pantomet.Server.Publishing.Targets;
using Pantomet.Server.Rendering;

namespace Pantomet.Server.Publishing.Publications;

/// <summary>Publishes. One that was broken off goes on where it was: its changes are written down before the first is made.</summary>
internal sealed class PublicationJobs(
    IServiceScopeFactory scopes, IDbContextFactory<PantometDb> databases, DestinationCatalogue catalogue, KeptContents contents,
    RenderedFileStore rendered, TargetRegister targets, WakeSignal signal, TimeProvider clock, ILogger<PublicationJobs> log)
    : QueuedJobs<PublicationRow>(databases, signal, clock, log)
{
    public override JobKind Kind => JobKind.Publication;

    protected override async Task DoAsync(PublicationRow job, CancellationToken stop)
    {
        var problem = await PublishedAsync(job, stop);
        await Databases.WriteAsync(async database =>
        {
            // Whoever cancelled or paused it meanwhile came first.
            if (await database.Publications.SingleOrDefaultAsync(row => row.Id == job.Id && row.State == JobState.Running) is not { } row)
                return false;
            if (problem.Length > 0)
                Fail(row, problem);
            else
                (row.State, row.EndedAt) = (JobState.Done, Now);
            if (problem.Length == 0 && !row.IsDryRun)
                await SettleAsync(database, row);
            return true;
        });
        await contents.ClearAsync(stop);
    }

    private async Task<string> PublishedAsync(PublicationRow job, CancellationToken stop)
    {
        try
        {
            await using var reading = await Databases.CreateDbContextAsync(stop);
            if (await reading.Targets.AsNoTracking().SingleOrDefaultAsync(row => row.Id == job.TargetId, stop) is not { } target)
                return $"{job.TargetName} is no longer a target.";
            await using var files = new PatientTarget(targets.Open(target));
            using var hold = rendered.HoldAll();
            if (!job.IsPlanned && await PlanAsync(job, target, files, stop) is { } nothing)
                return nothing;
            if (!job.IsDryRun)
                await new PublicationWork(Databases, contents, Clock, job, target, files).MakeAsync(stop);
            return "";
        }
        catch (TargetFaultException fault)
        {
            Log.LogWarning("Publication {Id} to {Target} failed: {Problem}", job.Id, job.TargetName, fault.Message);
            return $"{fault.Message.TrimEnd('.')}.{await StandsAsync(job, stop)}";
        }
        catch (Exception problem) when (problem is not OperationCanceledException || !stop.IsCancellationRequested)
        {
            Log.LogError(problem, "Publication {Id} to {Target} failed", job.Id, job.TargetName);
            return StorageFull.Is(problem)
                ? DiskFull.Sentence
                : "The publication could not be carried through. Publish again; if that fails too, look into the server's log.";
        }
    }

    private async Task<string?> PlanAsync(PublicationRow job, TargetRow target, ITargetFiles files, CancellationToken stop)
    {
        var destination = (await catalogue.AllAsync(stop)).SingleOrDefault(one => one.Id == job.DestinationId);
        if (destination is null)
            return $"There is no destination \"{job.DestinationId}\" any more.";
        await using var scope = scopes.CreateAsyncScope();
        var planner = scope.ServiceProvider.GetRequiredService<PublicationPlanner>();
        var planned = job.PutsBack is null
            ? await planner.ForwardAsync(job, destination, target.Place.Kind, files, stop)
            : await planner.BackAsync(job, files, stop);
        await Databases.WriteAsync(async database =>
        {
            await database.PublicationChanges.Where(change => change.PublicationId == job.Id).ExecuteDeleteAsync();
            database.PublicationChanges.AddRange(planned.Rows);
            if (!job.IsDryRun)
                await database.PublishedFiles.Where(file => file.TargetId == target.Id && planned.Forgotten.Contains(file.Path))
                    .ExecuteDeleteAsync();
            if (await database.Publications.SingleOrDefaultAsync(row => row.Id == job.Id) is { } row)
            {
                var others = planned.Rows.Where(change => change.State == ChangeState.LeftAlone).ToList();
                (row.IsPlanned, row.Unchanged, row.Total) = (true, planned.Unchanged, planned.Rows.Count);
                (row.Failed, row.Problem) = (others.Count, others.Count > 0 ? others[^1].Reason : "");
            }

            return true;
        });
        return planned.Rows.Count == 0 && planned.Unchanged == 0
            ? job.PutsBack is null
                ? $"There is no finished file for {destination.Name}. Render it first."
                : "Nothing was changed then, so there is nothing to put back."
            : null;
    }

    // What earlier ones had begun at these paths is done now, in whatever way.
    private static async Task SettleAsync(PantometDb database, PublicationRow row)
    {
        var earlier = database.Publications
            .Where(one => one.TargetId == row.TargetId && one.DestinationId == row.DestinationId && one.Sequence < row.Sequence)
            .Select(one => one.Id);
        var own = database.PublicationChanges.Where(change => change.PublicationId == row.Id).Select(change => change.Path);
        await database.PublicationChanges
            .Where(change => change.State == ChangeState.Begun && earlier.Contains(change.PublicationId) &&
                (row.PutsBack == null || own.Contains(change.Path)))
            .ExecuteUpdateAsync(change => change.SetProperty(one => one.State, ChangeState.LeftAlone)
                .SetProperty(one => one.Reason, "It was broken off, and a later publication settled it."));
    }

    private async Task<string> StandsAsync(PublicationRow job, CancellationToken stop)
    {
        await using var database = await Databases.CreateDbContextAsync(stop);
        var row = await database.Publications.AsNoTracking().SingleAsync(one => one.Id == job.Id, stop);
        return row.Done == 0
            ? " Nothing was changed there."
            : $" {row.Done:#,0} of {row.Total:#,0} changes were made, each file whole. " +
                "Publish again to go on, or put the former state back.";
    }
}
