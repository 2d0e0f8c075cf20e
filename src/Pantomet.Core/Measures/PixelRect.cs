namespace Pantomet.Core.Measures;

/// <summary>A rectangle of whole pixels, measured from the top left corner of the picture.</summary>
/// <param name="X">Left edge.</param>
/// <param name="Y">Top edge.</param>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
public readonly record struct PixelRect(int X, int Y, int Width, int Height)
{
    /// <summary>First pixel column to the right of the rectangle; does not overflow.</summary>
    public long Right => (long)X + Width;

    /// <summary>First pixel row below the rectangle; does not overflow.</summary>
    public long Bottom => (long)Y + Height;

    /// <summary>Width and height alone.</summary>
    public PixelSize Size => new(Width, Height);

    /// <summary>The point half-way across and half-way down.</summary>
    public PixelPoint Centre => new(X + (Width / 2.0), Y + (Height / 2.0));

    /// <summary>The rectangle of a size whose centre is nearest to a point; halves are rounded up.</summary>
    /// <param name="centre">Wanted centre. It is clamped to ±1,000,000,000 first, so that any finite number is allowed.</param>
    /// <param name="size">Size of the rectangle.</param>
    public static PixelRect Around(PixelPoint centre, PixelSize size)
    {
        static double Sane(double value) => double.IsNaN(value) ? 0 : Math.Clamp(value, -1e9, 1e9);
        var x = Rounding.HalfUp(Sane(centre.X) - (size.Width / 2.0));
        var y = Rounding.HalfUp(Sane(centre.Y) - (size.Height / 2.0));
        return new PixelRect((int)x, (int)y, size.Width, size.Height);
    }

    /// <summary>The same size, moved as little as needed to lie inside a picture.</summary>
    /// <param name="picture">Must be at least as large as the rectangle on both sides.</param>
    /// <exception cref="ArgumentException">The rectangle is larger than the picture.</exception>
    public PixelRect PushedInto(PixelSize picture)
    {
        if (Width > picture.Width || Height > picture.Height)
            throw new ArgumentException($"{Size} does not fit into {picture}.", nameof(picture));
        return this with { X = Math.Clamp(X, 0, picture.Width - Width), Y = Math.Clamp(Y, 0, picture.Height - Height) };
    }

    /// <summary>The smallest rectangle that holds this one and another.</summary>
    /// <param name="other">Any.</param>
    public PixelRect Joined(PixelRect other)
    {
        var (left, top) = (Math.Min(X, other.X), Math.Min(Y, other.Y));
        return new PixelRect(left, top, (int)Math.Max(Right - left, other.Right - left), (int)Math.Max(Bottom - top, other.Bottom - top));
    }

    /// <summary>Whether every pixel of the rectangle exists in the picture, and it has at least one.</summary>
    /// <param name="picture">Size of the picture.</param>
    public bool LiesIn(PixelSize picture) =>
        X >= 0 && Y >= 0 && Width >= 1 && Height >= 1 && Right <= picture.Width && Bottom <= picture.Height;

    /// <inheritdoc/>
    public override string ToString() => $"{Width}×{Height} at {X}, {Y}";
}
