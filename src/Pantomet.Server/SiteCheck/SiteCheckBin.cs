using Pantomet.Server.Jobs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.SiteCheck;

/// <summary>Deletes checks, with the files that no other check has.</summary>
internal sealed class SiteCheckBin(IDbContextFactory<PantometDb> databases, JobControl control, DataFolder folder, SiteFiles files)
{
    /// <summary>Deletes a check, whether or not it has ended.</summary>
    /// <param name="id">The check.</param>
    /// <returns>Whether there was one.</returns>
    public async Task<bool> DeleteAsync(string id)
    {
        await control.CancelAsync(id);
        var gone = await databases.WriteAsync(async database =>
        {
            if (await database.SiteChecks.SingleOrDefaultAsync(row => row.Id == id) is not { } check)
                return null;
            var used = await database.SitePictures.Where(row => row.CheckId == id && row.Sha256 != null).Select(row => row.Sha256!)
                .Distinct().ToListAsync();
            await database.SitePages.Where(row => row.CheckId == id).ExecuteDeleteAsync();
            await database.SitePictures.Where(row => row.CheckId == id).ExecuteDeleteAsync();
            database.SiteChecks.Remove(check);
            await database.SaveChangesAsync();
            var kept = await database.SitePictures.Where(row => used.Contains(row.Sha256!)).Select(row => row.Sha256!).Distinct()
                .ToListAsync();
            List<string> unused = [.. used.Except(kept)];
            await database.SiteFiles.Where(row => unused.Contains(row.Sha256)).ExecuteDeleteAsync();
            // A source of the same bytes keeps its previews.
            var sources = await database.Sources.Where(row => unused.Contains(row.Id)).Select(row => row.Id).ToListAsync();
            return unused.Select(sha256 => (Sha256: sha256, HasSource: sources.Contains(sha256))).ToList();
        });
        if (gone is null)
            return false;
        // Rows first: a crash in between leaves files that nobody names.
        foreach (var (sha256, hasSource) in gone)
        {
            File.Delete(files.PathOf(sha256));
            if (!hasSource)
                PreviewFiles.Delete(folder, sha256);
        }

        if (Directory.Exists(Path.Combine(folder.SiteChecks, id)))
            Directory.Delete(Path.Combine(folder.SiteChecks, id), recursive: true);
        return true;
    }
}
