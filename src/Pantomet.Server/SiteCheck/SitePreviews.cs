using Pantomet.Core.Pictures;
using Pantomet.Imaging.Sources;
using Pantomet.Server.Sources;

namespace Pantomet.Server.SiteCheck;

/// <summary>Previews of the pictures of sites, made again where somebody has cleared them away.</summary>
internal sealed class SitePreviews(
    IDbContextFactory<PantometDb> databases, DataFolder folder, SiteFiles files)
{
    /// <summary>The preview that serves a width.</summary>
    /// <param name="sha256">Of the file.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>Null where the file is gone, or is no picture.</returns>
    public async Task<(string Path, PictureFormat Format)?> ForAsync(string sha256, int width, CancellationToken cancel)
    {
        SiteFileRow? file;
        await using (var database = await databases.CreateDbContextAsync(cancel))
        {
            file = await database.SiteFiles.AsNoTracking().SingleOrDefaultAsync(row => row.Sha256 == sha256, cancel);
        }

        if (file is not { Facts: { } facts } || !File.Exists(files.PathOf(sha256)))
            return null;
        var path = PreviewFiles.PathOf(folder, sha256, PreviewMaker.WidthFor(width));
        if (!File.Exists(path))
        {
            await files.LookAgainAsync(sha256);
        }

        return (path, facts.HasAlpha ? PictureFormat.WebP : PictureFormat.Jpeg);
    }
}
