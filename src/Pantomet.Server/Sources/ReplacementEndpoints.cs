using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Server.Framing;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Sources;

/// <summary>A source that took the place of another.</summary>
/// <param name="Source">The better file.</param>
/// <param name="Replaced">Id of the one before, which was taken away and can be restored.</param>
/// <param name="HasOtherRatio">Whether its proportions are others, so that crops set by hand want a look.</param>
internal sealed record ReplacementAnswer(SourceAnswer Source, string Replaced, bool HasOtherRatio);

internal static class ReplacementEndpoints
{
    public static void MapReplacements(this IEndpointRouteBuilder routes) =>
        routes.MapPost("/api/sources/{id}/replacement", ReplaceAsync).Accepts<IFormFile>("multipart/form-data").WithTags("Sources")
            .WithName("replaceSource");

    private static async Task<Results<Ok<ReplacementAnswer>, ProblemHttpResult>> ReplaceAsync(
        HttpContext context, SourceIntake intake, Framings framings, string id, CancellationToken cancel)
    {
        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size)
            size.MaxRequestBodySize = null;
        var (old, missing) = await framings.FindAsync(id, cancel);
        if (missing is not null)
            return Problems.Of(missing);
        try
        {
            await foreach (var (name, content) in SentFiles.ReadAsync(context.Request, cancel))
                return Answer(old!, await intake.TakeAsync(name, content, cancel, replacing: old));
        }
        catch (BrokenOffException)
        {
            return SentFiles.BrokenOff(0);
        }

        return Problems.Invalid("files", "There is no file in the request. Send the better file in a field named \"files\".");
    }

    /// <summary>Why something did not become a source, or did not take the place of one.</summary>
    /// <param name="problem">What the intake says.</param>
    /// <param name="title">In a few words.</param>
    /// <param name="field">The member at fault.</param>
    public static ProblemHttpResult Unplaced(IntakeProblem problem, string title, string field) => problem.Id switch
    {
        IntakeProblem.ReplacedMeanwhile => Problems.Of(
            StatusCodes.Status409Conflict, problem.Id, "It was replaced meanwhile", problem.Detail),
        _ => Problems.Of(StatusCodes.Status422UnprocessableEntity, problem.Id, title, problem.Detail, field),
    };

    private static Results<Ok<ReplacementAnswer>, ProblemHttpResult> Answer(SourceRow old, IntakeAnswer taken)
    {
        if (taken.Problem is { } problem)
            return Unplaced(problem, "The file cannot take its place", "files");
        var source = taken.Source!;
        return taken.DuplicateOf is not null
            ? Problems.Taken("files", $"{taken.FileName} is in the library already, as \"{source.Stem}\". Nothing was replaced.")
            : TypedResults.Ok(
                new ReplacementAnswer(
                    source, old.Id, CopiedFraming.HasOtherRatio(old.Facts.Size, new PixelSize(source.Width, source.Height))));
    }
}
