using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Runs;

/// <summary>Compares a written file with what its slot allows. Only a file without a <see cref="Severity.Stop"/> counts as done.</summary>
public static class WrittenFileCheck
{
    /// <summary>Everything that the check has to say; empty when the file is right in every way.</summary>
    /// <param name="file">As it was found on disk.</param>
    /// <param name="variant">What was asked for.</param>
    /// <param name="slot">What is allowed.</param>
    /// <param name="source">What the file was made from.</param>
    public static IReadOnlyList<Finding> Compare(WrittenFile file, PlannedVariant variant, Slot slot, SourceFacts source)
    {
        var findings = new List<Finding>();
        void Stop(bool when, string id, string sentence, string remedy = "Render it again. If it happens again, the file is at fault, not your settings.")
        {
            if (when)
                findings.Add(new Finding(id, Severity.Stop, sentence, remedy));
        }

        Stop(!variant.Formats.Contains(file.Format), "wrong-format", $"The file is {file.Format.DisplayName()}; {string.Join(" or ", variant.Formats.Select(format => format.DisplayName()))} was asked for.");
        Stop(file.Size != variant.Size.File, "wrong-size", $"The file is {Finding.Px(file.Size)} px; {Finding.Px(variant.Size.File)} was asked for.");
        var frames = variant.IsAnimated ? source.Frames : 1;
        Stop(file.Frames > frames, "wrong-frames", $"The file has {file.Frames} frames; {frames} were asked for.");
        Stop(slot.Limits.Most is { } most && file.Bytes > most, "over-cap", $"The file has {file.Bytes}; at most {slot.Limits.Most} are allowed.");
        Stop(file.HasPlace, "place-data", "The file still says where the picture was taken.");
        Stop(file.Camera.Length > 0, "camera-data", $"The file still names a camera: {file.Camera}.");
        Stop(slot.Metadata == MetadataPolicy.None && !file.Rights.IsEmpty, "metadata-left", "The file still carries metadata; the slot allows none.");
        Stop(slot.Metadata != MetadataPolicy.All && file.Description.Length > 0, "metadata-left", "The file still carries a description; the slot allows rights fields only.");
        Stop(slot.Metadata != MetadataPolicy.None && source.Rights.Copyright is { } copyright && file.Rights.Copyright != copyright, "rights-lost", "The copyright notice of the source did not reach the file.");
        Stop(slot.Colour == ColourPolicy.Srgb && !IsSrgb(file), "wrong-colour", $"The file's colours are {file.ColourProfile ?? file.Colour.ToString()}; sRGB was asked for.");
        Stop(file.HasAlpha && !slot.KeepsTransparency, "transparency-left", "The file is transparent; the slot allows no transparency.");

        if (file.Frames == 1 && frames > 1)
            findings.Add(new Finding("does-not-move", Severity.Warn, $"The file does not move, though its source has {frames} frames.", "Look at the source: all its frames may show the same."));
        if (slot.Limits.Aim is { } aim && !aim.Holds(file.Bytes) && findings.Count == 0)
            findings.Add(OutsideAim(file, aim, slot.Limits));
        else if (slot.Limits is { Fewest: { } fewest, Aim: null } && file.Bytes < fewest)
            findings.Add(TooLight(file, $"fewer than the {fewest} under which the destination finds a file poor"));
        return findings;
    }

    private static bool IsSrgb(WrittenFile file) =>
        file.Colour is ColourModel.Rgb or ColourModel.Grey && (file.ColourProfile is null || file.ColourProfile.Contains("sRGB", StringComparison.OrdinalIgnoreCase));

    private static Finding OutsideAim(WrittenFile file, AimBand aim, FileLimits limits)
    {
        if (file.Bytes > aim.Most)
            return new Finding("above-aim", Severity.Warn, $"The file has {file.Bytes}, above the {aim.Least} to {aim.Most} aimed at, within what is allowed.", "Look at it; a simpler crop weighs less.");
        var fewest = limits.Fewest is { } least && file.Bytes < least ? $", and fewer than the {least} under which the destination finds a file poor" : "";
        return TooLight(file, $"under the {aim.Least} to {aim.Most} aimed at{fewest}");
    }

    private static Finding TooLight(WrittenFile file, string comparedWith) => new(
        "below-aim",
        Severity.Note,
        $"The file has {file.Bytes}, {comparedWith}. The picture is simple: no quality brings it closer without going over, and that is fine.");
}
