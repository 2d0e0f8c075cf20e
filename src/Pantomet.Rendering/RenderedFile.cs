using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;

namespace Pantomet.Rendering;

/// <summary>A file made from a recipe, kept once however many places use it.</summary>
/// <param name="Id">What the index knows it by; 0 before it is there.</param>
/// <param name="Recipe">Hash of the recipe that it is kept under.</param>
/// <param name="Sha256">Of its bytes, as 64 lower-case hexadecimal digits.</param>
/// <param name="Format">Its format.</param>
/// <param name="Bytes">Its length.</param>
/// <param name="Quality">On the encoder's own scale; null for a format without.</param>
/// <param name="Encoding">In words: <c>JPEG quality 82</c>.</param>
/// <param name="Points">Of its <see cref="VisualScore"/>.</param>
/// <param name="Findings">What its check had to say.</param>
public sealed record RenderedFile(
    long Id, string Recipe, string Sha256, PictureFormat Format, long Bytes, int? Quality, string Encoding, double Points,
    IReadOnlyList<Finding> Findings);

/// <summary>Remembers which files were rendered. The files themselves are in the <see cref="ContentStore"/>.</summary>
public interface IRenderedFiles
{
    /// <summary>A file that answers what is asked for, and that it is used now.</summary>
    /// <param name="recipes">What answers.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>Null where none is known.</returns>
    Task<RenderedFile?> FindAsync(AcceptedRecipes recipes, CancellationToken cancel);

    /// <summary>Remembers a file that has its place. Where the recipe is known already, the new file is its file.</summary>
    /// <param name="file">The file.</param>
    /// <param name="recipe">What it is kept under.</param>
    /// <returns>With its id.</returns>
    Task<RenderedFile> KeepAsync(RenderedFile file, RenderRecipe recipe);
}

/// <summary>Puts a new file into the index; as <see cref="IRenderedFiles.KeepAsync"/> does.</summary>
/// <param name="file">The file.</param>
/// <param name="recipe">What it is kept under.</param>
public delegate Task<RenderedFile> KeepFile(RenderedFile file, RenderRecipe recipe);

/// <summary>What became of a recipe.</summary>
public enum RenderState
{
    /// <summary>There is a file, and it passed its check.</summary>
    Done,

    /// <summary>There is no file, and the findings say why.</summary>
    Blocked,

    /// <summary>There is no file, since another format serves as well with fewer bytes.</summary>
    Unneeded,
}

/// <summary>What became of a recipe that was asked for.</summary>
/// <param name="State">What came of it.</param>
/// <param name="Recipe">Hash of the recipe that it is kept under.</param>
/// <param name="Format">Of the file, or of the one that could not be.</param>
/// <param name="File">Null where there is none.</param>
/// <param name="Findings">Of the file, or why there is none.</param>
/// <param name="Remedies">What would mend it, as tried; empty where there is a file.</param>
public sealed record RenderOutcome(
    RenderState State, string Recipe, PictureFormat Format, RenderedFile? File, IReadOnlyList<Finding> Findings,
    IReadOnlyList<WeightRemedy> Remedies)
{
    /// <summary>There is a file.</summary>
    /// <param name="file">The file.</param>
    public static RenderOutcome Done(RenderedFile file) => new(RenderState.Done, file.Recipe, file.Format, file, file.Findings, []);
}
