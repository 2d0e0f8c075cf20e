using Pantomet.Server.Sources;

namespace Pantomet.Server.SiteCheck;

/// <summary>A picture of a site that was taken in, or why it was not.</summary>
/// <param name="Picture">Its id.</param>
/// <param name="Taken">The id of the picture that was taken for it: the largest that shows the same.</param>
/// <param name="Source">The id of the source; null where there is none.</param>
/// <param name="Problem">Why there is none; null where there is one.</param>
internal sealed record TakenSitePicture(long Picture, long Taken, string? Source, string? Problem);

/// <summary>Takes pictures of a site in as sources: of each the largest file that shows the same.</summary>
internal sealed class SiteIntake(PantometDb database, SourceIntake intake, SiteFiles files)
{
    // Other crops of one picture are another picture.
    private const double SameProportions = 0.01;

    /// <summary>Takes them in.</summary>
    /// <param name="checkId">The check.</param>
    /// <param name="wanted">Ids of its pictures.</param>
    /// <param name="cancel">The asker is gone; what is in stays.</param>
    public async Task<IReadOnlyList<TakenSitePicture>> TakeAsync(string checkId, IReadOnlyList<long> wanted, CancellationToken cancel)
    {
        var rows = await database.SitePictures.AsNoTracking().Where(row => row.CheckId == checkId && row.Sha256 != null)
            .OrderBy(row => row.Sequence).ToListAsync(cancel);
        var names = rows.Select(row => row.Sha256!).Distinct().ToList();
        var known = await database.SiteFiles.AsNoTracking().Where(file => names.Contains(file.Sha256) && file.Facts != null)
            .ToDictionaryAsync(file => file.Sha256, cancel);
        var taken = new List<TakenSitePicture>();
        foreach (var row in rows.Where(row => wanted.Contains(row.Sequence)))
        {
            var largest = Largest(row, rows, known);
            await using var content = File.OpenRead(files.PathOf(largest.Sha256!));
            var answer = await intake.TakeAsync(largest.Address.Split('/')[^1], content, cancel);
            taken.Add(new TakenSitePicture(row.Sequence, largest.Sequence, answer.Source?.Id, answer.Problem?.Detail));
        }

        return taken;
    }

    private static SitePictureRow Largest(SitePictureRow row, List<SitePictureRow> all, Dictionary<string, SiteFileRow> known)
    {
        if (!known.TryGetValue(row.Sha256!, out var own))
            return row;
        var largest = all.Where(other => known.TryGetValue(other.Sha256!, out var one) && IsSame(own, one)).MaxBy(other => other.Width);
        return largest?.Width > row.Width ? largest : row;
    }

    private static bool IsSame(SiteFileRow own, SiteFileRow other)
    {
        var (left, right) = (own.Facts!.Size, other.Facts!.Size);
        return Math.Abs(((double)left.Width * right.Height / left.Height / right.Width) - 1) <= SameProportions &&
            own.Likeness!.IsSame(other.Likeness!);
    }
}
