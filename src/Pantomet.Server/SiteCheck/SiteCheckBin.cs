using Pantomet.Server.Jobs;
using Pantomet.Server.Rendering;

namespace Pantomet.Server.SiteCheck;

/// <summary>Deletes checks, with the files that no other check has.</summary>
internal sealed class SiteCheckBin(
    IDbContextFactory<PantometDb> databases, JobControl control, DataFolder folder, SiteFiles files, RenderedFileStore rendered)
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
        var unnamed = await databases.WriteAsync(async database =>
        {
            var others = database.SitePictures.Where(row => row.CheckId != id && row.Recipe != null).Select(row => row.Recipe);
            var better = await database.SitePictures.Where(row => row.CheckId == id && row.Recipe != null && !others.Contains(row.Recipe))
                .Select(row => row.Recipe!).Distinct().ToListAsync();
            await database.SitePages.Where(row => row.CheckId == id).ExecuteDeleteAsync();
            await database.SitePictures.Where(row => row.CheckId == id).ExecuteDeleteAsync();
            await database.SiteChecks.Where(row => row.Id == id).ExecuteDeleteAsync();
            var made = await database.RenderedFiles.Where(row => better.Contains(row.Recipe)).Select(row => row.Sequence).ToListAsync();
            return await RenderedFileStore.ForgetAsync(database, made);
        });
        rendered.Delete(unnamed);
        await files.SweepAsync();
        if (Directory.Exists(Path.Combine(folder.SiteChecks, id)))
            Directory.Delete(Path.Combine(folder.SiteChecks, id), recursive: true);
        return true;
    }
}
