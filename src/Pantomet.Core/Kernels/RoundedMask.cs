namespace Pantomet.Core.Kernels;

/// <summary>How much of each pixel a rectangle with round corners covers.</summary>
/// <remarks>By the signed distance of the pixel's middle from the edge, as is usual for such masks; from memory, exact where an edge is
/// straight and lies on the grid.</remarks>
public static class RoundedMask
{
    /// <summary>The mask of a rectangle that lies so far inside a picture on all sides.</summary>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="radius">Of the corners of the picture, in pixels; those further inside are that much smaller.</param>
    /// <param name="inset">Pixels.</param>
    /// <returns>0 (outside) to 255 (covered), row by row.</returns>
    public static byte[] Of(int width, int height, double radius, double inset)
    {
        var corner = Math.Max(0, radius - inset);
        var (halfWidth, halfHeight) = ((width / 2.0) - inset, (height / 2.0) - inset);
        var mask = new byte[width * height];
        Array.Fill(mask, byte.MaxValue);
        // Further inside than any edge reaches all is covered.
        var edge = (int)Math.Ceiling(Math.Max(radius, inset)) + 1;
        for (var y = 0; y < height; y++)
        {
            var isInside = y >= edge && y < height - edge;
            for (var x = 0; x < width; x++)
            {
                if (isInside && x == edge && width > 2 * edge)
                    x = width - edge;
                var outside = Distance(x + 0.5 - (width / 2.0), y + 0.5 - (height / 2.0), halfWidth, halfHeight, corner);
                mask[(y * width) + x] = (byte)Math.Round(byte.MaxValue * Math.Clamp(0.5 - outside, 0, 1));
            }
        }

        return mask;
    }

    // Below 0 inside.
    private static double Distance(double x, double y, double halfWidth, double halfHeight, double corner)
    {
        var (across, down) = (Math.Abs(x) - halfWidth + corner, Math.Abs(y) - halfHeight + corner);
        return Math.Sqrt((Math.Max(across, 0) * Math.Max(across, 0)) + (Math.Max(down, 0) * Math.Max(down, 0))) +
            Math.Min(Math.Max(across, down), 0) - corner;
    }
}
