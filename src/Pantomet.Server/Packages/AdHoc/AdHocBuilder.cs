using Pantomet.Core.Packages;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Rendering;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Packages.AdHoc;

/// <summary>Makes what is wanted ad hoc: by the renderer, the limits and the checks of every other file.</summary>
internal sealed class AdHocBuilder(PantometDb database, RenderService renderer)
{
    /// <summary>What stands in a manifest where others name a destination.</summary>
    public const string DestinationName = "Ad hoc";

    /// <summary>The sources that are asked for and are there, in that order.</summary>
    public async Task<IReadOnlyList<SourceRow>> SourcesAsync(IReadOnlyList<string> ids, CancellationToken cancel)
    {
        var rows = await database.Sources.AsNoTracking().Where(row => ids.Contains(row.Id) && row.DeletedAt == null)
            .ToDictionaryAsync(row => row.Id, cancel);
        return [.. ids.Distinct().Where(rows.ContainsKey).Select(id => rows[id])];
    }

    /// <summary>Makes the files of one plan.</summary>
    /// <param name="plan">What is wanted.</param>
    /// <param name="priority">Who waits for it.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<AdHocFile>> FilesAsync(AdHocPlan plan, RenderPriority priority, CancellationToken cancel)
    {
        var files = new List<AdHocFile>();
        foreach (var variant in plan.Plan.Variants)
        {
            var outcome = await renderer.RenderAsync(
                RecipeRules.For(plan.Source, variant, plan.Slot), priority, new RemedyRecipes(plan.Source, variant, plan.Slot), cancel);
            files.Add(new AdHocFile(plan, variant, outcome));
        }

        return files;
    }

    /// <summary>Makes all of them.</summary>
    /// <param name="selection">What was asked for.</param>
    /// <param name="tell">Is told picture by picture.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    /// <returns>What goes into the package, and what does not.</returns>
    public async Task<(IReadOnlyList<ManifestEntry> Files, IReadOnlyList<MissingEntry> Missing)> EntriesAsync(
        PackageSelection selection, PackageProgress tell, CancellationToken cancel)
    {
        if (selection is not { AdHoc: { } wanted, Sources: { } ids } || wanted.Read().Value is not { } slots)
            return ([], []);
        var plans = wanted.Plans(await SourcesAsync(ids, cancel), slots);
        var made = new IReadOnlyList<AdHocFile>[plans.Count];
        var done = 0;
        // One after the other, so that nobody is told of less than before.
        using var telling = new SemaphoreSlim(1);
        await Parallel.ForEachAsync(
            Enumerable.Range(0, plans.Count),
            new ParallelOptions { CancellationToken = cancel, MaxDegreeOfParallelism = Environment.ProcessorCount },
            async (at, stop) =>
            {
                made[at] = await FilesAsync(plans[at], RenderPriority.Run, stop);
                await telling.WaitAsync(stop);
                try
                {
                    await tell(++done, plans.Count);
                }
                finally
                {
                    telling.Release();
                }
            });
        var layout = new PackageLayout();
        var missing = plans.Where(plan => plan.Stop is not null || plan.Plan.IsLeftOut)
            .Select(plan => plan.Missing(plan.Stop?.Sentence ?? "It is left out here."));
        return (
            [.. made.SelectMany(files => files).Where(file => file.Outcome.File is not null)
                .Select(file => file.Entry(layout, slots.Length > 1))],
            [.. missing, .. made.SelectMany(files => files).Where(file => file.Outcome.State == RenderState.Blocked)
                .Select(file => file.Plan.Missing(file.Outcome.Findings[0].Sentence))]);
    }
}

/// <summary>A file that was made ad hoc, or could not be.</summary>
/// <param name="Plan">Of what.</param>
/// <param name="Variant">Which of its files.</param>
/// <param name="Outcome">What became of it.</param>
internal sealed record AdHocFile(AdHocPlan Plan, PlannedVariant Variant, RenderOutcome Outcome)
{
    /// <summary>As a package lists it.</summary>
    /// <param name="layout">Gives its path.</param>
    /// <param name="hasFolders">Whether each slot has a folder.</param>
    public ManifestEntry Entry(PackageLayout layout, bool hasFolders)
    {
        var file = Outcome.File!;
        return new ManifestEntry(
            layout.PathFor(hasFolders ? PackageLayout.Storable(Plan.Slot.Name) : "", Variant.FileNameAs(file.Format)),
            Plan.Row.FileName, Plan.Row.Id,
            AdHocBuilder.DestinationName, Plan.Slot.Name, Variant.Size.File.Width, Variant.Size.File.Height, file.Format.MediaType(),
            file.Bytes, file.Quality, file.Sha256, Plan.Row.AltTextIn(Plan.Slot));
    }
}
