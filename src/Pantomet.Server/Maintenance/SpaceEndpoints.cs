using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Server.Hosting;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Maintenance;

/// <summary>What takes how much room on the disk.</summary>
/// <param name="Originals">Without those in the bin.</param>
/// <param name="Bin">Originals that were taken away.</param>
/// <param name="Variants">Finished files, those that are out of date too.</param>
/// <param name="Previews">Previews and working pictures, made again when they are needed.</param>
/// <param name="Packages">Packages, made again by hand.</param>
/// <param name="SiteFiles">Pictures of checked sites, until their checks are deleted.</param>
/// <param name="Database">Everything else that is remembered.</param>
/// <param name="FreeBytes">Left on the disk.</param>
internal sealed record SpaceAnswer(
    SpaceUsed Originals, SpaceUsed Bin, SpaceUsed Variants, SpaceUsed Previews, SpaceUsed Packages, SpaceUsed SiteFiles,
    SpaceUsed Database, long FreeBytes);

/// <summary>So many files of so many bytes.</summary>
internal sealed record SpaceUsed(int Files, long Bytes);

/// <summary>What became free.</summary>
internal sealed record SpaceFreed(long Bytes);

/// <summary>What is in the bin, the last taken away first.</summary>
internal sealed record BinAnswer(IReadOnlyList<BinEntry> Items);

/// <summary>A source in the bin.</summary>
internal sealed record BinEntry(string Id, string Stem, string FileName, long Bytes, DateTime DeletedAt);

/// <summary>What can be cleared, since it can be made again.</summary>
internal enum Clearable
{
    Previews,
    UnusedVariants,
    Packages,
}

internal static class SpaceEndpoints
{
    private const string Busy = "Files are being made at this moment. Wait until the run has ended, or pause it, then try again.";

    public static void MapSpace(this IEndpointRouteBuilder routes)
    {
        var space = routes.MapGroup("/api/space").WithTags("Space");
        space.MapGet("", GetAsync).WithName("getSpace");
        space.MapDelete("/{what}", ClearAsync).WithName("clearSpace");
        var bin = routes.MapGroup("/api/bin").WithTags("Space");
        bin.MapGet("", BinAsync).WithName("getBin");
        bin.MapDelete("", EmptyAsync).WithName("emptyBin");
    }

    private static async Task<Ok<SpaceAnswer>> GetAsync(PantometDb database, DataFolder folder, CancellationToken cancel)
    {
        var sources = await database.Sources.GroupBy(row => row.DeletedAt != null)
            .Select(group => new { IsInBin = group.Key, Files = group.Count(), Bytes = group.Sum(row => row.Bytes) }).ToListAsync(cancel);
        SpaceUsed Used(bool isInBin) =>
            sources.Find(group => group.IsInBin == isInBin) is { } group ? new SpaceUsed(group.Files, group.Bytes) : new SpaceUsed(0, 0);
        var previews = OnDisk(folder.Previews);
        var working = OnDisk(folder.Working);
        return TypedResults.Ok(new SpaceAnswer(
            Used(false), Used(true), OnDisk(folder.Variants), new SpaceUsed(previews.Files + working.Files, previews.Bytes + working.Bytes),
            OnDisk(folder.Packages), OnDisk(folder.SiteFiles),
            OnDisk(folder.Root, Path.GetFileName(folder.Database) + "*", SearchOption.TopDirectoryOnly),
            new DriveInfo(folder.Root).AvailableFreeSpace));
    }

    private static async Task<Results<Ok<SpaceFreed>, ProblemHttpResult>> ClearAsync(
        string what, VariantFiles variants, DataFolder folder, CancellationToken cancel)
    {
        if (!Enum.TryParse<Clearable>(what, ignoreCase: true, out var cleared) || !Enum.IsDefined(cleared))
            return Problems.Invalid("what", "There are previews, unusedVariants and packages to clear.");
        var freed = cleared switch
        {
            Clearable.Previews => Emptied(folder.Previews) + Emptied(folder.Working),
            Clearable.Packages => Emptied(folder.Packages),
            _ => await variants.ClearUnusedAsync(cancel),
        };
        return freed is { } bytes
            ? TypedResults.Ok(new SpaceFreed(bytes))
            : Problems.Of(StatusCodes.Status409Conflict, "busy", "Not now", Busy);
    }

    private static async Task<Ok<BinAnswer>> BinAsync(PantometDb database, CancellationToken cancel)
    {
        var rows = await database.Sources.AsNoTracking().Where(row => row.DeletedAt != null).OrderByDescending(row => row.DeletedAt)
            .ToListAsync(cancel);
        return TypedResults.Ok(
            new BinAnswer([.. rows.Select(row => new BinEntry(row.Id, row.Stem, row.FileName, row.Bytes, row.DeletedAt!.Value))]));
    }

    private static async Task<Results<Ok<SourceIds>, ProblemHttpResult>> EmptyAsync(Bin bin, CancellationToken cancel) =>
        await bin.EmptyAsync(cancel) is { } gone
            ? TypedResults.Ok(new SourceIds(gone))
            : Problems.Of(StatusCodes.Status409Conflict, "busy", "Not now", Busy);

    private static SpaceUsed OnDisk(string area, string pattern = "*", SearchOption depth = SearchOption.AllDirectories)
    {
        var (files, bytes) = (0, 0L);
        foreach (var file in new DirectoryInfo(area).EnumerateFiles(pattern, depth))
            (files, bytes) = (files + 1, bytes + file.Length);
        return new SpaceUsed(files, bytes);
    }

    private static long Emptied(string area)
    {
        var freed = 0L;
        foreach (var file in new DirectoryInfo(area).EnumerateFiles("*", SearchOption.AllDirectories))
        {
            freed += file.Length;
            file.Delete();
        }

        return freed;
    }
}
