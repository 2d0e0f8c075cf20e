using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>Where a crop can lie in a picture that is levelled, without an empty corner.</summary>
/// <remarks>
/// Levelling a picture by an angle is the same as tilting the crop by that angle the other way, about its own centre. A tilted
/// rectangle of w × h reaches (w·|cos| + h·|sin|) ÷ 2 to either side of its centre and (w·|sin| + h·|cos|) ÷ 2 up and down: elementary
/// geometry.
/// So the centres that are allowed form a rectangle, and the largest crop of a ratio follows without any search but for whole pixels.
/// </remarks>
/// <param name="Picture">Size after the quarter turns.</param>
/// <param name="Level">Degrees clockwise.</param>
public readonly record struct StraightenedBounds(PixelSize Picture, double Level)
{
    // Below this an edge is touched and not crossed; far less than any pixel that is shown.
    private const double Touch = 1e-6;

    /// <summary>Cosine of the angle; never negative.</summary>
    public double Cosine => Math.Cos(Level * Math.PI / 180);

    /// <summary>Sine of the angle; negative counter-clockwise.</summary>
    public double Sine => Math.Sin(Level * Math.PI / 180);

    /// <summary>The least and greatest left edge, and top edge, of a crop of a size.</summary>
    /// <param name="size">Of the crop.</param>
    /// <returns>Whole pixels; the least is above the greatest where the size does not fit.</returns>
    public (int MinX, int MaxX, int MinY, int MaxY) Range(PixelSize size)
    {
        if (Level == 0)
            return (0, Picture.Width - size.Width, 0, Picture.Height - size.Height);
        var (across, down) = (Reach(size.Width, size.Height), Reach(size.Height, size.Width));
        return (
            (int)Math.Ceiling(across - (size.Width / 2.0) - Touch), (int)Math.Floor(Picture.Width - across - (size.Width / 2.0) + Touch),
            (int)Math.Ceiling(down - (size.Height / 2.0) - Touch), (int)Math.Floor(Picture.Height - down - (size.Height / 2.0) + Touch));
    }

    /// <summary>Whether a crop of a size has a place at all.</summary>
    /// <param name="size">Of the crop.</param>
    public bool Holds(PixelSize size)
    {
        var (leastX, mostX, leastY, mostY) = Range(size);
        return leastX <= mostX && leastY <= mostY;
    }

    /// <summary>Whether a crop leaves no corner empty.</summary>
    /// <param name="crop">Before it is tilted.</param>
    public bool Holds(PixelRect crop)
    {
        var (leastX, mostX, leastY, mostY) = Range(crop.Size);
        return crop is { Width: >= 1, Height: >= 1 } && crop.X >= leastX && crop.X <= mostX && crop.Y >= leastY && crop.Y <= mostY;
    }

    /// <summary>The largest crop of a ratio.</summary>
    /// <param name="ratio">Proportions of the crop.</param>
    /// <returns>Whole pixels, at least 1 × 1.</returns>
    public PixelSize Largest(AspectRatio ratio)
    {
        var largest = ratio.LargestIn(Picture);
        var sizes = new CropSizes(ratio);
        var room = this;
        return Level == 0 || Holds(largest) ? largest : sizes.At(sizes.Longest(sizes.LengthOf(largest), room.Holds));
    }

    /// <summary>The same size, moved as little as needed.</summary>
    /// <param name="crop">Has a size that fits.</param>
    public PixelRect Pushed(PixelRect crop)
    {
        var (leastX, mostX, leastY, mostY) = Range(crop.Size);
        // A picture of a few pixels may leave no place at all when it is tilted; its middle is the best there is.
        return crop with
        {
            X = leastX <= mostX ? Math.Clamp(crop.X, leastX, mostX) : (Picture.Width - crop.Width) / 2,
            Y = leastY <= mostY ? Math.Clamp(crop.Y, leastY, mostY) : (Picture.Height - crop.Height) / 2,
        };
    }

    /// <summary>A point of the picture, turned about its corner into the frame in which crops are upright.</summary>
    /// <param name="point">In the picture.</param>
    public PixelPoint Levelled(PixelPoint point) =>
        Level == 0 ? point : new((point.X * Cosine) - (point.Y * Sine), (point.X * Sine) + (point.Y * Cosine));

    /// <summary>Undoes <see cref="Levelled"/>.</summary>
    /// <param name="point">In the levelled frame.</param>
    public PixelPoint Tilted(PixelPoint point) =>
        Level == 0 ? point : new((point.X * Cosine) + (point.Y * Sine), (point.Y * Cosine) - (point.X * Sine));

    private double Reach(int along, int beside) => ((along * Cosine) + (beside * Math.Abs(Sine))) / 2;
}
