using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Framing;

/// <summary>What nothing may be set upon in a file: the subject, faces, and what the destination covers.</summary>
public static class KeptFree
{
    /// <summary>Where the subject and faces lie in a file.</summary>
    /// <param name="picture">What must stay.</param>
    /// <param name="crop">In upright source pixels; where the picture is levelled, before it is tilted about its centre.</param>
    /// <param name="rotation">How the picture is turned.</param>
    /// <param name="size">Of the file, and of the picture in it.</param>
    /// <returns>As fractions of the file, without what lies outside it.</returns>
    public static IReadOnlyList<PicturePart> Of(FramedPicture picture, PixelRect crop, Rotation rotation, OutputSize size)
    {
        var turned = new RotatedPicture(picture.Facts.Size, rotation);
        var room = new StraightenedBounds(turned.Size, rotation.Straighten);
        var frame = turned.FromUpright(crop);
        var levelled = PixelRect.Around(room.Levelled(frame.Centre), frame.Size);
        var kept = picture.Faces.Select(face => face.Area).Concat(picture.Subject is { } subject ? [subject] : []);
        return
        [
            .. kept.Select(one => InFile(StraightenedCriteria.Around(room, turned.FromUpright(one)), levelled, size)).OfType<PicturePart>(),
        ];
    }

    /// <summary>What the destination covers of a file, as fractions of it.</summary>
    /// <param name="zones">Of the slot.</param>
    /// <param name="file">Size of the file.</param>
    public static IReadOnlyList<PicturePart> Of(IReadOnlyList<KeepClearZone> zones, PixelSize file) =>
        [.. CoveredParts.Of(zones, file).Select(one => PartOf(one, file)).OfType<PicturePart>()];

    private static PicturePart? InFile(PixelRect kept, PixelRect crop, OutputSize size)
    {
        var (across, down) = ((double)size.Picture.Width / crop.Width, (double)size.Picture.Height / crop.Height);
        var (left, top) = size.Offset;
        return PartOf(
            left + ((kept.X - crop.X) * across), top + ((kept.Y - crop.Y) * down), kept.Width * across, kept.Height * down, size.File);
    }

    private static PicturePart? PartOf(PixelRect at, PixelSize file) => PartOf(at.X, at.Y, at.Width, at.Height, file);

    // Rounded, so that files of a slot whose sizes differ by a rounded pixel say the same.
    private static PicturePart? PartOf(double x, double y, double width, double height, PixelSize file)
    {
        var (left, top) = (Fraction(x, file.Width), Fraction(y, file.Height));
        var (right, bottom) = (Fraction(x + width, file.Width), Fraction(y + height, file.Height));
        return right > left && bottom > top
            ? new PicturePart(left, top, Math.Round(right - left, 3), Math.Round(bottom - top, 3))
            : null;
    }

    private static double Fraction(double at, int side) => Math.Round(Math.Clamp(at / side, 0, 1), 3);
}
