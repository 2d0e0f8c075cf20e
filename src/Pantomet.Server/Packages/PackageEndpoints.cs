using System.IO.Compression;
using System.Reflection;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.StaticFiles;
using Pantomet.Server.Destinations;
using Pantomet.Server.Hosting;
using Pantomet.Server.Jobs;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Packages;

/// <summary>A package as the interface gives it.</summary>
/// <param name="Files">Variants in it, so far.</param>
/// <param name="Total">Variants that go into it; 0 until that is known.</param>
/// <param name="Bytes">Length of the ZIP; 0 until it is done.</param>
/// <param name="Problem">Why there is none; empty otherwise.</param>
/// <param name="Scope">What it was asked for.</param>
/// <param name="Destination">The one destination that it is for; null for any.</param>
/// <param name="OnlyChanged">Whether it holds only what earlier packages had not handed over.</param>
internal sealed record PackageAnswer(
    string Id, JobState State, int Files, int Total, long Bytes, string Problem, DateTime AskedAt, DateTime? EndedAt, PackageScope Scope,
    string? Destination, bool OnlyChanged)
{
    public static PackageAnswer Of(PackageRow row) =>
        new(row.Id, row.State, row.Done, row.Total, row.BytesOut, row.Problem, row.AskedAt, row.EndedAt, row.Selection.Scope,
            row.Selection.Destination,
            row.Selection.OnlyChanged);
}

/// <summary>Packages, newest first.</summary>
internal sealed record PackagePage(IReadOnlyList<PackageAnswer> Items);

internal static class PackageEndpoints
{
    private const int PackagesListed = 100;
    private const string SchemaName = "package-1.json";
    private static readonly FileExtensionContentTypeProvider MediaTypes = new();

    public static void MapPackages(this IEndpointRouteBuilder routes)
    {
        var packages = routes.MapGroup("/api/packages").WithTags("Packages");
        packages.MapPost("", MakeAsync).WithName("makePackage");
        packages.MapGet("", ListAsync).WithName("listPackages");
        packages.MapGet("/{id}", GetAsync).WithName("getPackage");
        packages.MapGet("/{id}/file", FileAsync).WithName("getPackageFile");
        packages.MapGet("/{id}/contents", ContentsAsync).WithName("getPackageContents");
        packages.MapGet("/{id}/files/{**path}", EntryAsync).ExcludeFromDescription();
        routes.MapGet($"/schemas/{SchemaName}", Schema).ExcludeFromDescription();
    }

    private static FileStreamHttpResult Schema() =>
        TypedResults.Stream(Assembly.GetExecutingAssembly().GetManifestResourceStream(SchemaName)!, "application/schema+json");

    private static async Task<Results<Accepted<CreatedId>, ProblemHttpResult>> MakeAsync(
        PantometDb database, IDbContextFactory<PantometDb> databases, DestinationCatalogue catalogue, WakeSignal signal, TimeProvider clock,
        PackageSelection selection, CancellationToken cancel)
    {
        if (selection.Destination is { } wanted && (await catalogue.AllAsync(cancel)).All(destination => destination.Id != wanted))
            return Problems.NotFound("destination", wanted);
        if (selection.Site is { } site && !await database.SiteChecks.AnyAsync(row => row.Id == site.Check, cancel))
            return Problems.NotFound("site check", site.Check);
        if (selection.AdHoc?.Unfit(selection.Sources?.Distinct().Count() ?? 0) is { } refusal)
            return Problems.Of(refusal);
        if (selection is { AdHoc: not null, Sources: null or [] })
            return Problems.Invalid("sources", "Say of which sources these files are wanted.");
        var package = new PackageRow
        {
            Id = Guid.NewGuid().ToString("N"),
            Selection = selection,
            State = JobState.Queued,
            AskedAt = clock.GetUtcNow().UtcDateTime,
        };
        await databases.WriteAsync(changing => Task.FromResult(changing.Packages.Add(package)));
        signal.Wake();
        return TypedResults.Accepted($"/api/packages/{package.Id}", new CreatedId(package.Id));
    }

