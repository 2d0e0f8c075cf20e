using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Recipes;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Encoders;

/// <summary>Makes the file of one variant, in the format that measures best.</summary>
public static class VariantMaker
{
    /// <summary>Makes a file.</summary>
    /// <param name="source">The decoded source.</param>
    /// <param name="recipe">What is wanted.</param>
    /// <param name="remedies">What could be wanted instead where that cannot be; null looks for no remedies.</param>
    /// <exception cref="VipsException">The encoder fails.</exception>
    public static EncodedFile Make(DecodedSource source, RenderRecipe recipe, RemedyRecipes? remedies = null)
    {
        // Held from before the first pixel: it tells what was found.
        var treater = recipe.Treatments.Count == 0 ? null : source.TreaterOf(recipe);
        var made = MakeUntold(source, recipe, remedies);
        return treater is null || made.IsUnneeded ? made : made with { Findings = [.. made.Findings, .. treater.Findings] };
    }

    private static EncodedFile MakeUntold(DecodedSource source, RenderRecipe recipe, RemedyRecipes? remedies)
    {
        if (PassThrough.Of(source, recipe) is { } kept)
            return kept;
        var request = recipe.Request;
        if (request.QualityByHand is not null)
            return FormatMaker.Make(request.Format, source, recipe);
        var made = Best(source, recipe);
        if (!made.IsGood)
        {
            return request.Fallback is { } everywhere && FormatMaker.Make(everywhere, source, recipe) is { IsGood: true } other
                ? made with { IsUnneeded = true, Findings = [ConflictFindings.LeftToOther(made, other)] }
                : made with { Remedies = remedies is null ? [] : RemedyTrials.Of(made, source, recipe, remedies) };
        }

        return request.Fallback is { } fallback && FallbackComparison.Of(made, fallback, source, recipe) is { } unneeded
            ? made with { IsUnneeded = true, Findings = [unneeded] }
            : made;
    }

    private static EncodedFile Best(DecodedSource source, RenderRecipe recipe)
    {
        var request = recipe.Request;
        if (recipe.Pixels.IsAnimated)
            return BestMoving([.. request.Formats.Select(format => FormatMaker.Make(format, source, recipe))], request);
        var good = request.Formats.Take(request.Compared).Select(format => FormatMaker.Make(format, source, recipe)).ToList();
        if (good.Where(made => made.IsGood).MinBy(made => made.File.Length) is { } lightest)
            return lightest with { Encodes = good.Sum(made => made.Encodes) };
        var tried = new List<EncodedFile>(good);
        foreach (var format in request.Formats.Skip(request.Compared))
        {
            var made = FormatMaker.Make(format, source, recipe);
            // Under another cap the formats before it might have been good.
            if (made.IsGood)
                return tried.Count == 0 ? made : made with { IsFreeOfMax = false };
            tried.Add(made);
        }

        return tried.MinBy(made => made.File.Length)!;
    }

    // What moves is made in each format that can, for they differ more than any rule of thumb.
    private static EncodedFile BestMoving(List<EncodedFile> made, FileRequest request)
    {
        var good = made.Where(one => one.IsGood).ToList();
        var best = request.Score.Prefer == Preference.Better ? good.MaxBy(one => one.Points) : good.MinBy(one => one.File.Length);
        return (best ?? made.MinBy(one => one.File.Length)!) with { Encodes = made.Sum(one => one.Encodes) };
    }
}
