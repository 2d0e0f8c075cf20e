using Microsoft.AspNetCore.Http.HttpResults;
using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Treatments;
using Pantomet.Imaging.Rendering;
using Pantomet.Rendering;
using Pantomet.Server.Hosting;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Treatments;

/// <summary>A picture as its treatments will leave it, for who sets them.</summary>
internal static class TreatmentEndpoints
{
    private const int MaxWidth = 2000;

    // Quickly rather than tightly: it goes no further than the screen.
    private const int Quality = 85;

    public static void MapTreatments(this IEndpointRouteBuilder routes) =>
        routes.MapPost("/api/treatments/trial", TryAsync).WithTags("Treatments").WithName("tryTreatments");

    private static async Task<Results<Ok<TreatedAnswer>, ProblemHttpResult>> TryAsync(
        TreatmentTrial trial, Planning planning, PreparedPictures pictures, CancellationToken cancel)
    {
        if (trial.Width is < 1 or > MaxWidth)
            return Problems.Invalid("width", $"A picture to look at is 1 to {MaxWidth} px wide.");
        var (treatments, problems) = TreatmentsReader.Read(trial.Treatments);
        if (problems.Count > 0)
            return Problems.InvalidDocument(problems);
        var (pairing, missing) = await planning.PairingAsync(trial.Source, trial.Slot, cancel);
        if (missing is not null)
            return Problems.Of(missing);
        if (trial.Text is { } text && HeadlineWords.LengthOf(text) > HeadlineWords.MaxLength)
            return Problems.Invalid("text", HeadlineWords.TooLong);
        var slot = trial.Treatments is null ? pairing!.Slot : pairing!.Slot with { Treatments = treatments };
        var (recipe, none) = TrialRecipe.Of(Said(pairing with { Slot = slot }, trial.Text), trial.Tier, trial.Width);
        if (none is not null)
            return Problems.Of(none);
        return TypedResults.Ok(await pictures.WithSourceAsync(recipe!, source => Treated(source, recipe!), cancel));
    }

    private static TreatedAnswer Treated(DecodedSource source, RenderRecipe recipe)
    {
        var treater = recipe.Treatments.Count > 0 ? source.TellingTreaterOf(recipe) : null;
        using var pixels = VariantPixels.Make(source, recipe, recipe.Request.Format, treater);
        var (media, bytes) = pixels.HasAlpha()
            ? ("image/png", pixels.PngsaveBuffer(compression: 1, keep: Enums.ForeignKeep.None))
            : ("image/jpeg", pixels.JpegsaveBuffer(q: Quality, keep: Enums.ForeignKeep.None));
        return new TreatedAnswer(
            $"data:{media};base64,{Convert.ToBase64String(bytes)}", pixels.Width, pixels.Height,
            treater?.Toned is { } found ? ToneAnswer.Of(recipe.Treatments.OfType<Tone>().Single(), found) : null,
            treater?.Set is { } set
                ? HeadlineAnswer.Of(
                    set, recipe.Treatments.OfType<Headline>().Single().Style.Contrast, new PixelSize(pixels.Width, pixels.Height))
                : null,
            treater?.Findings ?? []);
    }

    // What is typed is looked at before it is kept.
    private static Pairing Said(Pairing pairing, string? text)
    {
        if (text is null || pairing.Slot.Treatments.Headline is not { } headline)
            return pairing;
        pairing.Source.Framing = pairing.Source.Framing.WithHeadline(headline.Language, text);
        return pairing;
    }
}
