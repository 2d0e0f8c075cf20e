using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Sizing.Resampling;

/// <summary>Scales pictures by <see cref="LanczosTaps"/>, first down, then across; between the two nothing is rounded.</summary>
/// <remarks>
/// Eight rows come out at a time, side by side, so that one weight serves eight values. They are made tile by tile, small enough for
/// what a tile needs to stay in the fastest memory from one step to the next.
/// </remarks>
public sealed class LanczosScaler
{
    private const int Lanes = Eight.Lanes;

    // Values of a row; with the rows that eight rows are made from, up to a reduction of three, 22 kB.
    private const int Tile = 128;

    [ThreadStatic]
    private static AlignedRoom<float>? wideRoom, mixedRoom, sideRoom;

    [ThreadStatic]
    private static AlignedRoom<byte>? doneRoom;

    private readonly LanczosTaps across;
    private readonly LanczosTaps down;
    private readonly PixelSize to;

    private LanczosScaler(LanczosTaps across, LanczosTaps down) => (this.across, this.down, to) = (across, down, new PixelSize(across.Length, down.Length));

    /// <summary>Scales each side by a factor of its own; what comes out lies in the middle of what there is.</summary>
    /// <param name="from">What there is.</param>
    /// <param name="to">Exactly what comes out.</param>
    /// <param name="across">Pixels across that come out for each that there is.</param>
    /// <param name="down">The same downwards.</param>
    /// <param name="into">Receives the pixels, row by row without gaps.</param>
    public static void Scale(PixelRows from, PixelSize to, double across, double down, Span<byte> into) =>
        new LanczosScaler(new LanczosTaps(from.Size.Width, to.Width, across), new LanczosTaps(from.Size.Height, to.Height, down)).Scale(from, into);

    private void Scale(PixelRows from, Span<byte> into)
    {
        var mostRows = Math.Min(from.Size.Height, Enumerable.Range(0, to.Height).Max(y => down.End(Math.Min(y + Lanes, to.Height) - 1) - down.First(y)));
        var line = to.Width * from.Bands;
        var wide = (wideRoom ??= new AlignedRoom<float>()).Of(mostRows * Tile);
        var mixed = (mixedRoom ??= new AlignedRoom<float>()).Of(Lanes * Tile);
        // Columns that wait for others on their right, and some tiles: when there is room for no other tile, those that are done with make room.
        var columns = Padded(across.Most * from.Bands, Lanes) + (8 * Tile);
        var side = (sideRoom ??= new AlignedRoom<float>()).Of(Lanes * columns);
        var done = (doneRoom ??= new AlignedRoom<byte>()).Of(Lanes * Padded(line, Lanes));
        for (var y = 0; y < to.Height; y += Lanes)
        {
            var rows = Math.Min(Lanes, to.Height - y);
            var (x, left) = (0, 0);
            for (var at = 0; at < from.Line; at += Tile)
            {
                var length = Math.Min(Tile, from.Line - at);
                if (at - left + Tile > columns)
                {
                    var needed = x < to.Width ? Math.Min(at, across.First(x) * from.Bands) : at;
                    side[((needed - left) * Lanes)..((at - left) * Lanes)].CopyTo(side);
                    left = needed;
                }

                Down(from, y, rows, at, length, wide, mixed);
                for (var column = 0; column < length; column += Lanes)
                    Eight.Transpose(ref mixed[column], Tile, ref side[(at - left + column) * Lanes]);
                for (; x < to.Width && across.End(x) * from.Bands <= at + length; x++)
                    Across(x, from.Bands, ref side[((across.First(x) * from.Bands) - left) * Lanes], ref done[x * from.Bands * Lanes]);
            }

            Write(done, line, into.Slice(y * line, rows * line));
        }
    }

    private static int Padded(int length, int whole) => (length + whole - 1) / whole * whole;

    // A tile of eight rows, not yet scaled across. Rows that there are not come out as nothing in particular.
    private void Down(PixelRows from, int y, int rows, int at, int length, Span<float> wide, Span<float> mixed)
    {
        var top = down.First(y);
        for (var row = top; row < down.End(y + rows - 1); row++)
            Eight.ToFloats(from[row].Slice(at, length), wide.Slice((row - top) * Tile, length));
        for (var row = 0; row < rows; row++)
            Mix(wide[((down.First(y + row) - top) * Tile)..], down.Weights(y + row), length, mixed.Slice(row * Tile, Tile));
    }

    private static void Mix(ReadOnlySpan<float> wide, ReadOnlySpan<float> weights, int length, Span<float> into)
    {
        for (var at = 0; at < length; at += 4 * Lanes)
        {
            ref var from = ref Unsafe.AsRef(in wide[at]);
            var (a, b, c, d) = (Vector256<float>.Zero, Vector256<float>.Zero, Vector256<float>.Zero, Vector256<float>.Zero);
            foreach (var one in weights)
            {
                var weight = Vector256.Create(one);
                a = Vector256.FusedMultiplyAdd(Vector256.LoadUnsafe(ref from), weight, a);
                b = Vector256.FusedMultiplyAdd(Vector256.LoadUnsafe(ref from, Lanes), weight, b);
                c = Vector256.FusedMultiplyAdd(Vector256.LoadUnsafe(ref from, 2 * Lanes), weight, c);
                d = Vector256.FusedMultiplyAdd(Vector256.LoadUnsafe(ref from, 3 * Lanes), weight, d);
                from = ref Unsafe.Add(ref from, Tile);
            }

            ref var to = ref into[at];
            a.StoreUnsafe(ref to);
            b.StoreUnsafe(ref to, Lanes);
            c.StoreUnsafe(ref to, 2 * Lanes);
            d.StoreUnsafe(ref to, 3 * Lanes);
        }
    }

    // One pixel of eight rows.
    private void Across(int x, int bands, ref float from, ref byte into)
    {
        var weights = across.Weights(x);
        if (bands == 3)
        {
            var (a, b, c) = (Vector256<float>.Zero, Vector256<float>.Zero, Vector256<float>.Zero);
            foreach (var one in weights)
            {
                var weight = Vector256.Create(one);
                a = Vector256.FusedMultiplyAdd(Vector256.LoadUnsafe(ref from), weight, a);
                b = Vector256.FusedMultiplyAdd(Vector256.LoadUnsafe(ref from, Lanes), weight, b);
                c = Vector256.FusedMultiplyAdd(Vector256.LoadUnsafe(ref from, 2 * Lanes), weight, c);
                from = ref Unsafe.Add(ref from, 3 * Lanes);
            }

            Eight.Round(a, ref into);
            Eight.Round(b, ref Unsafe.Add(ref into, Lanes));
            Eight.Round(c, ref Unsafe.Add(ref into, 2 * Lanes));
            return;
        }

        for (var band = 0; band < bands; band++)
        {
            var sum = Vector256<float>.Zero;
            for (var tap = 0; tap < weights.Length; tap++)
                sum = Vector256.FusedMultiplyAdd(Vector256.LoadUnsafe(ref from, (nuint)(((tap * bands) + band) * Lanes)), Vector256.Create(weights[tap]), sum);
            Eight.Round(sum, ref Unsafe.Add(ref into, band * Lanes));
        }
    }

    private static void Write(Span<byte> done, int line, Span<byte> into)
    {
        Span<ulong> eight = stackalloc ulong[Lanes];
        for (var at = 0; at < line; at += Lanes)
        {
            Eight.Transpose(ref done[at * Lanes], eight);
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
