using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Sources;
using Pantomet.Rendering;
using Pantomet.Server.Framing;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Sources.Composing;

/// <summary>Pictures that might become one, or many that might become pairs.</summary>
/// <param name="Sources">Their ids, in their order.</param>
/// <param name="Layout">How they would lie.</param>
/// <param name="By">How many are put into pairs; absent for one picture of all that are named.</param>
internal sealed record ComposedTrial(IReadOnlyList<string> Sources, ComposedLayout Layout, PairedBy? By = null);

/// <summary>What would be made.</summary>
/// <param name="Items">One, or each pair.</param>
/// <param name="LeftOver">Id of the one that has none to go with; null where there is none.</param>
internal sealed record ComposedTrialAnswer(IReadOnlyList<TriedSource> Items, string? LeftOver);

/// <summary>A picture that would be made of others.</summary>
/// <param name="Sources">Those, in their order.</param>
/// <param name="Size">Of what would be made; null where it cannot be made.</param>
/// <param name="Parts">What would lie where; empty where it cannot be made.</param>
/// <param name="Problem">Why it cannot be made, and what to do; null where it can.</param>
internal sealed record TriedSource(
    IReadOnlyList<SourceAnswer> Sources, PixelSize? Size, IReadOnlyList<TriedPart> Parts, string? Problem)
{
    /// <summary>The most pixels across that its pictures have; null where it cannot be made, and for one of many.</summary>
    public int? LargestWidth { get; init; }
}

/// <summary>What would lie where.</summary>
/// <param name="Crop">In upright source pixels; where the picture is levelled, before it is tilted about its centre.</param>
/// <param name="Turn">How it is turned.</param>
/// <param name="Place">Where it would lie.</param>
internal sealed record TriedPart(PixelRect Crop, Rotation Turn, PixelRect Place);

internal static class ComposedEndpoints
{
    public static void MapComposed(this IEndpointRouteBuilder routes)
    {
        var sources = routes.MapGroup("/api/sources").WithTags("Sources");
        sources.MapPost("/composed", MakeAsync).WithName("composeSource");
        sources.MapGet("/composed", ListAsync).WithName("listComposedSources");
        sources.MapPost("/composed/try", TryAsync).WithName("tryComposedSources");
        sources.MapPut("/{id}/composed", MakeAgainAsync).WithName("changeComposedSource");
    }

    private static async Task<Results<Created<SourceAnswer>, Ok<SourceAnswer>, ProblemHttpResult>> MakeAsync(
        Composer composer, ComposedRequest request, CancellationToken cancel)
    {
        var (planned, refusal) = await composer.PlanAsync(request.Sources, request, cancel);
        if (planned is null)
            return Problems.Of(refusal!);
        var made = await composer.MakeAsync(planned, replacing: null, RenderPriority.Live, cancel);
        if (made.Problem is { } problem)
            return Unmade(problem);
        return made.DuplicateOf is null
            ? TypedResults.Created($"/api/sources/{made.Source!.Id}", made.Source)
            : TypedResults.Ok(made.Source);
    }

    private static async Task<Results<Ok<ReplacementAnswer>, ProblemHttpResult>> MakeAgainAsync(
        Framings framings, Composer composer, string id, ComposedRequest request, CancellationToken cancel)
    {
        var (old, missing) = await framings.FindAsync(id, cancel);
        if (old is null)
            return Problems.Of(missing!);
        if (old.Composed is null)
            return Problems.Invalid("id", $"{old.Stem} is not made of others: it came in as a file.");
        var (planned, refusal) = await composer.PlanAsync(request.Sources, request, cancel, replacing: id);
        if (planned is null)
            return Problems.Of(refusal!);
        var made = await composer.ReplaceAsync(old, planned, RenderPriority.Live, cancel);
        return made.Problem is { } problem
            ? Unmade(problem)
            : TypedResults.Ok(
                new ReplacementAnswer(
                    made.Source!, id,
                    CopiedFraming.HasOtherRatio(old.Facts.Size, new PixelSize(made.Source!.Width, made.Source.Height))));
    }

    private static async Task<Ok<ComposedStateList>> ListAsync(ComposedStates states, CancellationToken cancel) =>
        TypedResults.Ok(new ComposedStateList(await states.AllAsync(cancel)));

    private static async Task<Results<Ok<ComposedTrialAnswer>, ProblemHttpResult>> TryAsync(
        PantometDb database, Composer composer, ComposedTrial trial, CancellationToken cancel)
    {
        if (trial.Layout.Read().Refusal is { } unread)
            return Problems.Of(unread);
        if (trial.By is not { } by)
        {
            var (planned, refusal) = await composer.PlanAsync(trial.Sources, trial.Layout, cancel);
            var found = planned?.Inputs ?? [.. (await ComposedInputs.FindAsync(database, trial.Sources)).Values];
            var one = Tried(found, planned, refusal) with
            {
                LargestWidth = planned is null ? null : composer.LargestWidth(found, trial.Layout),
            };
            return TypedResults.Ok(new ComposedTrialAnswer([one], LeftOver: null));
        }

        var rows = await SelectedSources.InAsync(database, trial.Sources, SelectedSources.MaxOnSheet, cancel);
        var (pairs, leftOver) = SourcePairs.Of(rows, by);
        var items = new List<TriedSource>();
        foreach (var pair in pairs)
        {
            var (planned, refusal) = await composer.PlanAsync(database, pair, trial.Layout);
            items.Add(Tried(pair, planned, refusal));
        }

        return TypedResults.Ok(new ComposedTrialAnswer(items, leftOver?.Id));
    }

    private static TriedSource Tried(IReadOnlyList<SourceRow> rows, PlannedSource? planned, Refusal? refusal)
    {
        var sources = rows.Select(SourceAnswer.Of).ToList();
        return planned is null
            ? new TriedSource(sources, null, [], refusal!.Sentence)
            : new TriedSource(
                sources, planned.Plan.Size,
                [.. planned.Plan.Parts.Select(part => new TriedPart(part.Crop.Area, part.Crop.Rotation, part.Place))], Problem: null);
    }

    private static ProblemHttpResult Unmade(IntakeProblem problem) =>
        ReplacementEndpoints.Unplaced(problem, "It cannot be made", "sources");
}
