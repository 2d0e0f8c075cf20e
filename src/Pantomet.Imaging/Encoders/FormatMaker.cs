using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Encoders;

/// <summary>Makes the file of one variant in one format, as its recipe asks for.</summary>
internal static class FormatMaker
{
    /// <summary>The file, with a <see cref="Severity.Stop"/> where no file of the format meets the limits.</summary>
    /// <param name="format">The format.</param>
    /// <param name="source">The decoded source.</param>
    /// <param name="recipe">What is wanted.</param>
    public static EncodedFile Make(PictureFormat format, DecodedSource source, RenderRecipe recipe)
    {
        using var picture = WeighablePicture.Make(source, recipe, format);
        var request = recipe.Request;
        if (request.QualityByHand is { } byHand && request.Format == format && format.HasQuality())
            return ByHand(picture, byHand, request);
        return picture switch
        {
            AnimatedPicture { Format: PictureFormat.Gif } frames => GifFiles.Make(frames, request),
            FinishedPicture { Format: PictureFormat.Png } still => Bounded(LosslessFiles.Png(still, request), request),
            FinishedPicture { Format: PictureFormat.Tiff } still => Bounded(LosslessFiles.Tiff(still), request),
            FinishedPicture { Format: PictureFormat.WebP } still when request.LosslessWebP != LosslessUse.Never => FlatWebP(still, request),
            _ => Searched(picture, request),
        };
    }

    /// <summary>A file of a picture by the weigher.</summary>
    public static EncodedFile Searched(WeighablePicture picture, FileRequest request)
    {
        var (made, conflict) = Weigh(picture.Settings);
        // Trellis quantisation saves bytes on most pictures and spoils some: it stays where it looks better, or weighs less.
        if (picture.Format == PictureFormat.Jpeg && picture.Settings.Effort == Effort.Thorough)
        {
            var (plain, plainConflict) = Weigh(picture.Settings with { Effort = Effort.Quick });
            var pays = request.Score.Prefer == Preference.Better ? made.Points >= plain.Points : made.File.Length <= plain.File.Length;
            var encodes = made.Encodes + plain.Encodes;
            if (plainConflict == Conflict.None && (conflict != Conflict.None || !pays))
                (made, conflict) = (plain, plainConflict);
            made = made with { Encodes = encodes, IsFreeOfMax = false };
        }

        // A band that the best quality does not reach is reached by colour at full resolution, where the encoder has it.
        if (conflict == Conflict.None && !picture.Settings.WholeChroma && picture.Format != PictureFormat.WebP &&
            request.Score.Prefer == Preference.Better && request.Limits.Target is { } aim && made.File.LongLength < aim.Min.Bytes)
        {
            var (heavier, itsConflict) = Weigh(picture.Settings with { WholeChroma = true });
            var chosen = itsConflict == Conflict.None && aim.Holds(new ByteCount(heavier.File.LongLength)) ? heavier : made;
            made = chosen with { Encodes = made.Encodes + heavier.Encodes };
        }

        return conflict == Conflict.None ? made : made with { Findings = [ConflictFindings.Of(conflict, made, request)] };

        (EncodedFile Made, Conflict Conflict) Weigh(EncoderSettings settings)
        {
            var trials = picture.TrialsWith(settings);
            var weighed = Weigher.Weigh(request.Demand, picture.Format, trials);
            return (Of(
                picture, weighed.Trial, weighed.Points, settings, trials.Encodes) with
            { IsFreeOfMax = weighed.IsFreeOfCap },
                weighed.Conflict);
        }
    }

    private static EncodedFile Of(WeighablePicture picture, Trial trial, double points, EncoderSettings settings, int encodes)
    {
        var moving = picture is AnimatedPicture { Frames: var frames } ? $"{frames} frames, " : "";
        var chroma = settings.WholeChroma && picture.Format != PictureFormat.WebP ? ", whole chroma" : "";
        var words = $"{picture.Format.DisplayName()} {moving}quality {trial.Quality}{chroma}";
        var file = new EncodedFile(trial.File, picture.Format, trial.Quality, words, encodes, points, []);
        return file with { WasRead = picture.WasRead(trial.File) };
    }

    private static EncodedFile FlatWebP(FinishedPicture picture, FileRequest request)
    {
        var lossless = Bounded(LosslessFiles.WebP(picture), request);
        if (lossless.IsGood && request.LosslessWebP != LosslessUse.WhereLighter)
            return lossless;
        var lossy = Searched(picture, request);
        var isLighter = lossless.File.Length <= lossy.File.Length;
        var chosen = lossless.IsGood && (isLighter || !lossy.IsGood) ? lossless : lossy;
        return chosen with { Encodes = lossless.Encodes + lossy.Encodes, IsFreeOfMax = false };
    }

    private static EncodedFile ByHand(WeighablePicture picture, int quality, FileRequest request)
    {
        var trials = picture.TrialsWith(picture.Settings);
        var trial = trials.At(quality);
        var made = Of(picture, trial, trials.PointsOf(trial), picture.Settings, 1);
        if (request.Limits.Max is { } cap && trial.Bytes > cap.Bytes)
            return made with { Findings = [ConflictFindings.ByHandOverCap(made, cap)] };
        return made.Points >= request.Score.Min
            ? made with { IsFreeOfMax = true }
            : made with { Findings = [ConflictFindings.ByHandUnderFloor(made, request)] };
    }

    private static EncodedFile Bounded(EncodedFile made, FileRequest request)
    {
        if (request.Limits.Max is { } cap && made.File.LongLength > cap.Bytes)
            return made with { Findings = [ConflictFindings.LosslessOverCap(made, cap)] };
        return made;
    }
}
