namespace Pantomet.Core.Measures;

/// <summary>A rectangle in a picture whatever its size, as fractions of its width and height.</summary>
/// <param name="X">Left edge, 0 to 1.</param>
/// <param name="Y">Top edge, 0 to 1.</param>
/// <param name="Width">Above 0.</param>
/// <param name="Height">Above 0.</param>
public sealed record PicturePart(double X, double Y, double Width, double Height)
{
    // What is written in decimals need not add up to the last digit.
    private const double Slack = 1e-9;

    /// <summary>All of it.</summary>
    public static PicturePart Whole { get; } = new(0, 0, 1, 1);

    /// <summary>A rectangle of a picture.</summary>
    /// <param name="at">Whole pixels.</param>
    /// <param name="picture">Size of the picture.</param>
    public static PicturePart Of(PixelRect at, PixelSize picture) => new(
        (double)at.X / picture.Width, (double)at.Y / picture.Height, (double)at.Width / picture.Width, (double)at.Height / picture.Height);

    /// <summary>Whether it is a part of a picture.</summary>
    public bool IsInside => X >= 0 && Y >= 0 && Width > 0 && Height > 0 && X + Width <= 1 + Slack && Y + Height <= 1 + Slack;

    /// <summary>Whether the two share more than an edge.</summary>
    /// <param name="other">Another part of the same picture.</param>
    public bool Overlaps(PicturePart other) =>
        X + Slack < other.X + other.Width && other.X + Slack < X + Width && Y + Slack < other.Y + other.Height &&
        other.Y + Slack < Y + Height;

    /// <summary>The pixels that it touches; at least one.</summary>
    /// <param name="picture">Size of the picture.</param>
    public PixelRect In(PixelSize picture)
    {
        var (left, top) = (From(X, picture.Width), From(Y, picture.Height));
        return new PixelRect(left, top, Until(X + Width, picture.Width) - left, Until(Y + Height, picture.Height) - top);
    }

    private static int From(double fraction, int side) => Math.Clamp((int)Math.Floor((fraction + Slack) * side), 0, side - 1);

    private static int Until(double fraction, int side) => Math.Clamp((int)Math.Ceiling((fraction - Slack) * side), 1, side);
}
