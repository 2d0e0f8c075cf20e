using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Scoring;

/// <summary>
/// Places of tiles that are spread evenly over a picture and hold a share of its pixels: what is measured on them holds for the whole, for
/// a fraction of the work.
/// </summary>
/// <remarks>
/// Tiles begin at multiples of sixteen pixels, as JPEG's coding blocks do, so that they are coded as they are in the picture. A score on
/// tiles is
/// a few points too high, for the edges between them hide losses: it steers, and is never handed out.
/// </remarks>
public sealed class TileSet
{
    private const int Grid = 16;
    private const int JoinedWidth = 256;

    // Fewer pixels than this tell too little of a picture.
    private const int MinPixels = 60_000;
    private const int MaxSharesPerPicture = 14;

    private readonly (int X, int Y)[] corners;
    private readonly int side;

    private TileSet((int X, int Y)[] corners, int side, double share) => (this.corners, this.side, Share) = (corners, side, share);

    /// <summary>Share of the picture's pixels that are in the tiles, 0 to 1.</summary>
    public double Share { get; }

    /// <summary>Tiles for a picture; null for one so small that every pixel counts.</summary>
    /// <param name="width">In pixels.</param>
    /// <param name="height">In pixels.</param>
    /// <param name="side">Of a tile, in pixels: a multiple of sixteen. Small tiles catch more places; encoders that look beyond a block
    /// need larger ones.</param>
    /// <param name="fewestParts">A larger share of the picture than one in so many does not pay.</param>
    public static TileSet? For(int width, int height, int side, int fewestParts)
    {
        var every = (int)Math.Min((long)width * height / MinPixels, MaxSharesPerPicture);
        var (across, down) = (width / side, height / side);
        if (every < fewestParts || across < 2 || down < 2)
            return null;
        // No factor in common with the share, so that tiles stand in no column.
        var step = every switch { 2 or 3 or 4 or 6 => every - 1, 5 or 9 or 11 => 2, 12 => 5, _ => 3 };
        var corners = (from row in Enumerable.Range(0, down)
                       from column in Enumerable.Range(0, across)
                       where (column + (row * step)) % every == 0
                       select (Spread(column, across, width - side), Spread(row, down, height - side))).ToArray();
        var columns = JoinedWidth / side;
        corners = corners[..(corners.Length / columns * columns)];
        return corners.Length == 0 ? null : new TileSet(corners, side, (double)corners.Length * side * side / ((double)width * height));
    }

    /// <summary>The tiles of a picture, joined into one.</summary>
    /// <param name="image">Of the size that the tiles were set for, in memory.</param>
    public Image Cut(Image image)
    {
        using var held = new HeldPixels(image);
        // Copied row by row: a crop by libvips for each tile would take longer than to encode them all.
        var columns = JoinedWidth / side;
        return held.Like(new PixelSize(JoinedWidth, corners.Length / columns * side), joined =>
        {
            var pixels = held.Bytes;
            var pixel = pixels.Length / (image.Width * image.Height);
            for (var tile = 0; tile < corners.Length; tile++)
            {
                var from = ((corners[tile].Y * image.Width) + corners[tile].X) * pixel;
                var to = ((tile / columns * side * JoinedWidth) + (tile % columns * side)) * pixel;
                CopyTile(pixels[from..], image.Width * pixel, joined[to..], JoinedWidth * pixel, side * pixel);
            }
        });
    }

    private void CopyTile(ReadOnlySpan<byte> from, int fromLine, Span<byte> into, int intoLine, int length)
    {
        for (var row = 0; row < side; row++)
            from.Slice(row * fromLine, length).CopyTo(into[(row * intoLine)..]);
    }

    // From edge to edge: what lies at the border of a picture is often what weighs.
    private static int Spread(int index, int count, int room) => (int)((long)index * room / (count - 1)) / Grid * Grid;
}
