using Pantomet.Core.Packages;
using Pantomet.Core.Pictures;
using Pantomet.Rendering;
using Pantomet.Server.SiteCheck;
using Pantomet.Sites.Ways;

namespace Pantomet.Server.Packages;

/// <summary>Pictures of a site that are to go back where they were, under the same names.</summary>
/// <param name="Check">Id of the check.</param>
/// <param name="Pictures">Ids of its pictures; absent for all.</param>
/// <param name="Originals">Whether the files are wanted as they were before, and not the better ones.</param>
internal sealed record SitePackage(string Check, IReadOnlyList<long>? Pictures = null, bool Originals = false);

/// <summary>A file of a site's package.</summary>
/// <param name="Entry">As the package lists it.</param>
/// <param name="Content">Where it lies now.</param>
internal sealed record SitePackageFile(ManifestEntry Entry, string Content);

/// <summary>Gets the files of a site's package: better ones are made where nobody has yet.</summary>
internal sealed class SitePackageFiles(PantometDb database, SiteFiles files, BetterFiles better, DataFolder folder)
{
    private const string Destination = "Site check";

    /// <summary>The files, and those that stay as they are with the reasons.</summary>
    /// <param name="wanted">What was asked for.</param>
    /// <param name="tell">Is told file by file.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task<(IReadOnlyList<SitePackageFile> Files, IReadOnlyList<MissingEntry> Missing)> OfAsync(
        SitePackage wanted, PackageProgress tell, CancellationToken cancel)
    {
        var name = await database.SiteChecks.Where(row => row.Id == wanted.Check).Select(row => row.Name).SingleOrDefaultAsync(cancel);
        var ids = wanted.Pictures;
        var rows = await database.SitePictures.AsNoTracking()
            .Where(row => row.CheckId == wanted.Check && row.Sha256 != null && (ids == null || ids.Contains(row.Sequence)))
            .OrderBy(row => row.Sequence).ToListAsync(cancel);
        var (made, missing) = (new List<SitePackageFile>(), new List<MissingEntry>());
        var paths = new HashSet<string>();
        var names = rows.Select(row => row.Sha256!).Distinct().ToList();
        var known = await database.SiteFiles.AsNoTracking().Where(one => names.Contains(one.Sha256))
            .ToDictionaryAsync(one => one.Sha256, cancel);
        foreach (var (at, row) in rows.Index())
        {
            await tell(at, rows.Count);
            // An address says whatever a stranger wants; a path must lead nowhere else when it is unpacked.
            if (SitePath.Problem(PathOf(row)) is not null || !paths.Add(PathOf(row)))
            {
                missing.Add(new MissingEntry(row.Address, Destination, name!, "Its address is no path, or that of another one."));
                continue;
            }

            var file = known[row.Sha256!];
            var one = wanted.Originals ? Original(row, file, name!) : await BetterAsync(row, file, name!, cancel);
            if (one is not null)
                made.Add(one);
            else
                missing.Add(new MissingEntry(row.Address, Destination, name!, Reason(file)));
        }

        return (made, missing);
    }

    private static string Reason(SiteFileRow file) => file.Facts is null
        ? "It is no whole picture, so nothing can be made of it."
        : "It stays as it is: nothing lighter looks the same in its format.";

    private SitePackageFile Original(SitePictureRow row, SiteFileRow file, string name) => new(
        Entry(
            row, name, row.Width ?? 0, row.Height ?? 0, row.Format?.MediaType() ?? "application/octet-stream", file.Bytes, null,
            file.Sha256),
        files.PathOf(file.Sha256));

    private async Task<SitePackageFile?> BetterAsync(SitePictureRow row, SiteFileRow file, string name, CancellationToken cancel)
    {
        if (file.Facts is not { } facts || (await better.MakeAsync(file, row.NeededPx, cancel)).Recipe is not { } recipe)
            return null;
        var size = BetterFiles.SizeOf(facts.Size, row.NeededPx);
        var made = await database.RenderedFiles.AsNoTracking().SingleAsync(one => one.Recipe == recipe, cancel);
        return new SitePackageFile(
            Entry(row, name, size.Width, size.Height, made.Format.MediaType(), made.Bytes, made.Quality, made.Sha256),
            ContentStore.PathOf(folder.Variants, made.Sha256));
    }

    private static ManifestEntry Entry(
        SitePictureRow row, string name, int width, int height, string format, long bytes, int? quality, string sha256) => new(
            PathOf(row), row.Address.Split('/')[^1], row.Sha256!, Destination, name, width, height, format, bytes, quality, sha256, "");

    /// <summary>Where it lies in the site: as it came, or by its address.</summary>
    /// <param name="row">The picture.</param>
    public static string PathOf(SitePictureRow row) => row.Path ??
        (Uri.TryCreate(row.Address, UriKind.Absolute, out var address) && address.Scheme is "http" or "https"
            ? Uri.UnescapeDataString(address.AbsolutePath).TrimStart('/')
            : row.Address.TrimStart('/'));
}
