using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Kernels.Resampling;

/// <summary>Scales pictures by <see cref="LanczosTaps"/>, first down, then across; between the two a 64th of a value is kept.</summary>
/// <remarks>
/// Eight rows come out at a time, side by side, so that one weight serves eight values. They are made tile by tile, small enough for
/// what a tile needs to stay in the fastest memory from one step to the next. All numbers are whole, so they come out alike on every
/// processor.
/// </remarks>
public sealed class LanczosScaler
{
    private const int Lanes = Pairs.Lanes;

    // Values of a row: whole vectors, and whole pairs of pixels of one to four bands. With the rows that eight rows are made from, up to a
    // reduction of three, 16 kB.
    private const int Tile = 192;

    // Between down and across: a kernel's overshoot has room in sixteen bits.
    private const int MixedBits = 6;
    private const int FirstBits = LanczosTaps.WeightBits - MixedBits;
    private const int LastBits = LanczosTaps.WeightBits + MixedBits;

    [ThreadStatic]
    private static AlignedRoom<short>? wideRoom, mixedRoom, columnRoom, sideRoom;

    [ThreadStatic]
    private static AlignedRoom<byte>? doneRoom;

    private readonly LanczosTaps across;
    private readonly LanczosTaps down;
    private readonly PixelSize to;

    private LanczosScaler(LanczosTaps across, LanczosTaps down) =>
        (this.across, this.down, to) = (across, down, new PixelSize(across.Length, down.Length));

    /// <summary>Scales each side by a factor of its own; what comes out lies in the middle of what there is.</summary>
    /// <param name="from">What there is.</param>
    /// <param name="to">Exactly what comes out.</param>
    /// <param name="across">Pixels across that come out for each that there is.</param>
    /// <param name="down">The same downwards.</param>
    /// <param name="into">Receives the pixels, row by row without gaps.</param>
    public static void Scale(PixelRows from, PixelSize to, double across, double down, Span<byte> into) =>
        new LanczosScaler(new LanczosTaps(from.Size.Width, to.Width, across), new LanczosTaps(from.Size.Height, to.Height, down)).Scale(
            from, into);

    private void Scale(PixelRows from, Span<byte> into)
    {
        var mostRows = Enumerable.Range(0, to.Height).Max(y => down.EndPair(Math.Min(y + Lanes, to.Height) - 1) - down.FirstPair(y));
        var line = to.Width * from.Bands;
        var wide = (wideRoom ??= new()).Of(mostRows * Tile * 2);
        var mixed = (mixedRoom ??= new()).Of(Lanes * Tile);
        var columns = (columnRoom ??= new()).Of(Lanes * Tile);
        // Pairs of columns that wait for others on their right, and some tiles: when there is room for no other tile, those that are done
        // with make room.
        var most = (across.MaxPairs * from.Bands) + (8 * Tile / 2);
        var side = (sideRoom ??= new()).Of(2 * Lanes * most);
        var done = (doneRoom ??= new()).Of(Lanes * Padded(line, Lanes));
        for (var y = 0; y < to.Height; y += Lanes)
        {
            var rows = Math.Min(Lanes, to.Height - y);
            var (x, left) = (0, 0);
            for (var at = 0; at < from.Line; at += Tile)
            {
                var length = Math.Min(Tile, from.Line - at);
                var pairs = at / 2;
                if (pairs - left + (Tile / 2) > most)
                {
                    var needed = x < to.Width ? Math.Min(pairs, across.FirstPair(x) * from.Bands) : pairs;
                    side[((needed - left) * 2 * Lanes)..((pairs - left) * 2 * Lanes)].CopyTo(side);
                    left = needed;
                }

                Down(from, y, rows, at, length, wide, mixed);
                for (var column = 0; column < length; column += 2 * Lanes)
                    Pairs.Transpose(ref mixed[column], Tile, ref columns[column * Lanes]);
                Pairs.OfColumns(columns, from.Bands, length, side[((pairs - left) * 2 * Lanes)..]);
                // A last pixel without another has a weight of 0 for it.
                var end = at + length == from.Line ? int.MaxValue : (at + length) / 2;
                for (; x < to.Width && across.EndPair(x) * from.Bands <= end; x++)
                    Across(x, from.Bands, ref side[((across.FirstPair(x) * from.Bands) - left) * 2 * Lanes],
                        ref done[x * from.Bands * Lanes]);
            }

            Write(done, line, into.Slice(y * line, rows * line));
        }
    }

