using Pantomet.Core.Recipes;
using Pantomet.Rendering;

namespace Pantomet.Server.Rendering;

/// <summary>The index of rendered files, in the database.</summary>
internal sealed class RenderedFileIndex(IDbContextFactory<PantometDb> databases, TimeProvider clock) : IRenderedFiles
{
    // What is used again and again is not written down each time.
    private static readonly TimeSpan UsedAgain = TimeSpan.FromHours(1);

    public async Task<RenderedFile?> FindAsync(AcceptedRecipes recipes, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var (own, free) = (recipes.Own.Hash, recipes.WithoutMax?.Hash);
        var found = await database.RenderedFiles.AsNoTracking()
            .Where(row => row.Recipe == own || (row.Recipe == free && row.Bytes < recipes.BelowBytes))
            .OrderBy(row => row.Recipe == own ? 0 : 1).FirstOrDefaultAsync(cancel);
        if (found is null)
            return null;
        await UseAsync(found.Sequence, found.UsedAt, cancel);
        return found.ToFile();
    }

    public Task<RenderedFile> KeepAsync(RenderedFile file, RenderRecipe recipe) =>
        databases.WriteAsync(database => KeepAsync(database, file, recipe));

    /// <summary>The same for who writes more in one step.</summary>
    /// <param name="database">In a transaction that writes.</param>
    /// <param name="file">The file.</param>
    /// <param name="recipe">What it is kept under.</param>
    public async Task<RenderedFile> KeepAsync(PantometDb database, RenderedFile file, RenderRecipe recipe)
    {
        var row = await database.RenderedFiles.SingleOrDefaultAsync(one => one.Recipe == file.Recipe);
        if (row is null)
        {
            row = new RenderedFileRow
            {
                Recipe = file.Recipe,
                Sha256 = file.Sha256,
                Format = file.Format,
                Bytes = file.Bytes,
                Encoding = file.Encoding,
                Findings = file.Findings,
                UsedAt = Now,
            };
            database.RenderedFiles.Add(row);
        }

        (row.Sha256, row.Format, row.Bytes, row.Quality) = (file.Sha256, file.Format, file.Bytes, file.Quality);
        (row.Encoding, row.Points, row.Findings, row.UsedAt, row.IsEvicted) = (file.Encoding, file.Points, file.Findings, Now, false);
        await database.SaveChangesAsync();
        // A recipe is its hash: the one that is there is the same.
        if (!await database.Recipes.AnyAsync(one => one.FileSequence == row.Sequence))
        {
            database.Recipes.Add(new RecipeRow { FileSequence = row.Sequence, Notation = RecipeNotation.Write(recipe) });
            await database.SaveChangesAsync();
        }

        return file with { Id = row.Sequence };
    }

    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    /// <summary>Writes down that a file is used now.</summary>
    /// <param name="sequence">Of the file's row.</param>
    /// <param name="before">When it was last used.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task UseAsync(long sequence, DateTime before, CancellationToken cancel)
    {
        var now = Now;
        if (now - before < UsedAgain)
            return;
        await databases.WriteAsync(database => database.RenderedFiles.Where(row => row.Sequence == sequence)
            .ExecuteUpdateAsync(row => row.SetProperty(one => one.UsedAt, now), cancel));
    }
}
