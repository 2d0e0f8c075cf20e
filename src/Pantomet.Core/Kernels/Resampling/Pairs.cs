using System.Diagnostics.CodeAnalysis;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;

namespace Pantomet.Core.Kernels.Resampling;

/// <summary>
/// Pairs of sixteen-bit numbers, eight at a time, as processors multiply and add them in one step: what .NET has no common name for yet,
/// with what any processor does.
/// </summary>
internal static class Pairs
{
    /// <summary>Pairs in a vector.</summary>
    public const int Lanes = 8;

    /// <summary>Two rows of bytes become pairs of one number of each.</summary>
    /// <param name="one">Any number of bytes.</param>
    /// <param name="other">As many.</param>
    /// <param name="into">As many pairs.</param>
    public static void OfRows(ReadOnlySpan<byte> one, ReadOnlySpan<byte> other, Span<short> into)
    {
        ref var first = ref MemoryMarshal.GetReference(one);
        ref var second = ref MemoryMarshal.GetReference(other);
        ref var pairs = ref MemoryMarshal.GetReference(into);
        var at = 0;
        if (Avx2.IsSupported)
        {
            for (; at + (2 * Lanes) <= one.Length; at += 2 * Lanes)
            {
                var (a, b) = (Vector128.LoadUnsafe(ref first, (nuint)at), Vector128.LoadUnsafe(ref second, (nuint)at));
                Avx2.ConvertToVector256Int16(Sse2.UnpackLow(a, b)).StoreUnsafe(ref pairs, (nuint)(2 * at));
                Avx2.ConvertToVector256Int16(Sse2.UnpackHigh(a, b)).StoreUnsafe(ref pairs, (nuint)(2 * at) + (2 * Lanes));
            }
        }

        for (; at < one.Length; at++)
            (into[2 * at], into[(2 * at) + 1]) = (one[at], other[at]);
    }

    /// <summary>Each number times its weight, the two of a pair added.</summary>
    /// <param name="pairs">Eight.</param>
    /// <param name="weights">Eight pairs.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vector256<int> Weighed(Vector256<short> pairs, Vector256<short> weights) =>
        Avx2.IsSupported ? Avx2.MultiplyAddAdjacent(weights, pairs) : WeighedPlainly(pairs, weights);

    /// <summary>The same by what any processor does.</summary>
    /// <param name="pairs">Eight.</param>
    /// <param name="weights">Eight pairs.</param>
    internal static Vector256<int> WeighedPlainly(Vector256<short> pairs, Vector256<short> weights)
    {
        var (numbers, factors) = (pairs.AsInt32(), weights.AsInt32());
        return ((numbers << 16 >> 16) * (factors << 16 >> 16)) + ((numbers >> 16) * (factors >> 16));
    }

    /// <summary>Sixteen numbers with fewer bits after the point, rounded to the next.</summary>
    /// <param name="low">The first eight.</param>
    /// <param name="high">The last eight.</param>
    /// <param name="bits">How many are dropped. What is left has to fit.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vector256<short> Round(Vector256<int> low, Vector256<int> high, [ConstantExpected] int bits)
    {
        var half = Vector256.Create(1 << (bits - 1));
        var (first, second) = ((low + half) >> bits, (high + half) >> bits);
        if (!Avx2.IsSupported)
            return Vector256.Narrow(first, second);
        // The packing takes the halves in turn.
        return Avx2.Permute4x64(Avx2.PackSignedSaturate(first, second).AsInt64(), 0b11_01_10_00).AsInt16();
    }

    /// <summary>Writes the whole numbers next to eight numbers, as bytes.</summary>
    /// <param name="numbers">Any; below 0 becomes 0, above 255 becomes 255.</param>
    /// <param name="bits">After the point.</param>
    /// <param name="into">The first of eight bytes.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static void Round(Vector256<int> numbers, [ConstantExpected] int bits, ref byte into)
    {
        if (!Sse2.IsSupported)
        {
            RoundPlainly(numbers, bits, ref into);
            return;
        }

        var whole = (numbers + Vector256.Create(1 << (bits - 1))) >> bits;
        // What is out of range is saturated by the packing.
        var shorts = Sse2.PackSignedSaturate(whole.GetLower(), whole.GetUpper());
        Unsafe.WriteUnaligned(ref into, Sse2.PackUnsignedSaturate(shorts, shorts).AsUInt64().ToScalar());
    }

    /// <summary>The same by what any processor does.</summary>
    /// <param name="numbers">Any.</param>
    /// <param name="bits">After the point.</param>
    /// <param name="into">The first of eight bytes.</param>
    internal static void RoundPlainly(Vector256<int> numbers, int bits, ref byte into)
    {
        for (var lane = 0; lane < Lanes; lane++)
            Unsafe.Add(ref into, lane) = (byte)Math.Clamp((numbers[lane] + (1 << (bits - 1))) >> bits, 0, 255);
    }

