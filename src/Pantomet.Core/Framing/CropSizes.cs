using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>
/// All whole-pixel sizes of one ratio, one for each length of the longer side: rounding the shorter side from the longer loses least.
/// </summary>
/// <param name="Ratio">The proportions.</param>
public readonly record struct CropSizes(AspectRatio Ratio)
{
    private bool IsWide => Ratio.Across >= Ratio.Down;

    /// <summary>The size with a length.</summary>
    /// <param name="length">Pixels of the longer side, at least 1.</param>
    public PixelSize At(int length) =>
        IsWide ? new PixelSize(length, Ratio.HeightFor(length)) : new PixelSize(Ratio.WidthFor(length), length);

    /// <summary>The longer side of a size of this ratio.</summary>
    /// <param name="size">Of this ratio.</param>
    public int LengthOf(PixelSize size) => IsWide ? size.Width : size.Height;

    /// <summary>The greatest length for which something holds that holds for all smaller ones; 1 if for none.</summary>
    /// <param name="most">The greatest length that is tried.</param>
    /// <param name="holds">True for small sizes, false from some length on.</param>
    public int Longest(int most, Func<PixelSize, bool> holds)
    {
        var (least, beyond) = (1, most + 1);
        while (least + 1 < beyond)
        {
            var middle = least + ((beyond - least) / 2);
            if (holds(At(middle)))
                least = middle;
            else
                beyond = middle;
        }

        return least;
    }

    /// <summary>The least length from which on something holds; <paramref name="most"/> if it never does.</summary>
    /// <param name="most">The greatest length that is tried.</param>
    /// <param name="holds">False for small sizes, true from some length on.</param>
    public int Shortest(int most, Func<PixelSize, bool> holds)
    {
        var (below, found) = (0, most);
        while (below + 1 < found)
        {
            var middle = below + ((found - below) / 2);
            if (holds(At(middle)))
                found = middle;
            else
                below = middle;
        }

        return found;
    }
}
