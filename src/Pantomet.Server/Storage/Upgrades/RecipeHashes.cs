using Microsoft.Extensions.Logging.Abstractions;
using Pantomet.Core.Recipes;
using Pantomet.Server.Destinations;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Storage.Upgrades;

/// <summary>
/// Gives what was made the hashes that recipes have now, so that nothing is out of date for being written otherwise. What no plan of today
/// asks for keeps its old hash: it is out of date anyway.
/// </summary>
internal static class RecipeHashes
{
    /// <summary>The migration after which it is due.</summary>
    public const string After = "RenderedFiles";

    private const int SourcesAtOnce = 200;

    /// <summary>Does it.</summary>
    /// <param name="databases">Of the copy that is being upgraded.</param>
    /// <param name="cancel">The server ends.</param>
    public static async Task DoAsync(IDbContextFactory<PantometDb> databases, CancellationToken cancel)
    {
        using var catalogue = new DestinationCatalogue(databases, NullLogger<DestinationCatalogue>.Instance);
        var slots = await catalogue.SlotsAsync(cancel);
        await using var database = await databases.CreateDbContextAsync(cancel);
        var made = (await database.Variants.Select(row => new { row.SourceId, row.SlotId }).Distinct().ToListAsync(cancel))
            .ToLookup(row => row.SourceId, row => row.SlotId);
        foreach (var some in made.Select(source => source.Key).Chunk(SourcesAtOnce))
        {
            var sources = await database.Sources.AsNoTracking().Where(row => some.Contains(row.Id)).ToListAsync(cancel);
            var recipes = sources.AsParallel().SelectMany(source => made[source.Id].Where(slots.ContainsKey)
                .Select(id => new Pairing(source, slots[id].Slot))
                .SelectMany(pairing => pairing.Plan().Variants.Select(pairing.AcceptedFor))
                .SelectMany(accepted => new[] { accepted.Own, accepted.WithoutMax }.OfType<HashedRecipe>())).ToList();
            await using var transaction = await database.Database.BeginTransactionAsync(cancel);
            foreach (var recipe in recipes.DistinctBy(recipe => recipe.Hash))
            {
                var former = FormerNotation.HashOf(recipe.Recipe);
                var notation = RecipeNotation.Write(recipe.Recipe);
                await database.Variants.Where(row => row.Recipe == former)
                    .ExecuteUpdateAsync(row => row.SetProperty(one => one.Recipe, recipe.Hash), cancel);
                await database.RenderedFiles.Where(row => row.Recipe == former)
                    .ExecuteUpdateAsync(row => row.SetProperty(one => one.Recipe, recipe.Hash), cancel);
                await database.Database.ExecuteSqlAsync(
                    $"INSERT OR IGNORE INTO Recipes SELECT Sequence, {notation} FROM RenderedFiles WHERE Recipe = {recipe.Hash}", cancel);
            }

            await transaction.CommitAsync(cancel);
        }
    }
}
