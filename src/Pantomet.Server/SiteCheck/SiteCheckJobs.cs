using Pantomet.Core.SiteCheck;
using Pantomet.Rendering;
using Pantomet.Server.Jobs;
using Pantomet.Sites;
using Pantomet.Sites.Joining;

namespace Pantomet.Server.SiteCheck;

/// <summary>Checks sites. One that is broken off begins anew, and finds what it had looked at and made.</summary>
internal sealed class SiteCheckJobs(
    SiteChecker checker, SavingsMaker savings, SiteFiles files, IDbContextFactory<PantometDb> databases, DataFolder folder,
    WakeSignal signal, TimeProvider clock, ILogger<SiteCheckJobs> log) : QueuedJobs<SiteCheckRow>(databases, signal, clock, log)
{
    private static readonly TimeSpan TellEvery = TimeSpan.FromSeconds(0.3);

    public override JobKind Kind => JobKind.SiteCheck;

    protected override async Task DoAsync(SiteCheckRow job, CancellationToken stop)
    {
        try
        {
            var tell = Tell(job.Id);
            if (job.Stage != CheckStage.Making)
            {
                using var held = await files.HoldAsync(stop);
                await KeepAsync(job, await checker.CheckAsync(job, tell, stop));
            }

            // Pages and style sheets are not needed any more, nor what a check that was broken off has left.
            await files.SweepAsync();
            await savings.MakeAsync(job.Id, (done, total) => tell(CheckStage.Making, done, total), stop);
            await EndAsync(job.Id, "");
        }
        catch (Exception problem) when (StorageFull.Is(problem))
        {
            Log.LogError(problem, "The disk is full");
            await EndAsync(job.Id, DiskFull.Sentence);
        }
    }

    private async Task EndAsync(string id, string problem)
    {
        var isEnded = await Databases.WriteAsync(async database =>
        {
            // Whoever cancelled or paused it meanwhile came first.
            if (await database.SiteChecks.SingleOrDefaultAsync(row => row.Id == id && row.State == JobState.Running) is not { } row)
                return false;
            if (problem.Length > 0)
                Fail(row, problem);
            else
                (row.State, row.EndedAt) = (JobState.Done, Now);
            return true;
        });
        // What was sent is in the store by now.
        if (isEnded && problem.Length == 0 && Directory.Exists(Path.Combine(folder.SiteChecks, id)))
            Directory.Delete(Path.Combine(folder.SiteChecks, id), recursive: true);
    }

    // All of it or nothing: who looks meanwhile sees a check that is being read.
    private Task<bool> KeepAsync(SiteCheckRow job, CheckedSite site) => Databases.WriteAsync(async database =>
    {
        if (await database.SiteChecks.SingleOrDefaultAsync(one => one.Id == job.Id && one.State == JobState.Running) is not { } row)
            return false;
        await database.SitePages.Where(page => page.CheckId == job.Id).ExecuteDeleteAsync();
        await database.SitePictures.Where(picture => picture.CheckId == job.Id).ExecuteDeleteAsync();
        database.SitePages.AddRange(site.Pages.Select(page => new SitePageRow
        {
            CheckId = job.Id,
            Address = SiteAddress.Shown(page.Address),
            Problem = page.Problem,
        }).DistinctBy(page => page.Address));
        database.SitePictures.AddRange(site.Pictures.Select(picture => RowOf(job.Id, site, picture)));
        row.Stage = CheckStage.Making;
        row.NotRead = site.Contents.NotRead;
        if (site.Contents.Site != SiteAddress.Nowhere)
            row.Name = site.Contents.Site.Authority;
        return true;
    });

    private static SitePictureRow RowOf(string check, CheckedSite site, SitePicture picture)
    {
        var facts = picture.File.Facts;
        var row = new SitePictureRow
        {
            CheckId = check,
            Address = SiteAddress.Shown(picture.Address),
            Path = SiteAddress.Find(site.Contents.Files, picture.Address)?.Path,
            Sha256 = picture.File.Sha256,
            Bytes = picture.File.Bytes,
            Format = facts?.Format,
            Width = facts?.Size.Width,
            Height = facts?.Size.Height,
            NeededPx = picture.NeededPx,
            Places = picture.Places,
            Findings = picture.Findings,
            PossibleBytes = picture.File.Bytes,
            PossibleState = PossibleState.AsItIs,
        };
        if (facts is not null && BetterFiles.CanBeMade(facts) && picture.File.Bytes is not null)
        {
            row.PossibleState = PossibleState.Estimated;
            row.PossibleBytes = new WeightEstimate([]).Of(SavingsMaker.HeavyOf(row));
        }

        return row;
    }

    // Not of every file: each is a write.
    private CheckProgress Tell(string id)
    {
        var (told, at) = (Clock.GetTimestamp(), (CheckStage?)null);
        return async (stage, done, total) =>
        {
            if (at == stage && Clock.GetElapsedTime(told) < TellEvery)
                return;
            (told, at) = (Clock.GetTimestamp(), stage);
            await Databases.WriteAsync(database => database.SiteChecks.Where(row => row.Id == id && row.State == JobState.Running)
                .ExecuteUpdateAsync(row => row.SetProperty(one => one.Done, done).SetProperty(one => one.Total, total)
                    .SetProperty(one => one.Stage, stage)));
        };
    }
}