    /// <summary>Turns eight rows of sixteen numbers into sixteen columns.</summary>
    /// <param name="from">The first number of the first row.</param>
    /// <param name="line">Numbers from a row to the next.</param>
    /// <param name="into">The first of 128 numbers: the first column, then the second.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static void Transpose(ref short from, int line, ref short into)
    {
        if (!Avx2.IsSupported)
        {
            TransposePlainly(ref from, line, 2 * Lanes, ref into);
            return;
        }

        var (a, b) = (Row(ref from, 0, line), Row(ref from, 4, line));
        var (c, d) = (Row(ref from, 1, line), Row(ref from, 5, line));
        var (e, f) = (Row(ref from, 2, line), Row(ref from, 6, line));
        var (g, h) = (Row(ref from, 3, line), Row(ref from, 7, line));
        // Rows that are four apart are mixed, three times: then each half of a vector is a column.
        (a, b) = (Avx2.UnpackLow(a, b), Avx2.UnpackHigh(a, b));
        (c, d) = (Avx2.UnpackLow(c, d), Avx2.UnpackHigh(c, d));
        (e, f) = (Avx2.UnpackLow(e, f), Avx2.UnpackHigh(e, f));
        (g, h) = (Avx2.UnpackLow(g, h), Avx2.UnpackHigh(g, h));
        var (i, j) = (Avx2.UnpackLow(a, e), Avx2.UnpackHigh(a, e));
        var (k, l) = (Avx2.UnpackLow(b, f), Avx2.UnpackHigh(b, f));
        var (m, n) = (Avx2.UnpackLow(c, g), Avx2.UnpackHigh(c, g));
        var (o, p) = (Avx2.UnpackLow(d, h), Avx2.UnpackHigh(d, h));
        (a, b) = (Avx2.UnpackLow(i, m), Avx2.UnpackHigh(i, m));
        (c, d) = (Avx2.UnpackLow(j, n), Avx2.UnpackHigh(j, n));
        (e, f) = (Avx2.UnpackLow(k, o), Avx2.UnpackHigh(k, o));
        (g, h) = (Avx2.UnpackLow(l, p), Avx2.UnpackHigh(l, p));
        Store(a, ref into, 0);
        Store(b, ref into, 1);
        Store(c, ref into, 2);
        Store(d, ref into, 3);
        Store(e, ref into, 4);
        Store(f, ref into, 5);
        Store(g, ref into, 6);
        Store(h, ref into, 7);
    }

    /// <summary>Columns of eight numbers become pairs of a column and the one of the same band in the pixel to its right.</summary>
    /// <param name="columns">One after the other.</param>
    /// <param name="bands">Columns of a pixel.</param>
    /// <param name="count">Columns, from an even pixel on; they may go on.</param>
    /// <param name="into">Half as many times eight pairs, rounded up to whole pairs of pixels.</param>
    public static void OfColumns(ReadOnlySpan<short> columns, int bands, int count, Span<short> into)
    {
        ref var from = ref MemoryMarshal.GetReference(columns);
        ref var to = ref MemoryMarshal.GetReference(into);
        for (var pixel = 0; pixel < count; pixel += 2 * bands)
        {
            for (var column = pixel; column < pixel + bands; column++)
            {
                var (one, other) =
                    (Vector128.LoadUnsafe(ref from, (nuint)(column * Lanes)), Vector128.LoadUnsafe(
                        ref from, (nuint)((column + bands) * Lanes)));
                Interleaved(one, other).StoreUnsafe(ref to);
                to = ref Unsafe.Add(ref to, 2 * Lanes);
            }
        }
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
            TransposePlainly(ref from, Lanes, Lanes, ref into);
            return;
        }

        var (a, b, c, d) =
            (Vector128.LoadUnsafe(ref from), Vector128.LoadUnsafe(ref from, 16), Vector128.LoadUnsafe(ref from, 32), Vector128.LoadUnsafe(
                ref from, 48));
        (a, b, c, d) = (Sse2.UnpackLow(a, c), Sse2.UnpackHigh(a, c), Sse2.UnpackLow(b, d), Sse2.UnpackHigh(b, d));
        (a, b, c, d) = (Sse2.UnpackLow(a, c), Sse2.UnpackHigh(a, c), Sse2.UnpackLow(b, d), Sse2.UnpackHigh(b, d));
        Sse2.UnpackLow(a, c).StoreUnsafe(ref into);
        Sse2.UnpackHigh(a, c).StoreUnsafe(ref into, 16);
        Sse2.UnpackLow(b, d).StoreUnsafe(ref into, 32);
        Sse2.UnpackHigh(b, d).StoreUnsafe(ref into, 48);
    }

    /// <summary>The same by what any processor does.</summary>
    /// <param name="from">The first value of the first of eight rows.</param>
    /// <param name="line">Values from a row to the next.</param>
    /// <param name="width">Values of a row.</param>
    /// <param name="into">The first value of the first column.</param>
    internal static void TransposePlainly<T>(ref T from, int line, int width, ref T into)
    {
        for (var at = 0; at < Lanes * width; at++)
            Unsafe.Add(ref into, at) = Unsafe.Add(ref from, (at % Lanes * line) + (at / Lanes));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<short> Interleaved(Vector128<short> one, Vector128<short> other) =>
        Sse2.IsSupported ? Vector256.Create(Sse2.UnpackLow(one, other), Sse2.UnpackHigh(one, other)) : InterleavedPlainly(one, other);

    /// <summary>Pairs of one number of each, by what any processor does.</summary>
    /// <param name="one">Eight.</param>
    /// <param name="other">Eight.</param>
    internal static Vector256<short> InterleavedPlainly(Vector128<short> one, Vector128<short> other)
    {
        var (low, high) = (Vector128.Widen(one.AsUInt16()), Vector128.Widen(other.AsUInt16()));
        return Vector256.Create(low.Lower | (high.Lower << 16), low.Upper | (high.Upper << 16)).AsInt16();
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<short> Row(ref short from, int row, int line) => Vector256.LoadUnsafe(ref from, (nuint)(row * line));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static void Store(Vector256<short> columns, ref short into, int column)
    {
        columns.GetLower().StoreUnsafe(ref into, (nuint)(column * Lanes));
        columns.GetUpper().StoreUnsafe(ref into, (nuint)((column + Lanes) * Lanes));
    }
}
