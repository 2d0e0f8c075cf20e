using CsCheck;
using Pantomet.Core.Kernels.Resampling;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Tests.Kernels.Resampling;

public sealed class LanczosScalerTests
{
    // Some as wide as several tiles, some narrower than one.
    private static readonly Gen<(PixelSize From, PixelSize To, int Bands, int Seed)> Pictures =
        from isWide in Gen.Bool
        from width in isWide ? Gen.Int[600, 3000] : Gen.Int[1, 150]
        from height in isWide ? Gen.Int[1, 12] : Gen.Int[1, 60]
        from across in isWide ? Gen.Int[1, 600] : Gen.Int[1, 120]
        from down in Gen.Int[1, 60]
        from bands in Gen.Int[1, 4]
        from seed in Gen.Int[0, 1000]
        select (new PixelSize(width, height), new PixelSize(across, down), bands, seed);

    // Against the kernel of Duchon (1979), evaluated for each pixel by itself, in two dimensions at once and in double precision. Whole
    // numbers of fourteen bits for weights, and of six between down and across, may cost a tenth of a value.
    [Fact]
    public void Every_pixel_is_what_the_kernel_says() => Pictures.Sample(
        picture =>
        {
            var (from, to, bands, seed) = picture;
            var pixels = Random(from, bands, seed);
            // By one factor, so that one side is trimmed, as for a crop whose ratio is off by a part of a pixel.
            var scale = Math.Max((double)to.Width / from.Width, (double)to.Height / from.Height);
            var into = new byte[to.Count * bands];
            LanczosScaler.Scale(new PixelRows(pixels, from.Width * bands, from, bands), to, scale, scale, into);
            for (var at = 0; at < into.Length; at++)
            {
                var (x, y) = (at / bands % to.Width, at / bands / to.Width);
                var exact = Math.Clamp(
                    Pixel(pixels, from, bands, at % bands, Middle(from.Width, to.Width, x, scale), Middle(from.Height, to.Height, y, scale),
                        scale), 0, 255);
                Assert.InRange(into[at], exact - 0.6, exact + 0.6);
            }
        },
        iter: 60);

    // However many pixels make one: weights that were rounded each for itself would have another sum.
    [Theory]
    [InlineData(7, 5)]
    [InlineData(640, 211)]
    [InlineData(60_000, 2)]
    public void An_even_area_stays_even(int from, int to)
    {
        var (size, into) = (new PixelSize(from, 3), new byte[to]);
        LanczosScaler.Scale(
            new PixelRows(Enumerable.Repeat((byte)200, from * 3).ToArray(), from, size, 1), new PixelSize(to, 1), (double)to / from,
            1 / 3.0, into);
        Assert.Equal(Enumerable.Repeat((byte)200, to), into);
    }

    [Fact]
    public void A_part_of_a_picture_is_scaled_as_if_it_were_alone()
    {
        var (whole, part, to) = (new PixelSize(90, 40), new PixelSize(51, 22), new PixelSize(23, 10));
        var pixels = Random(whole, 3, 4711);
        var alone = new byte[part.Count * 3];
        for (var y = 0; y < part.Height; y++)
            pixels.AsSpan(((y + 9) * whole.Width * 3) + (17 * 3), part.Width * 3).CopyTo(alone.AsSpan(y * part.Width * 3));
        var (one, other) = (new byte[to.Count * 3], new byte[to.Count * 3]);
        LanczosScaler.Scale(new PixelRows(alone, part.Width * 3, part, 3), to, 0.45, 0.45, one);
        LanczosScaler.Scale(
            new PixelRows(pixels.AsSpan((9 * whole.Width * 3) + (17 * 3)), whole.Width * 3, part, 3), to, 0.45, 0.45, other);
        Assert.Equal(one, other);
    }

    [Fact]
    public void Too_few_bytes_are_not_read_past() =>
        Assert.Throws<ArgumentException>(() => new PixelRows(new byte[(30 * 19) + 29], 30, new PixelSize(10, 20), 3));

    private static byte[] Random(PixelSize size, int bands, int seed)
    {
        var pixels = new byte[size.Count * bands];
        new Random(seed).NextBytes(pixels);
        // Black and white make a kernel overshoot the most.
        return seed % 2 == 0 ? pixels : [.. pixels.Select(value => (byte)(value < 128 ? 0 : 255))];
    }

    private static double Middle(int from, int to, int at, double scale) => ((from - (to / scale)) / 2) + ((at + 0.5) / scale) - 0.5;

    private static double Pixel(byte[] pixels, PixelSize size, int bands, int band, double x, double y, double scale)
    {
        var widening = Math.Max(1, 1 / scale);
        var (sum, weights) = (0.0, 0.0);
        for (var row = (int)(y - (3 * widening)) - 1; row <= y + (3 * widening) + 1; row++)
        {
            for (var column = (int)(x - (3 * widening)) - 1; column <= x + (3 * widening) + 1; column++)
            {
                var weight = Lanczos((column - x) / widening) * Lanczos((row - y) / widening);
                var (nearX, nearY) = (Math.Clamp(column, 0, size.Width - 1), Math.Clamp(row, 0, size.Height - 1));
                (sum, weights) = (sum + (weight * pixels[(((nearY * size.Width) + nearX) * bands) + band]), weights + weight);
            }
        }

        return sum / weights;
    }

    private static double Lanczos(double at) => Math.Abs(at) < 3 ? Sinc(at) * Sinc(at / 3) : 0;

    private static double Sinc(double at) => at == 0 ? 1 : Math.Sin(Math.PI * at) / (Math.PI * at);
}
