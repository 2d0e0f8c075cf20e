namespace Pantomet.Core.Weight.Scoring;

/// <summary>A picture as lightness and two colour differences, as JPEG splits it (ITU-T T.871, §7; full range), 0 to 255.</summary>
/// <param name="Luma">Lightness.</param>
/// <param name="Blue">Blue difference, half as many pixels each way; the eye sees colour more coarsely. Null for greyscale.</param>
/// <param name="Red">Red difference, likewise.</param>
public sealed record ColourPlanes(TonePlane Luma, TonePlane? Blue, TonePlane? Red)
{
    /// <summary>Splits sRGB or grey pixels.</summary>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="pixels">One or three bytes for each pixel, row by row.</param>
    public static ColourPlanes Of(int width, int height, ReadOnlySpan<byte> pixels)
    {
        var luma = new float[width * height];
        if (pixels.Length == luma.Length)
        {
            for (var at = 0; at < luma.Length; at++)
                luma[at] = pixels[at];
            return new ColourPlanes(new TonePlane(width, height, luma), null, null);
        }

        var (blue, red) = (new float[luma.Length], new float[luma.Length]);
        for (var at = 0; at < luma.Length; at++)
        {
            float r = pixels[3 * at], g = pixels[(3 * at) + 1], b = pixels[(3 * at) + 2];
            luma[at] = (0.299f * r) + (0.587f * g) + (0.114f * b);
            blue[at] = 128 + ((b - luma[at]) / 1.772f);
            red[at] = 128 + ((r - luma[at]) / 1.402f);
        }

        return new ColourPlanes(new TonePlane(width, height, luma), new TonePlane(width, height, blue).Halved(), new TonePlane(width, height, red).Halved());
    }
}
