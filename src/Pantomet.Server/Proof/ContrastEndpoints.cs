using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Proof;
using Pantomet.Imaging.Rendering;
using Pantomet.Rendering;
using Pantomet.Server.Hosting;
using Pantomet.Server.Rendering;

namespace Pantomet.Server.Proof;

/// <summary>How well text can be read.</summary>
/// <param name="Ratio">Over the worst tenth of what lies beneath, 1 to 21.</param>
/// <param name="Least">What ordinary text needs.</param>
/// <param name="LeastOfLargeText">What large text needs.</param>
internal sealed record ContrastAnswer(double Ratio, double Least, double LeastOfLargeText);

internal static class ContrastEndpoints
{
    public static void MapContrast(this IEndpointRouteBuilder routes) =>
        routes.MapGet("/api/proof/contrast", GetAsync).WithTags("Proof").WithName("getContrast");

    // x, y, width and height are fractions of the picture.
    private static async Task<Results<Ok<ContrastAnswer>, ProblemHttpResult>> GetAsync(
        PantometDb database, RenderedFileStore files, string variant, double x, double y, double width, double height,
        [AsParameters] TrialQuery asked, CancellationToken cancel)
    {
        var (trial, problem) = asked.On(default);
        if (problem is not null)
            return Problems.Of(problem);
        if (!(x >= 0 && y >= 0 && width > 0 && height > 0 && x + width <= 1.001 && y + height <= 1.001))
            return Problems.Invalid("width", "What lies beneath the text is a part of the picture, as fractions from 0 to 1.");
        var row = await database.Variants.AsNoTracking().Include(row => row.File).SingleOrDefaultAsync(row => row.Id == variant, cancel);
        if (row?.File is not { } file)
            return Problems.NotFound("variant", variant);
        if (await files.OpenAsync(file, RenderPriority.Live, cancel) is not { } onDisk)
            return Problems.Gone("The file is no longer on the disk, and its picture was deleted. Render it again.");
        if (PictureSample.TryRead(onDisk.Path, x, y, width, height) is not { } pixels)
            return Problems.Gone("The file is damaged on the disk. Render it again.");
        return TypedResults.Ok(
            new ContrastAnswer(
                TextContrast.Over(pixels, trial!.Text, trial.Overlay, trial.Opacity), TextContrast.Least, TextContrast.LeastOfLargeText));
    }
}
