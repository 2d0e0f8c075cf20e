using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Encoders;

/// <summary>
/// Tries what would mend a file that cannot meet its limits. What is offered has been made, and does what its sentence says.
/// </summary>
internal static class RemedyTrials
{
    // Weight falls a little slower than the number of pixels: see BytesPerWidth.
    private const double Exponent = 0.85;

    /// <summary>The remedies, the one that changes least first; none that does not help.</summary>
    /// <param name="made">What does not meet the limits.</param>
    /// <param name="source">The decoded source.</param>
    /// <param name="recipe">What was wanted.</param>
    /// <param name="recipes">What could be wanted instead.</param>
    public static IReadOnlyList<WeightRemedy> Of(EncodedFile made, DecodedSource source, RenderRecipe recipe, RemedyRecipes recipes)
    {
        var remedies = new List<WeightRemedy>();
        foreach (var other in recipes.OtherFormats.Select(Made).Where(other => other.IsGood))
            remedies.Add(
                new WeightRemedy(
                    WeightRemedyKind.OtherFormat, $"{other.Encoding}: {Figures(other)}. Take {other.Format.DisplayName()} into the slot.",
                    other.File.LongLength, other.Points, Format: other.Format));

        if (recipe.Request.Limits.Max is not { } cap)
            return remedies;
        // The lightest file that the floor allows: what a smaller size is reckoned from, and what more bytes would buy.
        var needed = recipes.WithoutMax is { } free && Made(free) is { IsGood: true } lightest ? lightest : null;
        if (needed is not null && Smaller(needed, cap) is { } smaller)
            remedies.Add(smaller);
        if (made.File.LongLength <= cap.Bytes)
        {
            var floor = Math.Floor(made.Points * 10) / 10;
            remedies.Add(
                new WeightRemedy(
                    WeightRemedyKind.LowerFloor,
                    $"Minimum score lowered to {ConflictFindings.Points(floor)}: {made.Encoding}, {Figures(made)}.",
                    made.File.LongLength, made.Points, Floor: floor));
        }

        if (needed is not null)
            remedies.Add(
                new WeightRemedy(
                    WeightRemedyKind.MoreBytes,
                    $"{new ByteCount(needed.File.LongLength)} allowed instead of {cap}: {needed.Encoding}, " +
                    $"{ConflictFindings.Looks(needed.Points)}.", needed.File.LongLength, needed.Points));
        return remedies;

        EncodedFile Made(RenderRecipe other) => FormatMaker.Make(other.Request.Format, source, other);

        WeightRemedy? Smaller(EncodedFile needed, ByteCount cap)
        {
            var scale = Math.Pow(0.92 * cap.Bytes / needed.File.LongLength, 1 / (2 * Exponent));
            for (var attempt = 0; attempt < 3; attempt++, scale *= 0.85)
            {
                if (recipes.Scaled(scale) is not { File: var size } scaled)
                    return null;
                var small = Made(scaled);
                if (small.IsGood)
                    return new WeightRemedy(
                        WeightRemedyKind.SmallerSize, $"{Finding.Px(size.Width)} px wide: {small.Encoding}, {Figures(small)}.",
                        small.File.LongLength, small.Points, Width: size.Width, Height: size.Height);
            }

            return null;
        }
    }

    private static string Figures(EncodedFile made) => $"{new ByteCount(made.File.LongLength)} at {ConflictFindings.Looks(made.Points)}";
}
