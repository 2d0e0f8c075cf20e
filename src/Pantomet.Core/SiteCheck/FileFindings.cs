using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.SiteCheck;

/// <summary>What is to be said of a picture file that a site sends, wherever it is shown.</summary>
public static class FileFindings
{
    // Common practice, no source.
    private const long Heavy = 1_000_000;

    /// <summary>All of it.</summary>
    /// <param name="facts">What it is.</param>
    /// <param name="bytes">What it weighs.</param>
    /// <param name="hasNewer">Whether pages offer the same in a newer format too.</param>
    public static IReadOnlyList<Finding> Of(SourceFacts facts, long bytes, bool hasNewer = false)
    {
        var found = new List<Finding>();
        if (bytes > Heavy)
            found.Add(
                new Finding(
                    "heavier-than-1-mb", Severity.Warn, $"It weighs {new ByteCount(bytes)}.",
                    "Hardly any picture of a page needs more than 1 MB: make it no larger than it is shown, and no better than is seen."));
        if (FormatOf(facts, hasNewer) is { } format)
            found.Add(format);
        if (facts.HasGeolocation)
            found.Add(
                new Finding(
                    "place-inside", Severity.Warn, "It says where it was taken, to everybody who downloads it.",
                    "Replace it by a file without place data."));
        if (facts.Camera.Length > 0)
            found.Add(
                new Finding(
                    "camera-data-inside", Severity.Note, $"It has the camera's data inside ({facts.Camera}).",
                    "A file without them is lighter and says no more than it shows."));
        if (facts.IsOutsideSrgb)
            found.Add(
                new Finding(
                    "not-srgb", Severity.Warn,
                    facts.Colour == ColourModel.Cmyk
                        ? "Its colours are for print (CMYK): not every browser shows them, and none as they are meant."
                        : $"Its colours are {facts.ColourProfile}, not sRGB: what reads no profile shows them wrong.",
                    "Replace it by a file in sRGB."));
        if (facts.Orientation != 1)
            found.Add(
                new Finding(
                    "turned", Severity.Warn,
                    $"It is stored turned and says so (Exif Orientation {facts.Orientation}): what does not read that shows it so.",
                    "Replace it by a file that is stored upright."));
        return found;
    }

    private static Finding? FormatOf(SourceFacts facts, bool hasNewer) => facts switch
    {
        { Format: PictureFormat.Tiff or PictureFormat.Heic or PictureFormat.Psd or PictureFormat.JpegXl or PictureFormat.Bmp } =>
            new Finding(
                "not-for-browsers", Severity.Stop, $"It is {facts.Format.DisplayName()}: not every browser shows that, or none.",
                "Replace it by JPEG, WebP or AVIF."),
        { IsAnimated: true, Format: PictureFormat.Gif } =>
            new Finding(
                "film-as-gif", Severity.Warn, $"It is a film of {facts.Frames:#,0} frames as GIF, the heaviest way to send one.",
                "Send it as animated WebP, or as a video."),
        { Format: PictureFormat.Png, Kind: ContentKind.Photograph, HasAlpha: false } =>
            new Finding(
                "photograph-as-png", Severity.Warn, "It is a photograph as PNG, which keeps every grain of noise.",
                "Send it as JPEG, WebP or AVIF."),
        { Format: PictureFormat.Jpeg or PictureFormat.Png or PictureFormat.Gif } when !hasNewer =>
            new Finding(
                "older-format", Severity.Note, $"It is {facts.Format.DisplayName()}: newer formats say the same with fewer bytes.",
                "Offer AVIF or WebP beside it, where pages can be changed."),
        _ => null,
    };
}
