using Pantomet.Core.SiteCheck;
using Pantomet.Server.Jobs;

namespace Pantomet.Server.SiteCheck;

/// <summary>A page whose pictures weigh more than they may.</summary>
/// <param name="Address">Of the page.</param>
/// <param name="Bytes">What they weigh on a phone.</param>
internal sealed record PageOverBudget(string Address, long Bytes);

/// <summary>What became of a site since an earlier check.</summary>
/// <param name="Since">Id of the earlier check; null where there is none of the same site.</param>
/// <param name="CheckedAt">When that was; null where there is none.</param>
/// <param name="New">Addresses of pictures that were not there.</param>
/// <param name="Gone">Addresses of pictures that are not there any more.</param>
/// <param name="Worse">Pictures that are heavier, or have new faults.</param>
/// <param name="Mended">Pictures that are lighter, or have lost faults.</param>
/// <param name="OverBudget">Pages whose pictures weigh more on a phone than the budget that was asked with, the heaviest first.</param>
internal sealed record SiteCheckChanges(
    string? Since, DateTime? CheckedAt, IReadOnlyList<string> New, IReadOnlyList<string> Gone, IReadOnlyList<PictureChange> Worse,
    IReadOnlyList<PictureChange> Mended, IReadOnlyList<PageOverBudget> OverBudget);

/// <summary>Compares a check with the one before it of the same site.</summary>
internal sealed class SiteCheckHistory(PantometDb database)
{
    /// <summary>What became of it.</summary>
    /// <param name="check">The check.</param>
    /// <param name="since">Id of an earlier one; null for the last of the same site.</param>
    /// <param name="budget">What the pictures of a page may weigh on a phone; null for no end.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>Null where there is no earlier one of that id.</returns>
    public async Task<SiteCheckChanges?> OfAsync(SiteCheckRow check, string? since, long? budget, CancellationToken cancel)
    {
        var earlier = await database.SiteChecks.AsNoTracking()
            .Where(row => row.Sequence < check.Sequence && row.State == JobState.Done)
            .Where(row => since == null ? row.Name == check.Name : row.Id == since)
            .OrderByDescending(row => row.Sequence).FirstOrDefaultAsync(cancel);
        if (earlier is null && since is not null)
            return null;
        var after = await PicturesAsync(check.Id, cancel);
        var compared = earlier is null
            ? new CheckComparison([], [], [], [])
            : CheckComparison.Of(Plain(await PicturesAsync(earlier.Id, cancel)), Plain(after));
        var pages = await database.SitePages.AsNoTracking().Where(row => row.CheckId == check.Id).ToListAsync(cancel);
        return new SiteCheckChanges(
            earlier?.Id, earlier?.AskedAt, compared.New, compared.Gone, compared.Worse, compared.Mended,
            [
                .. SitePageSums.Of(pages, after).Select(page => new PageOverBudget(page.Address, page.Screens[0].Bytes))
                    .Where(page => page.Bytes > budget).OrderByDescending(page => page.Bytes),
            ]);
    }

    private Task<List<SitePictureRow>> PicturesAsync(string check, CancellationToken cancel) =>
        database.SitePictures.AsNoTracking().Where(row => row.CheckId == check).ToListAsync(cancel);

    private static List<CheckedPicture> Plain(List<SitePictureRow> rows) => rows.ConvertAll(row =>
    {
        var answer = SitePictureAnswer.Of(row);
        return new CheckedPicture(answer.Address, answer.Bytes, answer.Findings);
    });
}
