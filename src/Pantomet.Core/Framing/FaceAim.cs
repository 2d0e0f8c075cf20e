using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>Where faces want to lie in a crop while nobody has set a focus.</summary>
/// <remarks>
/// The eyes lie in the upper part of a portrait shape, and there is more room on the side towards which a face looks (both common
/// practice, no source).
/// </remarks>
/// <param name="Point">In pixels of the turned picture.</param>
/// <param name="Across">Where in the crop's width it should lie; null leaves that to the slot.</param>
/// <param name="Down">Where in the crop's height it should lie; null leaves that to the slot.</param>
public sealed record FaceAim(PixelPoint Point, double? Across, double? Down)
{
    // Of the height of a portrait shape: the upper third, and a little more for what is worn on heads.
    private const double EyesInPortrait = 0.36;

    // Of the width, for a face that is seen from the side; one that looks ahead lies in the middle.
    private const double MostRoom = 0.1;

    // How far the tip of the nose lies from the middle of the eyes, as a share of the face's width, in a face seen from the side.
    private const double FromTheSide = 0.25;

    // Against the largest face, by height: what is smaller stands in the background.
    private const double InTheForeground = 0.5;

    /// <summary>The aim of the faces that matter for a subject.</summary>
    /// <param name="faces">In pixels of the turned picture.</param>
    /// <param name="subject">In the same pixels; null for all of the picture.</param>
    /// <param name="ratio">Of the crop.</param>
    /// <returns>Null where no face is the subject or part of it, and where they lie on their sides.</returns>
    public static FaceAim? Of(IReadOnlyList<Face> faces, PixelRect? subject, AspectRatio ratio)
    {
        var inside = faces.Where(face => subject is not { } area || Holds(area, face.Eyes)).ToList();
        if (inside.Count == 0)
            return null;
        var tallest = inside.Max(face => face.Area.Height);
        var main = inside.FindAll(face => face.Area.Height >= InTheForeground * tallest);
        // A nose that does not lie beneath the eyes belongs to a head that is tilted far, or upside down.
        if (main.Exists(face => face.Nose.Y <= face.Eyes.Y))
            return null;
        var eyes = new PixelPoint(main.Average(face => face.Eyes.X), main.Average(face => face.Eyes.Y));
        var looks = main.Average(face => Math.Clamp((face.Nose.X - face.Eyes.X) / face.Area.Width / FromTheSide, -1, 1));
        var isPortrait = ratio.Value < 1;
        // In other shapes the subject's own middle is the better height.
        var point = isPortrait || subject is not { } whole ? eyes : new PixelPoint(eyes.X, whole.Centre.Y);
        return new FaceAim(point, 0.5 - (looks * MostRoom), isPortrait ? EyesInPortrait : null);
    }

    private static bool Holds(PixelRect area, PixelPoint point) =>
        point.X >= area.X && point.Y >= area.Y && point.X <= area.Right && point.Y <= area.Bottom;
}
