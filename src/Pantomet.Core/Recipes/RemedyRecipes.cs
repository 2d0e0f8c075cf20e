using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Recipes;

/// <summary>The recipes that would mend a file that cannot meet its limits, if their files are good.</summary>
/// <param name="source">The source.</param>
/// <param name="variant">What is wanted.</param>
/// <param name="slot">What is allowed.</param>
public sealed class RemedyRecipes(Source source, PlannedVariant variant, Slot slot)
{
    private const int SmallestSide = 16;
    private static readonly PictureFormat[] Others = [PictureFormat.WebP, PictureFormat.Avif, PictureFormat.Jpeg, PictureFormat.Png];

    /// <summary>The same in each format that the slot does not take and that suits the picture.</summary>
    public IEnumerable<RenderRecipe> OtherFormats => Others.Where(Suits).Select(format => For(variant.Only(format), slot));

    /// <summary>The lightest file that the minimum score allows, whatever it weighs; null where no maximum stands in the way.</summary>
    public RenderRecipe? WithoutMax => slot.Limits.MaxBytes is null ? null : For(Alone, slot with
    {
        Limits = slot.Limits with { MaxBytes = null, TargetBytes = null, MinBytes = null },
        Score = slot.Score with { Target = slot.Score.Min, Prefer = Preference.Smaller },
        Quality = slot.Quality with { Max = 100 },
    });

    private PlannedVariant Alone => variant.Only(variant.Format);

    /// <summary>The same, smaller; null where the slot allows no other size.</summary>
    /// <param name="scale">Of each side.</param>
    public RenderRecipe? Scaled(double scale)
    {
        if (slot.Shape is Shape.Exact || slot.Sizes is SizeRule.FromShape || variant.Size.File != variant.Size.Picture)
            return null;
        var before = variant.Size.File;
        var width = Math.Max(1, (int)(before.Width * scale / 10) * 10);
        var size = new PixelSize(width, Math.Max(1, (int)Rounding.HalfUp((double)width * before.Height / before.Width)));
        return size.ShortestSide < SmallestSide || !slot.Limits.Allow(size)
            ? null
            : For(Alone with { Size = new OutputSize(size, size, variant.Size.Density) }, slot);
    }

    private RenderRecipe For(PlannedVariant wanted, Slot under) => RecipeRules.For(source, wanted, under);

    private bool Suits(PictureFormat format) =>
        !slot.Formats.Contains(format) &&
        (format != PictureFormat.Png || source.Facts.Kind == ContentKind.Graphic) &&
        (format.HoldsTransparency() || !source.Facts.HasAlpha || slot.Transparency != TransparencyPolicy.Must) &&
        (!variant.IsAnimated || format.HoldsAnimation());
}
