using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;

namespace Pantomet.Core.Sizing.Resampling;

/// <summary>Eight values at a time, as the widest vectors that every processor of today has hold them: what .NET has no common name for yet, with what any processor does.</summary>
internal static class Eight
{
    /// <summary>How many.</summary>
    public const int Lanes = 8;

    /// <summary>Bytes become floats of the same value.</summary>
    /// <param name="from">Any number.</param>
    /// <param name="into">As many.</param>
    public static void ToFloats(ReadOnlySpan<byte> from, Span<float> into)
    {
        ref var bytes = ref MemoryMarshal.GetReference(from);
        ref var floats = ref MemoryMarshal.GetReference(into);
        var at = 0;
        if (Avx2.IsSupported)
        {
            for (; at + (4 * Lanes) <= from.Length; at += 4 * Lanes)
            {
                var (a, b) = (Vector128.LoadUnsafe(ref bytes, (nuint)at), Vector128.LoadUnsafe(ref bytes, (nuint)at + 16));
                Vector256.ConvertToSingle(Avx2.ConvertToVector256Int32(a)).StoreUnsafe(ref floats, (nuint)at);
                Vector256.ConvertToSingle(Avx2.ConvertToVector256Int32(Sse2.UnpackHigh(a.AsInt64(), a.AsInt64()).AsByte())).StoreUnsafe(ref floats, (nuint)at + 8);
                Vector256.ConvertToSingle(Avx2.ConvertToVector256Int32(b)).StoreUnsafe(ref floats, (nuint)at + 16);
                Vector256.ConvertToSingle(Avx2.ConvertToVector256Int32(Sse2.UnpackHigh(b.AsInt64(), b.AsInt64()).AsByte())).StoreUnsafe(ref floats, (nuint)at + 24);
            }

            for (; at + Lanes <= from.Length; at += Lanes)
            {
                var eight = Vector128.CreateScalarUnsafe(Unsafe.ReadUnaligned<ulong>(ref Unsafe.Add(ref bytes, at))).AsByte();
                Vector256.ConvertToSingle(Avx2.ConvertToVector256Int32(eight)).StoreUnsafe(ref floats, (nuint)at);
            }
        }

        for (; at < from.Length; at++)
            into[at] = from[at];
    }

    /// <summary>Writes the whole numbers next to eight values, as bytes.</summary>
    /// <param name="values">Any; below 0 becomes 0, above 255 becomes 255.</param>
    /// <param name="into">The first of eight bytes.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static void Round(Vector256<float> values, ref byte into)
    {
        if (Sse2.IsSupported)
        {
            // What is out of range is saturated by the packing.
            var whole = Vector256.ConvertToInt32(Vector256.Max(values + Vector256.Create(0.5f), Vector256<float>.Zero));
            var shorts = Sse2.PackSignedSaturate(whole.GetLower(), whole.GetUpper());
            Unsafe.WriteUnaligned(ref into, Sse2.PackUnsignedSaturate(shorts, shorts).AsUInt64().ToScalar());
            return;
        }

        RoundPlainly(values, ref into);
    }

    /// <summary>The same by what any processor does.</summary>
    /// <param name="values">Any.</param>
    /// <param name="into">The first of eight bytes.</param>
    internal static void RoundPlainly(Vector256<float> values, ref byte into)
    {
        for (var lane = 0; lane < Lanes; lane++)
            Unsafe.Add(ref into, lane) = (byte)Math.Clamp(values[lane] + 0.5f, 0, 255);
    }