    private static int Padded(int length, int whole) => (length + whole - 1) / whole * whole;

    // A tile of eight rows, not yet scaled across. Rows that there are not come out as nothing in particular.
    private void Down(PixelRows from, int y, int rows, int at, int length, Span<short> wide, Span<short> mixed)
    {
        var (top, end) = (down.FirstPair(y), down.EndPair(y + rows - 1));
        for (var pair = top; pair < end; pair++)
        {
            // A last row without another has a weight of 0 for it.
            var next = Math.Min((2 * pair) + 1, from.Size.Height - 1);
            Pairs.OfRows(from[2 * pair].Slice(at, length), from[next].Slice(at, length), wide.Slice((pair - top) * Tile * 2, length * 2));
        }

        for (var row = 0; row < rows; row++)
            Mix(wide[((down.FirstPair(y + row) - top) * Tile * 2)..], down.Weights(y + row), length, mixed.Slice(row * Tile, Tile));
    }

    private static void Mix(ReadOnlySpan<short> wide, ReadOnlySpan<int> weights, int length, Span<short> into)
    {
        for (var at = 0; at < length; at += 4 * Lanes)
        {
            ref var from = ref Unsafe.AsRef(in wide[at * 2]);
            var (a, b, c, d) = (Vector256<int>.Zero, Vector256<int>.Zero, Vector256<int>.Zero, Vector256<int>.Zero);
            foreach (var one in weights)
            {
                var weight = Vector256.Create(one).AsInt16();
                a += Pairs.Weighed(Vector256.LoadUnsafe(ref from), weight);
                b += Pairs.Weighed(Vector256.LoadUnsafe(ref from, 2 * Lanes), weight);
                c += Pairs.Weighed(Vector256.LoadUnsafe(ref from, 4 * Lanes), weight);
                d += Pairs.Weighed(Vector256.LoadUnsafe(ref from, 6 * Lanes), weight);
                from = ref Unsafe.Add(ref from, Tile * 2);
            }

            ref var to = ref into[at];
            Pairs.Round(a, b, FirstBits).StoreUnsafe(ref to);
            Pairs.Round(c, d, FirstBits).StoreUnsafe(ref to, 2 * Lanes);
        }
    }

    // One pixel of eight rows.
    private void Across(int x, int bands, ref short from, ref byte into)
    {
        var weights = across.Weights(x);
        if (bands == 3)
        {
            var (a, b, c) = (Vector256<int>.Zero, Vector256<int>.Zero, Vector256<int>.Zero);
            foreach (var one in weights)
            {
                var weight = Vector256.Create(one).AsInt16();
                a += Pairs.Weighed(Vector256.LoadUnsafe(ref from), weight);
                b += Pairs.Weighed(Vector256.LoadUnsafe(ref from, 2 * Lanes), weight);
                c += Pairs.Weighed(Vector256.LoadUnsafe(ref from, 4 * Lanes), weight);
                from = ref Unsafe.Add(ref from, 6 * Lanes);
            }

            Pairs.Round(a, LastBits, ref into);
            Pairs.Round(b, LastBits, ref Unsafe.Add(ref into, Lanes));
            Pairs.Round(c, LastBits, ref Unsafe.Add(ref into, 2 * Lanes));
            return;
        }

        for (var band = 0; band < bands; band++)
        {
            var sum = Vector256<int>.Zero;
            for (var pair = 0; pair < weights.Length; pair++)
                sum += Pairs.Weighed(
                    Vector256.LoadUnsafe(ref from, (nuint)(((pair * bands) + band) * 2 * Lanes)),
                    Vector256.Create(weights[pair]).AsInt16());
            Pairs.Round(sum, LastBits, ref Unsafe.Add(ref into, band * Lanes));
        }
    }

    private static void Write(Span<byte> done, int line, Span<byte> into)
    {
        Span<ulong> eight = stackalloc ulong[Lanes];
        for (var at = 0; at < line; at += Lanes)
        {
            Pairs.Transpose(ref done[at * Lanes], eight);
            var length = Math.Min(Lanes, line - at);
            for (var row = 0; row * line < into.Length; row++)
            {
                if (length == Lanes)
                    Unsafe.WriteUnaligned(ref into[(row * line) + at], eight[row]);
                else
                    MemoryMarshal.AsBytes(eight.Slice(row, 1))[..length].CopyTo(into[((row * line) + at)..]);
            }
        }
    }
}
