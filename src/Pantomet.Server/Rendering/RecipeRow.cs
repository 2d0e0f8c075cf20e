namespace Pantomet.Server.Rendering;

/// <summary>
/// What a rendered file was made from, so that it can be made again. Apart from the file's own row: it is as long as all the rest, and
/// lists of files never ask for it. A file that no plan asked for when recipes were not kept yet has none.
/// </summary>
internal sealed class RecipeRow
{
    public required long FileSequence { get; init; }

    /// <summary>As <see cref="Core.Recipes.RecipeNotation"/> writes it.</summary>
    public required string Notation { get; set; }
}
