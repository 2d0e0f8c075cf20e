using System.Runtime.Intrinsics;
using Pantomet.Core.Sizing.Resampling;

namespace Pantomet.Core.Tests.Sizing.Resampling;

/// <summary>What a processor does in one step is what it does one by one, so that a file has the same bytes wherever it is made.</summary>
public sealed class EightTests
{
    [Fact]
    public void Bytes_become_floats_of_the_same_value()
    {
        var bytes = Enumerable.Range(0, 256).Select(value => (byte)value).ToArray();
        var floats = new float[251];
        Eight.ToFloats(bytes.AsSpan(5), floats);
        Assert.Equal(bytes[5..].Select(value => (float)value), floats);
    }

    [Fact]
    public void Values_are_rounded_alike_on_every_processor()
    {
        float[] values = [-300, -0.51f, -0.5f, 0.49f, 0.5f, 1.5f, 2.5f, 127.49f, 127.5f, 254.49f, 254.5f, 255.4f, 255.6f, 256, 70_000, 3];
        for (var at = 0; at + Eight.Lanes <= values.Length; at++)
        {
            var (one, other) = (new byte[Eight.Lanes], new byte[Eight.Lanes]);
            Eight.Round(Vector256.Create(values, at), ref one[0]);
            Eight.RoundPlainly(Vector256.Create(values, at), ref other[0]);
            Assert.Equal(other, one);
        }
    }

    [Fact]
    public void Rows_become_columns()
    {
        var floats = Enumerable.Range(0, 80).Select(value => (float)value).ToArray();
        var (one, other) = (new float[64], new float[64]);
        Eight.Transpose(ref floats[0], 10, ref one[0]);
        Eight.TransposePlainly(ref floats[0], 10, ref other[0]);
        Assert.Equal(Enumerable.Range(0, 64).Select(at => (float)((at % 8 * 10) + (at / 8))), one);
        Assert.Equal(one, other);
    }

    [Fact]
    public void Columns_of_bytes_become_rows()
    {
        var bytes = Enumerable.Range(0, 64).Select(value => (byte)value).ToArray();
        var rows = new ulong[Eight.Lanes];
        Eight.Transpose(ref bytes[0], rows);
        var plain = new byte[64];
        Eight.TransposePlainly(ref bytes[0], Eight.Lanes, ref plain[0]);
        Assert.Equal(plain, rows.SelectMany(BitConverter.GetBytes));
    }
}
