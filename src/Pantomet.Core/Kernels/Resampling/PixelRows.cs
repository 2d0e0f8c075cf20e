using Pantomet.Core.Measures;

namespace Pantomet.Core.Kernels.Resampling;

/// <summary>A picture, or a part of one, that lies in memory: rows of whole pixels with one byte for each band.</summary>
public readonly ref struct PixelRows
{
    private readonly ReadOnlySpan<byte> bytes;
    private readonly int stride;

    /// <param name="bytes">From the first byte of the first row to the last byte of the last at least.</param>
    /// <param name="stride">Bytes from the start of a row to that of the next.</param>
    /// <param name="size">In pixels.</param>
    /// <param name="bands">Bytes for each pixel.</param>
    /// <exception cref="ArgumentException">There are fewer bytes than that.</exception>
    public PixelRows(ReadOnlySpan<byte> bytes, int stride, PixelSize size, int bands)
    {
        (this.stride, Size, Bands) = (stride, size, bands);
        if (stride < Line || bytes.Length < ((size.Height - 1) * (long)stride) + Line)
            throw new ArgumentException($"{bytes.Length} bytes are too few for {size} pixels of {bands} bands.", nameof(bytes));
        this.bytes = bytes;
    }

    /// <summary>In pixels.</summary>
    public PixelSize Size { get; }

    /// <summary>Bytes for each pixel.</summary>
    public int Bands { get; }

    /// <summary>Bytes of a row.</summary>
    public int Line => Size.Width * Bands;

    /// <summary>A row.</summary>
    /// <param name="y">From the top, from 0.</param>
    public ReadOnlySpan<byte> this[int y] => bytes.Slice(y * stride, Line);
}
