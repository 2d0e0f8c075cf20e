using Pantomet.Core.Findings;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Rendering;
using Pantomet.Rendering;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Sources.Composing;

/// <summary>Pictures that would become one.</summary>
/// <param name="Inputs">In their order.</param>
/// <param name="Layout">As it was asked for.</param>
/// <param name="Plan">What lies where.</param>
internal sealed record PlannedSource(IReadOnlyList<SourceRow> Inputs, ComposedLayout Layout, ComposedPlan Plan);

/// <summary>Makes sources of others.</summary>
internal sealed class Composer(
    ServerSettings settings, DataFolder folder, OpenSources open, SourcePixels pixels, SourceIntake intake,
    IDbContextFactory<PantometDb> databases)
{
    private readonly PictureBounds bounds = new(settings.MaxPixels);

    /// <summary>Works out what would be made; touches no pixel.</summary>
    /// <param name="ids">Of the pictures, in their order.</param>
    /// <param name="layout">How they lie.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <param name="replacing">Id of the composed source that it would replace: it cannot be made of itself.</param>
    public async Task<Outcome<PlannedSource>> PlanAsync(
        IReadOnlyList<string> ids, ComposedLayout layout, CancellationToken cancel, string? replacing = null)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var found = await ComposedInputs.FindAsync(database, ids);
        var missing = ids.FirstOrDefault(id => !found.TryGetValue(id, out var row) || row.DeletedAt is not null);
        if (missing is not null)
            return found.TryGetValue(missing, out var binned)
                ? Refusal.Invalid("sources", $"{binned.Stem} is in the bin. Restore it under Sources, Storage and bin, then try again.")
                : Refusal.NotFound("source", missing);
        return await PlanAsync(database, [.. ids.Select(id => found[id])], layout, replacing);
    }

    /// <summary>Works out what would be made of pictures that were read already; only those that are composed are asked for more.</summary>
    /// <param name="database">To be read.</param>
    /// <param name="inputs">In their order; none of them in the bin.</param>
    /// <param name="layout">How they lie.</param>
    /// <param name="replacing">Id of the composed source that it would replace.</param>
    public async Task<Outcome<PlannedSource>> PlanAsync(
        PantometDb database, IReadOnlyList<SourceRow> inputs, ComposedLayout layout, string? replacing = null) =>
        await TooDeepAsync(database, inputs, replacing) is { } tooDeep ? tooDeep : Plan(inputs, layout);

    /// <summary>Works out what would be made of pictures that are there.</summary>
    /// <param name="inputs">In their order.</param>
    /// <param name="layout">How they lie.</param>
    public Outcome<PlannedSource> Plan(IReadOnlyList<SourceRow> inputs, ComposedLayout layout)
    {
        var (composition, unread) = layout.Read();
        if (composition is null)
            return unread!;
        var (plan, refusal) = composition.Of([.. inputs.Select(row => row.ToSource())], bounds);
        return plan is null ? refusal! : new PlannedSource(inputs, layout, plan);
    }

    /// <summary>The most pixels across that pictures have in a layout that can be read.</summary>
    /// <param name="inputs">In their order.</param>
    /// <param name="layout">How they lie.</param>
    public int LargestWidth(IReadOnlyList<SourceRow> inputs, ComposedLayout layout) =>
        layout.Read().Value!.LargestWidth([.. inputs.Select(row => row.ToSource())], bounds);

    /// <summary>Makes a composed source anew: it takes the place of the former.</summary>
    /// <param name="old">The former.</param>
    /// <param name="planned">What to make.</param>
    /// <param name="priority">Who goes first.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>A problem where what would be made is there already as another source.</returns>
    public async Task<IntakeAnswer> ReplaceAsync(
        SourceRow old, PlannedSource planned, RenderPriority priority, CancellationToken cancel)
    {
        var made = await MakeAsync(planned, old, priority, cancel);
        return made.DuplicateOf is null || made.DuplicateOf == old.Id
            ? made
            : new IntakeAnswer(made.FileName, Problem: new IntakeProblem(
                "/problems/taken", $"{old.Stem} would become the very picture that {made.Source!.Stem} is. Nothing was changed."));
    }

    /// <summary>Makes it, and takes it in as a source.</summary>
    /// <param name="planned">What to make.</param>
    /// <param name="replacing">The composed source whose place it takes, with its names and framings; null for a new one.</param>
    /// <param name="priority">Who goes first.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IntakeAnswer> MakeAsync(
        PlannedSource planned, SourceRow? replacing, RenderPriority priority, CancellationToken cancel)
    {
        var path = Path.Combine(folder.Incoming, $"composed-{Guid.NewGuid():N}.png");
        try
        {
            await WriteAsync(planned, path, priority, cancel);
            var rows = planned.Inputs;
            var composed = new ComposedFrom(
                [.. rows.Select(row => row.Id)],
                planned.Layout.Alone(), planned.Plan.Key());
            await using var content = File.OpenRead(path);
            return await intake.TakeAsync(
                $"{ComposedWords.StemOf(rows.Select(row => row.Stem))}.png", content, cancel, replacing,
                new MadeOfOthers(
                    composed, ComposedWords.AltTextOf(rows.Select(row => row.AltText)),
                    ComposedWords.GroupOf(rows.Select(row => row.Group))));
        }
        finally
        {
            File.Delete(path);
        }
    }

    private async Task WriteAsync(PlannedSource planned, string path, RenderPriority priority, CancellationToken cancel)
    {
        using var made = new ComposedPicture(planned.Plan);
        foreach (var (part, input) in planned.Plan.Parts.Zip(planned.Inputs))
        {
            // One after the other, so that two that each wait for the other's room cannot come about.
            using var held = await open.HoldAsync(pixels.ToOpen(input, () => false), priority, cancel);
            await Task.Run(() => made.Lay(part, held.Decoded), cancel);
        }

        var rights = ComposedWords.RightsOf([.. planned.Inputs.Select(row => row.Facts.Rights)]);
        await Task.Run(() => made.WritePng(path, rights), cancel);
    }

    private static async Task<Refusal?> TooDeepAsync(PantometDb database, IReadOnlyList<SourceRow> inputs, string? replacing)
    {
        var isPartOfAnother = replacing is not null && (await ComposedInputs.MadeOfAsync(database, replacing)).Count > 0;
        List<SourceRow> level = [.. inputs];
        for (var depth = isPartOfAnother ? 2 : 1; level.Count > 0; depth++)
        {
            if (level.Exists(row => row.Id == replacing))
                return Refusal.Invalid("sources", "A picture cannot be made of itself. Leave it out.");
            if (depth >= Composition.MaxDepth && level.Find(row => row.Composed is not null) is { } pair)
                return Refusal.Invalid(
                    "sources",
                    $"{pair.Stem} is made of others, and would be too deep within this one. Pairs of pairs are made, and no deeper.");
            level = [.. (await ComposedInputs.FindAsync(database, level.SelectMany(row => row.Composed?.Inputs ?? []))).Values];
        }

        return null;
    }
}
