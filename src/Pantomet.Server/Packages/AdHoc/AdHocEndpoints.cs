using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Rendering;
using Pantomet.Server.Hosting;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Packages.AdHoc;

/// <summary>Asks what would come of some sources.</summary>
/// <param name="Sources">Their ids, in the order in which they are numbered.</param>
/// <param name="AdHoc">What is wanted of them.</param>
internal sealed record AdHocRequest(IReadOnlyList<string> Sources, AdHocFiles AdHoc);

/// <summary>What would come of them.</summary>
/// <param name="Items">For each source, each slot.</param>
internal sealed record AdHocPreview(IReadOnlyList<AdHocPlanAnswer> Items);

/// <summary>What would come of one source for one slot.</summary>
/// <param name="Source">The source's id.</param>
/// <param name="Stem">The source's own file name.</param>
/// <param name="Width">The source's, in upright pixels.</param>
/// <param name="Height">The source's, in upright pixels.</param>
/// <param name="Plan">What would be made.</param>
internal sealed record AdHocPlanAnswer(string Source, string Stem, int Width, int Height, PlanAnswer Plan);

/// <summary>The files of a source, made.</summary>
/// <param name="Items">In the order of the slots and of their sizes.</param>
internal sealed record AdHocFilesAnswer(IReadOnlyList<AdHocFileAnswer> Items);

/// <summary>A file, made, or why it could not be.</summary>
/// <param name="Slot">The slot's id.</param>
/// <param name="FileName">Its name, with the ending of its format.</param>
/// <param name="Width">In pixels.</param>
/// <param name="Height">In pixels.</param>
/// <param name="Format">Its format.</param>
/// <param name="Bytes">Its length; null where there is none.</param>
/// <param name="Score">How near it looks to the picture, 0 to 100; null where there is none.</param>
/// <param name="Findings">What stands in the way, or is worth knowing.</param>
internal sealed record AdHocFileAnswer(
    string Slot, string FileName, int Width, int Height, PictureFormat Format, long? Bytes, double? Score, IReadOnlyList<Finding> Findings);

/// <summary>Files that are wanted once: what would come of it, and what they come to.</summary>
internal static class AdHocEndpoints
{
    private const int MaxAtOnce = 500;

    public static void MapAdHoc(this IEndpointRouteBuilder routes)
    {
        var packages = routes.MapGroup("/api/packages/try").WithTags("Packages");
        packages.MapPost("", TryAsync).WithName("tryPackage");
        packages.MapPost("/files", FilesAsync).WithName("tryPackageFiles");
    }

    private static async Task<Results<Ok<AdHocPreview>, ProblemHttpResult>> TryAsync(
        AdHocBuilder builder, AdHocRequest request, CancellationToken cancel)
    {
        var (plans, problem) = await PlansAsync(builder, request, cancel);
        return plans is null
            ? problem!
            : TypedResults.Ok(new AdHocPreview(
            [
                .. plans.Select(one => new AdHocPlanAnswer(
                    one.Row.Id, one.Row.Stem, one.Row.Facts.Size.Width, one.Row.Facts.Size.Height, PlanAnswer.Of(one.Slot.Id, one.Plan))),
            ]));
    }

    // What it comes to is found out by making it: then it is there already when the package is made.
    private static async Task<Results<Ok<AdHocFilesAnswer>, ProblemHttpResult>> FilesAsync(
        AdHocBuilder builder, AdHocRequest request, CancellationToken cancel)
    {
        if (request.Sources.Count != 1)
            return Problems.Invalid("sources", "Files are made of one source at a time. Ask for each by itself.");
        var (plans, problem) = await PlansAsync(builder, request, cancel);
        if (plans is null)
            return problem!;
        var files = new List<AdHocFile>();
        foreach (var plan in plans)
            files.AddRange(await builder.FilesAsync(plan, RenderPriority.Live, cancel));
        return TypedResults.Ok(new AdHocFilesAnswer(
        [
            .. files.Where(file => file.Outcome.State != RenderState.Unneeded).Select(file => new AdHocFileAnswer(
                file.Plan.Slot.Id, file.Variant.FileNameAs(file.Outcome.Format), file.Variant.Size.File.Width,
                file.Variant.Size.File.Height, file.Outcome.Format,
                file.Outcome.File?.Bytes, file.Outcome.File?.Points, file.Outcome.Findings)),
        ]));
    }

    private static async Task<(IReadOnlyList<AdHocPlan>? Plans, ProblemHttpResult? Problem)> PlansAsync(
        AdHocBuilder builder, AdHocRequest request, CancellationToken cancel)
    {
        if (request.Sources.Count > MaxAtOnce)
            return (null, Problems.Invalid("sources", $"Ask for at most {MaxAtOnce} sources at once."));
        var (slots, refusal) = request.AdHoc.Read();
        if (refusal is not null)
            return (null, Problems.Of(refusal));
        return (request.AdHoc.Plans(await builder.SourcesAsync(request.Sources, cancel), slots!), null);
    }
}
