using NetVips;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;

namespace Pantomet.Imaging.Rendering;

/// <summary>
/// Cuts a crop out of a picture and turns it: mirrored, then by quarters, then levelled. Quarter turns move pixels and change none.
/// </summary>
internal static class RotatedCrop
{
    // Catmull-Rom looks two pixels to each side.
    private const int Reach = 3;

    /// <summary>Cuts; need not compute anything yet.</summary>
    /// <param name="upright">The whole picture.</param>
    /// <param name="crop">Inside it; where it is levelled, before it is tilted about its centre.</param>
    /// <param name="turn">How it is turned.</param>
    /// <returns>As many pixels as the crop, with its sides exchanged after one or three quarter turns.</returns>
    public static Image From(Image upright, PixelRect crop, Rotation turn)
    {
        if (turn.Straighten == 0)
            return Quartered(upright, crop, turn);
        var turned = new RotatedPicture(new PixelSize(upright.Width, upright.Height), turn);
        var area = turned.FromUpright(crop);
        var around = Around(area, turned);
        using var piece = Quartered(upright, turned.ToUpright(around), turn);
        return Levelled(piece, area with { X = area.X - around.X, Y = area.Y - around.Y }, turn.Straighten);
    }

    private static Image Quartered(Image upright, PixelRect crop, Rotation turn)
    {
        using var cut = upright.Crop(crop.X, crop.Y, crop.Width, crop.Height);
        using var mirrored = turn.IsMirrored ? cut.FlipHor() : cut.Copy();
        return turn.QuarterTurns switch
        {
            1 => mirrored.Rot90(),
            2 => mirrored.Rot180(),
            3 => mirrored.Rot270(),
            _ => mirrored.Copy(),
        };
    }

    // What the tilted crop touches, and what the interpolation looks at around it.
    private static PixelRect Around(PixelRect area, RotatedPicture turned)
    {
        var room = new StraightenedBounds(turned.Size, turned.Rotation.Straighten);
        var (sine, cosine) = (Math.Abs(room.Sine), room.Cosine);
        var across = (int)Math.Ceiling(((area.Width * cosine) + (area.Height * sine)) / 2) + Reach;
        var down = (int)Math.Ceiling(((area.Width * sine) + (area.Height * cosine)) / 2) + Reach;
        var (x, y) = ((int)area.Centre.X, (int)area.Centre.Y);
        var (left, top) = (Math.Max(0, x - across), Math.Max(0, y - down));
        return new PixelRect(
            left, top, Math.Min(turned.Size.Width, x + across + 1) - left, Math.Min(turned.Size.Height, y + down + 1) - top);
    }

    // Rotated about the crop's own centre at full resolution, so that reducing it afterwards is the same step as for any other crop.
    private static Image Levelled(Image piece, PixelRect area, double degrees)
    {
        var (sine, cosine) = Math.SinCos(degrees * Math.PI / 180);
        using var premultiplied = piece.HasAlpha() ? piece.Premultiply() : piece.Copy();
        using var bicubic = Interpolate.NewFromName("bicubic");
        // Positions are those of pixel centres: the middle of n pixels is (n − 1) ÷ 2.
        using var rotated = premultiplied.Affine(
            [cosine, -sine, sine, cosine],
            interpolate: bicubic,
            oarea: [0, 0, area.Width, area.Height],
            idx: -(area.X + ((area.Width - 1) / 2.0)),
            idy: -(area.Y + ((area.Height - 1) / 2.0)),
            odx: (area.Width - 1) / 2.0,
            ody: (area.Height - 1) / 2.0,
            extend: Enums.Extend.Copy);
        if (!piece.HasAlpha())
            return rotated.Copy();
        using var straight = rotated.Unpremultiply();
        return straight.Cast(piece.Format);
    }
}
