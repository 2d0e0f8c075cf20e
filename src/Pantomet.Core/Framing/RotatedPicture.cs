using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>
/// A picture after mirroring and quarter turns, and the way between its pixels and upright source pixels. Exact: whole pixels stay whole.
/// </summary>
/// <remarks>Levelling is no part of it: a levelled crop is a rectangle of these pixels, tilted about its own centre
/// (<see cref="StraightenedBounds"/>).</remarks>
/// <param name="Upright">Size of the source.</param>
/// <param name="Rotation">How it is turned.</param>
public readonly record struct RotatedPicture(PixelSize Upright, Rotation Rotation)
{
    /// <summary>Size after the quarter turns.</summary>
    public PixelSize Size => Rotation.QuarterTurns % 2 == 0 ? Upright : Upright.Turned;

    /// <summary>A rectangle of upright pixels, as it lies in the turned picture.</summary>
    /// <param name="upright">Any rectangle.</param>
    public PixelRect FromUpright(PixelRect upright)
    {
        var at = Rotation.IsMirrored ? upright with { X = Upright.Width - upright.X - upright.Width } : upright;
        var size = Upright;
        for (var quarter = 0; quarter < Rotation.QuarterTurns; quarter++)
        {
            at = new PixelRect(size.Height - at.Y - at.Height, at.X, at.Height, at.Width);
            size = size.Turned;
        }

        return at;
    }

    /// <summary>A rectangle of the turned picture, as it lies on the source.</summary>
    /// <param name="turned">Any rectangle.</param>
    public PixelRect ToUpright(PixelRect turned)
    {
        var at = turned;
        var size = Size;
        for (var quarter = 0; quarter < Rotation.QuarterTurns; quarter++)
        {
            at = new PixelRect(at.Y, size.Width - at.X - at.Width, at.Height, at.Width);
            size = size.Turned;
        }

        return Rotation.IsMirrored ? at with { X = Upright.Width - at.X - at.Width } : at;
    }

    /// <summary>A face of the source, as it lies in the turned picture.</summary>
    /// <param name="upright">Any face.</param>
    public Face FromUpright(Face upright) =>
        new(FromUpright(upright.Area), FromUpright(upright.Eyes), FromUpright(upright.Nose));

    /// <summary>A point of the source, as it lies in the turned picture.</summary>
    /// <param name="upright">Any point.</param>
    public PixelPoint FromUpright(PixelPoint upright)
    {
        var at = Rotation.IsMirrored ? upright with { X = Upright.Width - upright.X } : upright;
        var size = Upright;
        for (var quarter = 0; quarter < Rotation.QuarterTurns; quarter++)
        {
            at = new PixelPoint(size.Height - at.Y, at.X);
            size = size.Turned;
        }

        return at;
    }
}
