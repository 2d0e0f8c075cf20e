using Pantomet.Server.Jobs;

namespace Pantomet.Server.SiteCheck;

/// <summary>Deletes checks, with the files that no other check has.</summary>
internal sealed class SiteCheckBin(IDbContextFactory<PantometDb> databases, JobControl control, DataFolder folder, SiteFiles files)
{
    /// <summary>Deletes a check, whether or not it has ended.</summary>
    /// <param name="id">The check.</param>
    /// <returns>Whether there was one.</returns>
    public async Task<bool> DeleteAsync(string id)
    {
        await using (var looking = await databases.CreateDbContextAsync())
        {
            if (!await looking.SiteChecks.AnyAsync(row => row.Id == id))
                return false;
        }

        await control.CancelAsync(id);
        await databases.WriteAsync(async database =>
        {
            await database.SitePages.Where(row => row.CheckId == id).ExecuteDeleteAsync();
            await database.SitePictures.Where(row => row.CheckId == id).ExecuteDeleteAsync();
            return await database.SiteChecks.Where(row => row.Id == id).ExecuteDeleteAsync();
        });
        await files.SweepAsync();
        if (Directory.Exists(Path.Combine(folder.SiteChecks, id)))
            Directory.Delete(Path.Combine(folder.SiteChecks, id), recursive: true);
        return true;
    }
}
