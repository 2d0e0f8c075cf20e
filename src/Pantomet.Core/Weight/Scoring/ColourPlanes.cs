using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;

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

        ref var from = ref MemoryMarshal.GetReference(pixels[..(3 * luma.Length)]);
        ref var into = ref luma[0];
        for (var at = 0; at < luma.Length; at++)
        {
            ref var pixel = ref Unsafe.Add(ref from, 3 * at);
            Unsafe.Add(ref into, at) = Lightness(pixel, Unsafe.Add(ref pixel, 1), Unsafe.Add(ref pixel, 2));
        }

        var (blue, red) = Differences(width, height, pixels);
        return new ColourPlanes(new TonePlane(width, height, luma), blue, red);
    }

    private static float Lightness(float red, float green, float blue) => (0.299f * red) + (0.587f * green) + (0.114f * blue);

    // The differences are linear in the colours, so the mean of four is the difference of their mean; an odd last row or column is left out.
    private static (TonePlane Blue, TonePlane Red) Differences(int width, int height, ReadOnlySpan<byte> pixels)
    {
        var (across, down) = (width / 2, height / 2);
        var (blues, reds) = (new float[across * down], new float[across * down]);
        for (var y = 0; y < down; y++)
        {
            var upper = pixels.Slice(6 * y * width, 6 * across);
            var lower = pixels.Slice(3 * ((2 * y) + 1) * width, 6 * across);
            for (var x = 0; x < across; x++)
            {
                var first = upper.Slice(6 * x, 6);
                var second = lower.Slice(6 * x, 6);
                float red = first[0] + first[3] + second[0] + second[3];
                float green = first[1] + first[4] + second[1] + second[4];
                float blue = first[2] + first[5] + second[2] + second[5];
                var luma = Lightness(red, green, blue);
                blues[(y * across) + x] = 128 + ((blue - luma) * (0.25f / 1.772f));
                reds[(y * across) + x] = 128 + ((red - luma) * (0.25f / 1.402f));
            }
        }

        return (new TonePlane(across, down, blues), new TonePlane(across, down, reds));
    }
}
