using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;

namespace Pantomet.Core.Weight.Scoring;

/// <summary>Splits pixels at half size at once: lightness and differences are linear in the colours, so those of a mean are the mean of theirs.</summary>
internal static class Halves
{
    public static float Lightness(float red, float green, float blue) => (0.299f * red) + (0.587f * green) + (0.114f * blue);

    /// <summary>An odd last row or column is left out.</summary>
    public static TonePlane OfGrey(int width, int height, ReadOnlySpan<byte> pixels)
    {
        var (across, down) = (width / 2, height / 2);
        var luma = new float[across * down];
        for (var y = 0; y < down; y++)
        {
            var upper = pixels.Slice(2 * y * width, 2 * across);
            var lower = pixels.Slice(((2 * y) + 1) * width, 2 * across);
            for (var x = 0; x < across; x++)
                luma[(y * across) + x] = (upper[2 * x] + upper[(2 * x) + 1] + lower[2 * x] + lower[(2 * x) + 1]) * 0.25f;
        }

        return new TonePlane(across, down, luma);
    }

    /// <summary>An odd last row or column is left out.</summary>
    public static (TonePlane Luma, TonePlane? Blue, TonePlane? Red) OfColour(int width, int height, ReadOnlySpan<byte> pixels)
    {
        var (across, down) = (width / 2, height / 2);
        var (luma, blues, reds) = (new float[across * down], new float[across * down], new float[across * down]);
        ref var from = ref MemoryMarshal.GetReference(pixels[..(3 * width * height)]);
        for (var y = 0; y < down; y++)
        {
            // Without bounds checks, which would take as long as the sums.
            ref var upper = ref Unsafe.Add(ref from, 6 * y * width);
            ref var lower = ref Unsafe.Add(ref upper, 3 * width);
            for (var x = 0; x < across; x++)
            {
                float red = upper + Unsafe.Add(ref upper, 3) + lower + Unsafe.Add(ref lower, 3);
                float green = Unsafe.Add(ref upper, 1) + Unsafe.Add(ref upper, 4) + Unsafe.Add(ref lower, 1) + Unsafe.Add(ref lower, 4);
                float blue = Unsafe.Add(ref upper, 2) + Unsafe.Add(ref upper, 5) + Unsafe.Add(ref lower, 2) + Unsafe.Add(ref lower, 5);
                var light = Lightness(red, green, blue);
                var at = (y * across) + x;
                luma[at] = light * 0.25f;
                blues[at] = 128 + ((blue - light) * (0.25f / 1.772f));
                reds[at] = 128 + ((red - light) * (0.25f / 1.402f));
                upper = ref Unsafe.Add(ref upper, 6);
                lower = ref Unsafe.Add(ref lower, 6);
            }
        }

        return (new TonePlane(across, down, luma), new TonePlane(across, down, blues), new TonePlane(across, down, reds));
    }
}
