using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Encoders;

/// <summary>Whether a file in a modern format is worth having beside the one that every browser reads.</summary>
internal static class FallbackComparison
{
    // What a sample says of a weight is good to a few per cent; a rival that seems this much heavier need not be made.
    private const double ClearlyHeavier = 1.15;

    /// <summary>Why the file is not wanted: its rival looks as good and is no heavier. Null where it is worth having.</summary>
    /// <param name="made">In a modern format.</param>
    /// <param name="rival">The format that every browser reads.</param>
    /// <param name="source">The decoded source.</param>
    /// <param name="recipe">What is wanted.</param>
    public static Finding? Of(EncodedFile made, PictureFormat rival, DecodedSource source, RenderRecipe recipe)
    {
        using var picture = FinishedPicture.Make(source, recipe, rival);
        var other = rival.HasQuality() ? AtSameLooks(picture, made) : LosslessFiles.Png(picture, recipe.Request);
        if (other is null || other.File.Length > made.File.Length)
            return null;
        return new Finding(
            "not-smaller", Severity.Note,
            $"{made.Encoding} has {new ByteCount(made.File.LongLength)} at {ConflictFindings.Looks(made.Points)}; {other.Encoding} needs " +
            $"only {new ByteCount(other.File.LongLength)} for that. {made.Format.DisplayName()} is not made.");
    }

    private static EncodedFile? AtSameLooks(FinishedPicture picture, EncodedFile made)
    {
        var trials = picture.TrialsWith(picture.Settings);
        var trial = ScoreSearch.Lowest(
            made.Points, new QualityRange(1, 100), ScoreCurve.Of(picture.Format), trials,
            bytes => bytes > ClearlyHeavier * made.File.Length);
        return trial is null || trials.PointsOf(trial) < made.Points ? null
            : new EncodedFile(
                trial.File, picture.Format, trial.Quality, $"{picture.Format.DisplayName()} quality {trial.Quality}", trials.Encodes,
                trials.PointsOf(trial), []);
    }
}
