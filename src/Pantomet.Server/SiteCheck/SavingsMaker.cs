using Pantomet.Core.Measures;
using Pantomet.Core.SiteCheck;

namespace Pantomet.Server.SiteCheck;

/// <summary>Finds out what mending a site saves, by making the better files: of a small site all of them, of a large one a sample and those
/// that save most; the rest is estimated by them.</summary>
internal sealed class SavingsMaker(BetterFiles better, IDbContextFactory<PantometDb> databases)
{
    private const int MostMade = 300;
    private const int Sample = 100;
    private const int WrittenAtOnce = 10;

    /// <summary>A picture as estimates know it.</summary>
    /// <param name="row">One with facts and bytes.</param>
    public static HeavyFile HeavyOf(SitePictureRow row)
    {
        var size = new PixelSize(row.Width!.Value, row.Height!.Value);
        return new HeavyFile(row.Format!.Value, size, BetterFiles.SizeOf(size, row.NeededPx), row.Bytes!.Value);
    }

    /// <summary>Makes them.</summary>
    /// <param name="checkId">The check.</param>
    /// <param name="tell">Is told how many are made, of how many.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task MakeAsync(string checkId, Func<int, int, Task> tell, CancellationToken cancel)
    {
        List<SitePictureRow> pictures;
        await using (var database = await databases.CreateDbContextAsync(cancel))
        {
            pictures = await database.SitePictures.AsNoTracking().Where(row => row.CheckId == checkId && row.Sha256 != null)
                .ToListAsync(cancel);
        }

        var due = pictures.FindAll(row => row.PossibleState == PossibleState.Estimated);
        var made = pictures.Count(row => row.PossibleState == PossibleState.Made);
        var room = Math.Max(0, MostMade - made);
        if (due.Count <= room)
        {
            await MakeAsync([.. due.OrderByDescending(Saving)], tell, cancel);
            return;
        }

        // By their names in the store, which is as good as by lot, and the same each time.
        var sample = due.OrderBy(row => row.Sha256, StringComparer.Ordinal).Take(Math.Min(Sample, room)).ToList();
        await MakeAsync(sample, tell, cancel);
        await EstimateAsync(pictures, cancel);
        var rest = due.Where(row => row.PossibleState == PossibleState.Estimated);
        await MakeAsync([.. rest.OrderByDescending(Saving).Take(room - sample.Count)], tell, cancel);
    }

    private static long Saving(SitePictureRow row) => row.Bytes!.Value - row.PossibleBytes!.Value;

    private async Task MakeAsync(List<SitePictureRow> pictures, Func<int, int, Task> tell, CancellationToken cancel)
    {
        var done = 0;
        foreach (var some in pictures.Chunk(WrittenAtOnce))
        {
            var files = await FilesAsync(some, cancel);
            await Parallel.ForEachAsync(
                some, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount, CancellationToken = cancel },
                async (row, stop) =>
                {
                    if (!files.TryGetValue(row.Sha256!, out var file))
                        return;
                    var made = await better.MakeAsync(file, row.NeededPx, stop);
                    (row.PossibleState, row.PossibleBytes, row.Recipe) = (made.State, made.Bytes, made.Recipe);
                });
            await WriteAsync(some);
            done += some.Length;
            await tell(done, pictures.Count);
        }
    }

    private async Task EstimateAsync(List<SitePictureRow> pictures, CancellationToken cancel)
    {
        var estimate = new WeightEstimate(
            [.. pictures.Where(row => row.PossibleState != PossibleState.Estimated && row.Width is not null)
                .Select(row => (HeavyOf(row), row.PossibleBytes!.Value))]);
        var rest = pictures.FindAll(row => row.PossibleState == PossibleState.Estimated);
        rest.ForEach(row => row.PossibleBytes = estimate.Of(HeavyOf(row)));
        cancel.ThrowIfCancellationRequested();
        await WriteAsync(rest);
    }

    private async Task<Dictionary<string, SiteFileRow>> FilesAsync(SitePictureRow[] pictures, CancellationToken cancel)
    {
        var names = pictures.Select(row => row.Sha256!).Distinct().ToList();
        await using var database = await databases.CreateDbContextAsync(cancel);
        return await database.SiteFiles.AsNoTracking().Where(row => names.Contains(row.Sha256) && row.Facts != null)
            .ToDictionaryAsync(row => row.Sha256, cancel);
    }

    // What was found out is not written again, and a check that was deleted meanwhile is passed over.
    private Task<bool> WriteAsync(IReadOnlyList<SitePictureRow> rows) => databases.WriteAsync(async database =>
    {
        foreach (var row in rows)
            await database.SitePictures.Where(one => one.Sequence == row.Sequence).ExecuteUpdateAsync(one => one
                .SetProperty(to => to.PossibleState, row.PossibleState).SetProperty(to => to.PossibleBytes, row.PossibleBytes)
                .SetProperty(to => to.Recipe, row.Recipe));
        return true;
    });
}