    private static async Task<Ok<PackagePage>> ListAsync(PantometDb database, CancellationToken cancel)
    {
        var rows = await database.Packages.AsNoTracking().OrderByDescending(row => row.Sequence).Take(PackagesListed).ToListAsync(cancel);
        return TypedResults.Ok(new PackagePage([.. rows.Select(PackageAnswer.Of)]));
    }

    private static async Task<Results<Ok<PackageAnswer>, ProblemHttpResult>> GetAsync(
        PantometDb database, string id, CancellationToken cancel) =>
        await FindAsync(database, id, cancel) is { } package
            ? TypedResults.Ok(PackageAnswer.Of(package))
            : Problems.NotFound("package", id);

    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> FileAsync(
        PantometDb database, DataFolder folder, string id, CancellationToken cancel)
    {
        var (package, problem) = await OnDiskAsync(database, folder, id, cancel);
        return problem is null
            ? TypedResults.PhysicalFile(
                PackageBuilder.PathOf(folder, id), "application/zip", $"pantomet-{package!.AskedAt:yyyy-MM-dd}-{id[..6]}.zip",
                enableRangeProcessing: true)
            : problem;
    }

    private static async Task<Results<Ok<PackageContents>, ProblemHttpResult>> ContentsAsync(
        PantometDb database, DataFolder folder, string id, CancellationToken cancel)
    {
        var (zip, problem) = await OpenAsync(database, folder, id, cancel);
        using (zip)
            return zip is null ? problem! : TypedResults.Ok(await PackageContents.OfAsync(zip));
    }

    // By the same paths as on a disk, so that the contact sheet finds its pictures.
    private static async Task<Results<FileStreamHttpResult, ProblemHttpResult>> EntryAsync(
        PantometDb database, DataFolder folder, HttpResponse response, string id, string path, CancellationToken cancel)
    {
        var (zip, problem) = await OpenAsync(database, folder, id, cancel);
        if (zip is null)
            return problem!;
        response.RegisterForDispose(zip);
        if (zip.GetEntry(path) is not { } entry)
            return Problems.NotFound("file", path);
        // Pictures, lists, a page without scripts: nothing in a package may do more than be looked at.
        response.Headers.ContentSecurityPolicy = "default-src 'none'; img-src 'self'; style-src 'unsafe-inline'; frame-ancestors 'none'";
        return TypedResults.Stream(entry.Open(), MediaTypes.TryGetContentType(path, out var type) ? type : "text/plain");
    }

    private static async Task<(ZipArchive? Zip, ProblemHttpResult? Problem)> OpenAsync(
        PantometDb database, DataFolder folder, string id, CancellationToken cancel)
    {
        if (await OnDiskAsync(database, folder, id, cancel) is (_, { } problem))
            return (null, problem);
        try
        {
            return (ZipFile.OpenRead(PackageBuilder.PathOf(folder, id)), null);
        }
        catch (InvalidDataException)
        {
            return (null, Problems.Gone("The package on the disk is not what was made. Make it again."));
        }
    }

    private static async Task<(PackageRow? Package, ProblemHttpResult? Problem)> OnDiskAsync(
        PantometDb database, DataFolder folder, string id, CancellationToken cancel)
    {
        if (await FindAsync(database, id, cancel) is not { } package)
            return (null, Problems.NotFound("package", id));
        return package.State switch
        {
            JobState.Failed => (package, Problems.Gone(package.Problem)),
            JobState.Cancelled => (package, Problems.Gone("The package was cancelled. Make it again.")),
            JobState.Queued or JobState.Running or JobState.Paused =>
                (package, Problems.Gone("The package is still being made. Ask again in a moment.")),
            _ => (package, File.Exists(PackageBuilder.PathOf(folder, id))
                ? null
                : Problems.Gone("The package has been cleared away. Make it again.")),
        };
    }

    private static Task<PackageRow?> FindAsync(PantometDb database, string id, CancellationToken cancel) =>
        database.Packages.AsNoTracking().SingleOrDefaultAsync(row => row.Id == id, cancel);
}
