using System.Diagnostics.Metrics;
using Microsoft.Extensions.Logging;
using Pantomet.Core.Findings;
using Pantomet.Core.Proof;
using Pantomet.Core.Recipes;
using Pantomet.Imaging.Encoders;

namespace Pantomet.Rendering;

/// <summary>From a recipe to a kept, proven file. What is there already is not made again, and what is asked for twice is made
/// once.</summary>
/// <param name="index">Knows what was rendered.</param>
/// <param name="sources">Knows the originals.</param>
/// <param name="open">Holds their pixels.</param>
/// <param name="seats">How many may work at once.</param>
/// <param name="store">Stages files.</param>
/// <param name="folder">Where rendered files are kept.</param>
/// <param name="log">Is told of faults.</param>
public sealed class RenderService(
    IRenderedFiles index, ISourceFiles sources, OpenSources open, RenderSeats seats, ContentStore store, string folder,
    ILogger<RenderService> log)
{
    private static readonly Meter Meter = new("Pantomet.Rendering");
    private static readonly Counter<long> Made = Meter.CreateCounter<long>(
        "pantomet.renders", description: "Files that were made, or tried; what was there already does not count.");

    private readonly SingleFlight<string, RenderOutcome> flights = new();

    /// <summary>The file of a recipe. Whatever goes wrong in making it becomes a finding.</summary>
    /// <param name="recipe">What is wanted.</param>
    /// <param name="priority">Who goes first.</param>
    /// <param name="remedies">What could be wanted instead where that cannot be; null looks for no remedies.</param>
    /// <param name="cancel">The asker is gone. What others wait for goes on.</param>
    /// <param name="keep">Puts a new file into the index, for who writes more in the same step; null is
    /// <see cref="IRenderedFiles.KeepAsync"/>.
    /// Not asked where the file is there already, or another makes it.</param>
    /// <exception cref="Exception">The index could not be read or written.</exception>
    public async Task<RenderOutcome> RenderAsync(
        RenderRecipe recipe, RenderPriority priority, RemedyRecipes? remedies, CancellationToken cancel, KeepFile? keep = null)
    {
        var accepted = AcceptedRecipes.Of(recipe);
        while (true)
        {
            var (outcome, isFirst) = await flights.DoAsync(
                accepted.Own.Hash, stop => KeptOrMadeAsync(accepted, priority, remedies, keep ?? index.KeepAsync, stop), cancel);
            // What would mend it depends on who asks.
            if (isFirst || outcome.State != RenderState.Blocked || remedies is null)
                return outcome;
        }
    }

    // Looked up inside the flight: whoever asks while one lands finds its file, and however many ask at once, one looks.
    private async Task<RenderOutcome> KeptOrMadeAsync(
        AcceptedRecipes accepted, RenderPriority priority, RemedyRecipes? remedies, KeepFile keep, CancellationToken stop)
    {
        if (await index.FindAsync(accepted, stop) is { } kept && ContentStore.Holds(folder, kept.Sha256))
            return RenderOutcome.Done(kept);
        var outcome = await MadeAsync(accepted, priority, remedies, stop);
        if (outcome.File is not { } file)
            return outcome;
        var under = file.Recipe == accepted.Own.Hash ? accepted.Own : accepted.WithoutMax!;
        return RenderOutcome.Done(await keep(file, under.Recipe));
    }

    private async Task<RenderOutcome> MadeAsync(
        AcceptedRecipes accepted, RenderPriority priority, RemedyRecipes? remedies, CancellationToken stop)
    {
        var recipe = accepted.Own.Recipe;
        Made.Add(1, new KeyValuePair<string, object?>("folder", folder));
        try
        {
            // A run holds its source open: of its files none asks for it again.
            using var held = open.TryHoldOpen(recipe.Input.Sha256, priority) ??
                await open.HoldAsync(await sources.FindAsync(recipe.Input.Sha256, stop), priority, stop);
            using var seat = await seats.EnterAsync(priority, WorkingMemory.Of(recipe), stop);
            var made = VariantMaker.Make(held.Decoded, recipe, remedies);
            if (!made.IsGood || made.IsUnneeded)
                return Without(accepted, made);
            using var staged = await store.StageAsync(made.File, stop);
            var findings = WrittenFileCheck.Compare(WrittenFileReader.Read(staged.Path, made), recipe, held.Decoded.Facts.Frames);
            made = made with { Findings = [.. made.Findings, .. findings] };
            if (!made.IsGood)
                return Without(accepted, made);
            ContentStore.Keep(staged, folder);
            var under = accepted.For(staged.Bytes, made.IsFreeOfMax);
            return RenderOutcome.Done(
                new RenderedFile(
                    0, under.Hash, staged.Sha256, made.Format, staged.Bytes, made.Quality, made.Encoding, made.Points, made.Findings));
        }
        catch (Exception problem) when (DiskFull.Is(problem))
        {
            return Failed(accepted, problem, DiskFull.FindingId, DiskFull.Sentence);
        }
        catch (UnreadableException problem)
        {
            return Failed(accepted, problem, problem.Id, problem.Message);
        }
        catch (Exception problem) when (problem is not OperationCanceledException)
        {
            return Failed(accepted, problem, "not-rendered", "The file could not be made: the source, the encoder or the disk failed.");
        }
    }

    private static RenderOutcome Without(AcceptedRecipes accepted, EncodedFile made) => new(
        made.IsUnneeded ? RenderState.Unneeded : RenderState.Blocked, accepted.Own.Hash, made.Format, null, made.Findings, made.Remedies);

    private RenderOutcome Failed(AcceptedRecipes accepted, Exception problem, string id, string sentence)
    {
        var recipe = accepted.Own.Recipe;
        log.LogError(problem, "Could not render {Recipe} of {Source}", accepted.Own.Hash, recipe.Input.Sha256);
        var finding = new Finding(id, Severity.Stop, sentence, "Render it again when the cause is gone.");
        return new RenderOutcome(RenderState.Blocked, accepted.Own.Hash, recipe.Request.Format, null, [finding], []);
    }
}
