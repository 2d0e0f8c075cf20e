using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Proof;

/// <summary>
/// Compares a written file with what was asked for. Only a file without a <see cref="Severity.Stop"/> counts as done.
/// </summary>
public static class WrittenFileCheck
{
    /// <summary>Everything that the check has to say; empty when the file is right in every way.</summary>
    /// <param name="file">As it was found on disk.</param>
    /// <param name="recipe">What was asked for.</param>
    /// <param name="sourceFrames">Frames of the source.</param>
    public static IReadOnlyList<Finding> Compare(WrittenFile file, RenderRecipe recipe, int sourceFrames)
    {
        var (pixels, request, metadata) = (recipe.Pixels, recipe.Request, recipe.Metadata);
        var findings = new List<Finding>();
        void Stop(bool when, string id, string sentence)
        {
            if (when)
                findings.Add(
                    new Finding(
                        id, Severity.Stop, sentence, "Render it again. If it happens again, the file is at fault, not your settings."));
        }

        var formats = string.Join(" or ", request.Formats.Select(format => format.DisplayName()));
        var frames = pixels.IsAnimated ? sourceFrames : 1;
        Stop(!request.Formats.Contains(file.Format), "wrong-format", $"The file is {file.Format.DisplayName()}; {formats} was asked for.");
        Stop(file.Size != recipe.File, "wrong-size", $"The file is {Finding.Px(file.Size)} px; {Finding.Px(recipe.File)} was asked for.");
        Stop(file.Frames > frames, "wrong-frames", $"The file has {file.Frames} frames; {frames} were asked for.");
        Stop(file.Bytes > request.Limits.Max, "over-cap", $"The file has {file.Bytes}; at most {request.Limits.Max} are allowed.");
        Stop(file.HasGeolocation, "place-data", "The file still says where the picture was taken.");
        Stop(file.Camera.Length > 0, "camera-data", $"The file still names a camera: {file.Camera}.");
        Stop(metadata.Rights.IsEmpty &&
            !file.Rights.IsEmpty, "metadata-left", "The file still carries rights fields; none were asked for.");
        Stop(metadata.Description.Length == 0 &&
            file.Description.Length > 0, "metadata-left", "The file still carries a description; none was asked for.");
        Stop(metadata.Rights.Copyright is { } copyright &&
            file.Rights.Copyright != copyright, "rights-lost", "The copyright notice of the source did not reach the file.");
        Stop(pixels.Colour == ColourPolicy.Srgb &&
            !IsSrgb(file), "wrong-colour", $"The file's colours are {file.ColourProfile ?? file.Colour.ToString()}; sRGB was asked for.");
        Stop(file.HasAlpha && !pixels.KeepsTransparency, "transparency-left", "The file is transparent; no transparency was asked for.");

        if (file.Frames == 1 && frames > 1)
            findings.Add(
                new Finding(
                    "does-not-move", Severity.Warn, $"The file does not move, though its source has {frames} frames.",
                    "Look at the source: all its frames may show the same."));
        if (request.Limits.Target is { } aim && !aim.Holds(file.Bytes) && findings.Count == 0)
            findings.Add(OutsideAim(file, aim, request.Limits));
        else if (request.Limits is { Min: { } least, Target: null } && file.Bytes < least)
            findings.Add(TooLight(file, $"fewer than the {least} under which the destination finds a file poor"));
        return findings;
    }

    private static bool IsSrgb(WrittenFile file) =>
        file.Colour is ColourModel.Rgb or ColourModel.Grey &&
            (file.ColourProfile is null || file.ColourProfile.Contains("sRGB", StringComparison.OrdinalIgnoreCase));

    private static Finding OutsideAim(WrittenFile file, ByteRange aim, ByteLimits limits)
    {
        if (file.Bytes > aim.Max)
            return new Finding(
                "above-aim", Severity.Warn,
                $"The file has {file.Bytes}, above the {aim.Min} to {aim.Max} aimed at, within what is allowed.",
                "Look at it; a simpler crop weighs less.");
        var fewest = limits.Min is { } least && file.Bytes < least
            ? $", and fewer than the {least} under which the destination finds a file poor"
            : "";
        return TooLight(file, $"under the {aim.Min} to {aim.Max} aimed at{fewest}");
    }

    private static Finding TooLight(WrittenFile file, string comparedWith) => new(
        "below-aim",
        Severity.Note,
        $"The file has {file.Bytes}, {comparedWith}. The picture is simple: no quality brings it closer without going over, and that is " +
        $"fine.");
}
