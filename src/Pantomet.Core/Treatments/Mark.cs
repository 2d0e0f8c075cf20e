using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>A mark that is set on a picture: a shop's sign.</summary>
/// <param name="Picture">SHA-256 of the source that it is, as 64 lower-case hexadecimal digits.</param>
/// <param name="LightPicture">The same of a light version, for dark grounds; null for none.</param>
/// <param name="Box">Where it stands in the file: it is as large as goes in.</param>
/// <param name="Anchor">At which side of the box.</param>
/// <param name="Opacity">0 to 1.</param>
public sealed record Mark(string Picture, string? LightPicture, PicturePart Box, Anchor Anchor, double Opacity) : Treatment;

/// <summary>A slot whose pictures bear a mark.</summary>
/// <param name="Picture">SHA-256 of the source that it is, as 64 lower-case hexadecimal digits.</param>
/// <param name="LightPicture">The same of a light version, for dark grounds; null for none.</param>
/// <param name="Anchor">Where it should stand.</param>
/// <param name="Size">Of the square that it is put in, as a fraction of the file's shorter side.</param>
/// <param name="Margin">Around it, as a fraction of the file's shorter side.</param>
/// <param name="Opacity">0 to 1.</param>
public sealed record SlotMark(string Picture, string? LightPicture, Anchor Anchor, double Size, double Margin, double Opacity)
{
    // Far less than a pixel, and few enough to be read.
    private const int Digits = 6;

    /// <summary>The mark on one file; null where it would lie on what the destination covers, wherever it stood.</summary>
    /// <param name="file">Size of the file.</param>
    /// <param name="kept">What it should not lie on: the subject, faces.</param>
    /// <param name="covered">What it must not lie on: what the destination covers.</param>
    public Mark? On(PixelSize file, IReadOnlyList<PicturePart> kept, IReadOnlyList<PicturePart> covered)
    {
        var places = Nearest().Select(anchor => (Anchor: anchor, Box: BoxAt(anchor, file)))
            .Where(place => place.Box.IsInside && !covered.Any(place.Box.Overlaps)).ToList();
        if (places.Count == 0)
            return null;
        var free = places.Where(place => !kept.Any(place.Box.Overlaps)).Append(places[0]).First();
        return new Mark(Picture, LightPicture, free.Box, free.Anchor, Opacity);
    }

    // The anchor itself, then those that are nearest to it; corners and edges before the middle.
    private IEnumerable<Anchor> Nearest()
    {
        var (left, above) = Anchors.Of(Anchor);
        return Enum.GetValues<Anchor>().OrderBy(other => other != Anchor).ThenBy(other => other == Anchor.Centre).ThenBy(other =>
        {
            var (otherLeft, otherAbove) = Anchors.Of(other);
            return Math.Abs(left - otherLeft) + Math.Abs(above - otherAbove);
        });
    }

    private PicturePart BoxAt(Anchor anchor, PixelSize file)
    {
        var (across, down) = ((double)file.ShortestSide / file.Width, (double)file.ShortestSide / file.Height);
        var (left, above) = Anchors.Of(anchor);
        var (width, height) = (Size * across, Size * down);
        double From(double share, double margin, double length) => Math.Round(margin + (share * (1 - (2 * margin) - length)), Digits);
        return new PicturePart(
            From(left, Margin * across, width), From(above, Margin * down, height), Math.Round(width, Digits), Math.Round(height, Digits));
    }
}
