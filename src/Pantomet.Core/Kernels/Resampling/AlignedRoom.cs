using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;

namespace Pantomet.Core.Kernels.Resampling;

/// <summary>
/// Memory to compute in, kept from one picture to the next, whose vectors never lie across two lines of a processor's cache: a load of one
/// that does takes twice as long.
/// </summary>
/// <typeparam name="T">Of values.</typeparam>
internal sealed class AlignedRoom<T>
    where T : unmanaged
{
    private const int CacheLine = 64;

    private T[] values = [];
    private int start;

    /// <summary>Room for so many values; what they are is left open. The room given before is given again.</summary>
    /// <param name="length">How many.</param>
    public Span<T> Of(int length)
    {
        var size = Unsafe.SizeOf<T>();
        if (values.Length - start < length)
        {
            // Pinned, for what is moved is aligned by chance only.
            values = GC.AllocateUninitializedArray<T>(length + (CacheLine / size), pinned: true);
            var past = (int)(Marshal.UnsafeAddrOfPinnedArrayElement(values, 0) % CacheLine);
            start = past == 0 ? 0 : (CacheLine - past) / size;
        }

        return values.AsSpan(start, length);
    }
}
