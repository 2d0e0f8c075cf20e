namespace Pantomet.Core.Kernels.Similarity;

/// <summary>How fine a picture is looked at.</summary>
public enum Fineness
{
    /// <summary>Every pixel: for graphics and text, whose edges are single pixels.</summary>
    EveryPixel,

    /// <summary>
    /// From half size on: for photographs, where the finest size says next to nothing and takes three quarters of the time.
    /// </summary>
    FromHalf,
}

/// <summary>A picture as lightness and two colour differences, as JPEG splits it (ITU-T T.871, §7; full range), 0 to 255.</summary>
/// <param name="Fineness">How fine the lightness is.</param>
/// <param name="Luma">Lightness.</param>
/// <param name="Blue">Blue difference, a quarter as many pixels each way as the picture; the eye sees colour more coarsely. Null for
/// greyscale.</param>
/// <param name="Red">Red difference, likewise.</param>
public sealed record ColourPlanes(Fineness Fineness, TonePlane Luma, TonePlane? Blue, TonePlane? Red) : IDisposable
{
    // Half of this still gives windows at every size but the finest.
    private const int SmallestHalved = 176;

    /// <summary>Splits sRGB or grey pixels.</summary>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="pixels">One or three bytes for each pixel, row by row.</param>
    /// <param name="fineness">A picture of a side below 176 px is looked at in every pixel.</param>
    public static ColourPlanes Of(int width, int height, ReadOnlySpan<byte> pixels, Fineness fineness = Fineness.EveryPixel)
    {
        var isGrey = pixels.Length == width * height;
        if (fineness == Fineness.FromHalf && Math.Min(width, height) >= SmallestHalved)
            return FromHalf(width, height, pixels, isGrey);
        var luma = new TonePlane(width, height);
        var every = luma.Values;
        if (isGrey)
        {
            for (var at = 0; at < every.Length; at++)
                every[at] = pixels[at];
            return new ColourPlanes(Fineness.EveryPixel, luma, null, null);
        }

        for (var at = 0; at < every.Length; at++)
            every[at] = Halves.Lightness(pixels[3 * at], pixels[(3 * at) + 1], pixels[(3 * at) + 2]);
        var (halved, blues, reds) = Halves.OfColour(width, height, pixels);
        halved.Dispose();
        return new ColourPlanes(Fineness.EveryPixel, luma, blues, reds);
    }

    private static ColourPlanes FromHalf(int width, int height, ReadOnlySpan<byte> pixels, bool isGrey)
    {
        if (isGrey)
            return new ColourPlanes(Fineness.FromHalf, Halves.OfGrey(width, height, pixels), null, null);
        var (luma, blue, red) = Halves.OfColour(width, height, pixels);
        return new ColourPlanes(Fineness.FromHalf, luma, blue, red);
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        Luma.Dispose();
        Blue?.Dispose();
        Red?.Dispose();
    }
}
