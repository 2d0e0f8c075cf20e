using System.Runtime.Intrinsics;
using Pantomet.Core.Kernels.Resampling;

namespace Pantomet.Core.Tests.Kernels.Resampling;

/// <summary>What a processor does in one step is what it does one by one, so that a file has the same bytes wherever it is made.</summary>
public sealed class PairsTests
{
    [Fact]
    public void Two_rows_become_pairs()
    {
        var (one, other) = (Bytes(37, 1), Bytes(37, 2));
        var pairs = new short[2 * 37];
        Pairs.OfRows(one, other, pairs);
        Assert.Equal(one.Zip(other).SelectMany(pair => new short[] { pair.First, pair.Second }), pairs);
    }

    [Fact]
    public void Pairs_are_weighed_alike_on_every_processor()
    {
        var (pairs, weights) = (Vector256.Create(Shorts(16, 3)), Vector256.Create(Shorts(16, 4)));
        var exact = Enumerable.Range(0, Pairs.Lanes)
            .Select(at => (pairs[2 * at] * weights[2 * at]) + (pairs[(2 * at) + 1] * weights[(2 * at) + 1])).ToArray();
        Assert.Equal(Vector256.Create(exact), Pairs.Weighed(pairs, weights));
        Assert.Equal(Vector256.Create(exact), Pairs.WeighedPlainly(pairs, weights));
    }

    [Fact]
    public void Numbers_are_rounded_to_the_next_and_stay_in_order()
    {
        int[] numbers = [-8_388_000, -385, -384, -129, -128, -1, 0, 127, 128, 129, 383, 384, 255 * 256, 256 * 256, 8_387_000, 1];
        var rounded = Pairs.Round(Vector256.Create(numbers), Vector256.Create(numbers, 8), 8);
        Assert.Equal(Vector256.Create([.. numbers.Select(number => (short)Math.Floor((number / 256.0) + 0.5))]), rounded);
    }

    [Fact]
    public void Bytes_are_rounded_alike_on_every_processor()
    {
        int[] numbers =
            [int.MinValue, -33, -32, -1, 0, 31, 32, 33, 95, 96, 254 << 6, (254 << 6) + 31, (254 << 6) + 32, (255 << 6) + 63,
                70_000 << 6, 3];
        for (var at = 0; at + Pairs.Lanes <= numbers.Length; at++)
        {
            var (one, other) = (new byte[Pairs.Lanes], new byte[Pairs.Lanes]);
            Pairs.Round(Vector256.Create(numbers, at), 6, ref one[0]);
            Pairs.RoundPlainly(Vector256.Create(numbers, at), 6, ref other[0]);
            Assert.Equal(
                numbers[at..(at + Pairs.Lanes)].Select(number => (byte)Math.Clamp(Math.Floor((number / 64.0) + 0.5), 0, 255)), one);
            Assert.Equal(one, other);
        }
    }

    [Fact]
    public void Rows_become_columns()
    {
        var rows = Enumerable.Range(0, 8 * 20).Select(value => (short)value).ToArray();
        var (one, other) = (new short[128], new short[128]);
        Pairs.Transpose(ref rows[0], 20, ref one[0]);
        Pairs.TransposePlainly(ref rows[0], 20, 16, ref other[0]);
        Assert.Equal(Enumerable.Range(0, 128).Select(at => (short)((at % 8 * 20) + (at / 8))), one);
        Assert.Equal(one, other);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    [InlineData(4)]
    public void A_column_is_paired_with_the_same_band_of_the_next_pixel(int bands)
    {
        var columns = Shorts(8 * 4 * bands, 5);
        var pairs = new short[8 * 4 * bands];
        Pairs.OfColumns(columns, bands, 4 * bands, pairs);
        var expected = from pixel in (int[])[0, 2]
                       from band in Enumerable.Range(0, bands)
                       from row in Enumerable.Range(0, 8)
                       from next in (int[])[0, 1]
                       select columns[((((pixel + next) * bands) + band) * 8) + row];
        Assert.Equal(expected, pairs);
        var plain = Pairs.InterleavedPlainly(Vector128.Create(columns), Vector128.Create(columns, 8 * bands));
        Assert.Equal(Vector256.Create(pairs), plain);
    }

    [Fact]
    public void Columns_of_bytes_become_rows()
    {
        var bytes = Enumerable.Range(0, 64).Select(value => (byte)value).ToArray();
        var rows = new ulong[Pairs.Lanes];
        Pairs.Transpose(ref bytes[0], rows);
        var plain = new byte[64];
        Pairs.TransposePlainly(ref bytes[0], Pairs.Lanes, Pairs.Lanes, ref plain[0]);
        Assert.Equal(plain, rows.SelectMany(BitConverter.GetBytes));
    }

    private static byte[] Bytes(int count, int seed)
    {
        var bytes = new byte[count];
        new Random(seed).NextBytes(bytes);
        return bytes;
    }

    private static short[] Shorts(int count, int seed) =>
        System.Runtime.InteropServices.MemoryMarshal.Cast<byte, short>(Bytes(2 * count, seed)).ToArray();
}