    /// <summary>Turns eight rows of eight values into eight columns.</summary>
    /// <param name="from">The first value of the first row.</param>
    /// <param name="line">Values from a row to the next.</param>
    /// <param name="into">The first of 64 values: the first column, then the second.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static void Transpose(ref float from, int line, ref float into)
    {
        if (!Avx.IsSupported)
        {
            TransposePlainly(ref from, line, ref into);
            return;
        }

        var (row0, row1, row2, row3) = FourRows(ref from, line);
        var (row4, row5, row6, row7) = FourRows(ref Unsafe.Add(ref from, 4 * line), line);
        // Pairs of values of two rows, then fours of four, then eights of all.
        var (a, b, c, d) = FourColumns(row0, row1, row2, row3);
        var (e, f, g, h) = FourColumns(row4, row5, row6, row7);
        Avx.Permute2x128(a, e, 0x20).StoreUnsafe(ref into, 0 * Lanes);
        Avx.Permute2x128(b, f, 0x20).StoreUnsafe(ref into, 1 * Lanes);
        Avx.Permute2x128(c, g, 0x20).StoreUnsafe(ref into, 2 * Lanes);
        Avx.Permute2x128(d, h, 0x20).StoreUnsafe(ref into, 3 * Lanes);
        Avx.Permute2x128(a, e, 0x31).StoreUnsafe(ref into, 4 * Lanes);
        Avx.Permute2x128(b, f, 0x31).StoreUnsafe(ref into, 5 * Lanes);
        Avx.Permute2x128(c, g, 0x31).StoreUnsafe(ref into, 6 * Lanes);
        Avx.Permute2x128(d, h, 0x31).StoreUnsafe(ref into, 7 * Lanes);
    }

    /// <summary>Turns eight columns of eight bytes into eight rows.</summary>
    /// <param name="from">The first of 64 bytes: the first column, then the second.</param>
    /// <param name="rows">The eight rows, each of eight bytes in the order of memory.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static void Transpose(ref byte from, Span<ulong> rows)
    {
        ref var into = ref Unsafe.As<ulong, byte>(ref MemoryMarshal.GetReference(rows));
        if (!Sse2.IsSupported)
        {
            TransposePlainly(ref from, Lanes, ref into);
            return;
        }

        var (a, b, c, d) = (Vector128.LoadUnsafe(ref from), Vector128.LoadUnsafe(ref from, 16), Vector128.LoadUnsafe(ref from, 32), Vector128.LoadUnsafe(ref from, 48));
        (a, b, c, d) = (Sse2.UnpackLow(a, c), Sse2.UnpackHigh(a, c), Sse2.UnpackLow(b, d), Sse2.UnpackHigh(b, d));
        (a, b, c, d) = (Sse2.UnpackLow(a, c), Sse2.UnpackHigh(a, c), Sse2.UnpackLow(b, d), Sse2.UnpackHigh(b, d));
        Sse2.UnpackLow(a, c).StoreUnsafe(ref into);
        Sse2.UnpackHigh(a, c).StoreUnsafe(ref into, 16);
        Sse2.UnpackLow(b, d).StoreUnsafe(ref into, 32);
        Sse2.UnpackHigh(b, d).StoreUnsafe(ref into, 48);
    }

    /// <summary>The same by what any processor does.</summary>
    /// <param name="from">The first value of the first row.</param>
    /// <param name="line">Values from a row to the next.</param>
    /// <param name="into">The first of 64 values.</param>
    internal static void TransposePlainly<T>(ref T from, int line, ref T into)
    {
        for (var at = 0; at < Lanes * Lanes; at++)
            Unsafe.Add(ref into, at) = Unsafe.Add(ref from, (at % Lanes * line) + (at / Lanes));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static (Vector256<float> First, Vector256<float> Second, Vector256<float> Third, Vector256<float> Fourth) FourRows(ref float from, int line) =>
        (Vector256.LoadUnsafe(ref from), Vector256.LoadUnsafe(ref from, (nuint)line), Vector256.LoadUnsafe(ref from, (nuint)(2 * line)), Vector256.LoadUnsafe(ref from, (nuint)(3 * line)));

    // Of the lower half of the rows the first four columns, of the upper half the last four.
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static (Vector256<float> First, Vector256<float> Second, Vector256<float> Third, Vector256<float> Fourth) FourColumns(
        Vector256<float> row0, Vector256<float> row1, Vector256<float> row2, Vector256<float> row3)
    {
        var (low01, high01, low23, high23) = (Avx.UnpackLow(row0, row1), Avx.UnpackHigh(row0, row1), Avx.UnpackLow(row2, row3), Avx.UnpackHigh(row2, row3));
        return (Avx.Shuffle(low01, low23, 0x44), Avx.Shuffle(low01, low23, 0xEE), Avx.Shuffle(high01, high23, 0x44), Avx.Shuffle(high01, high23, 0xEE));
    }
}
