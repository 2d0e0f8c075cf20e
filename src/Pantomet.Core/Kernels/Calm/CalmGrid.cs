using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Kernels.Calm;

/// <summary>Where a picture is calm enough for text to stand on it, in cells.</summary>
/// <remarks>A cell is calm where its colours change little from pixel to pixel (CIE 1976 ΔE); so it does not matter whether it is light or
/// dark, but whether letters would have to be told from what lies beneath. How much is little is common practice, no source.</remarks>
public sealed class CalmGrid
{
    /// <summary>Cells across, and down.</summary>
    public const int Side = 24;

    private const double CalmBelow = 5;

    // Sums of cells that are not free, from the upper left: RowSums of an area is then four look-ups.
    private readonly int[,] taken = new int[Side + 1, Side + 1];

    private CalmGrid(bool[,] isTaken)
    {
        for (var y = 0; y < Side; y++)
        {
            for (var x = 0; x < Side; x++)
                taken[y + 1, x + 1] = taken[y, x + 1] + taken[y + 1, x] - taken[y, x] + (isTaken[y, x] ? 1 : 0);
        }
    }

    /// <summary>Looks at a picture.</summary>
    /// <param name="picture">A small copy of it: some hundred pixels across.</param>
    /// <param name="avoid">Parts of it that must stay free: the subject, faces, what the destination covers.</param>
    public static CalmGrid Of(LabPlane picture, IReadOnlyList<PicturePart> avoid)
    {
        var (busy, pixels) = (new double[Side, Side], new int[Side, Side]);
        for (var y = 0; y < picture.Height; y++)
        {
            for (var x = 0; x < picture.Width; x++)
            {
                var (row, column) = (y * Side / picture.Height, x * Side / picture.Width);
                busy[row, column] += Change(picture, x, y);
                pixels[row, column]++;
            }
        }

        return Of((x, y) => busy[y, x] > CalmBelow * pixels[y, x] || avoid.Any(part => Touches(part, x, y)));
    }

    /// <summary>Only what must stay free is taken, however busy the rest.</summary>
    /// <param name="avoid">Parts of a picture.</param>
    public static CalmGrid OfFree(IReadOnlyList<PicturePart> avoid) => Of((x, y) => avoid.Any(part => Touches(part, x, y)));

    /// <summary>Whether every cell of an area is calm and free.</summary>
    /// <param name="x">Of its first column.</param>
    /// <param name="y">Of its first row.</param>
    /// <param name="width">Cells.</param>
    /// <param name="height">Cells.</param>
    public bool IsFree(int x, int y, int width, int height) =>
        taken[y + height, x + width] - taken[y, x + width] - taken[y + height, x] + taken[y, x] == 0;

    private static CalmGrid Of(Func<int, int, bool> isTaken)
    {
        var cells = new bool[Side, Side];
        for (var y = 0; y < Side; y++)
        {
            for (var x = 0; x < Side; x++)
                cells[y, x] = isTaken(x, y);
        }

        return new CalmGrid(cells);
    }

    private static bool Touches(PicturePart part, int x, int y) =>
        part.X < (x + 1.0) / Side && part.X + part.Width > (double)x / Side && part.Y < (y + 1.0) / Side &&
        part.Y + part.Height > (double)y / Side;

    // To the right and downwards: each pair of neighbours is looked at once.
    private static double Change(LabPlane picture, int x, int y)
    {
        var at = (y * picture.Width) + x;
        var right = x + 1 < picture.Width ? Difference(picture, at, at + 1) : 0;
        var below = y + 1 < picture.Height ? Difference(picture, at, at + picture.Width) : 0;
        return Math.Max(right, below);
    }

    private static double Difference(LabPlane picture, int one, int other)
    {
        var (dl, da, db) = (picture.Lightness[one] - picture.Lightness[other], picture.RedGreen[one] - picture.RedGreen[other],
            picture.YellowBlue[one] - picture.YellowBlue[other]);
        return Math.Sqrt((dl * dl) + (da * da) + (db * db));
    }
}
