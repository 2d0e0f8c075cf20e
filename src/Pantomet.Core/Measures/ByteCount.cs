using System.Globalization;

namespace Pantomet.Core.Measures;

/// <summary>A file's weight. kB and MB are SI: 1,000 and 1,000,000 bytes.</summary>
/// <param name="Bytes">Bytes, not negative.</param>
public readonly record struct ByteCount(long Bytes) : IComparable<ByteCount>
{
    /// <inheritdoc/>
    public int CompareTo(ByteCount other) => Bytes.CompareTo(other.Bytes);

    /// <summary>Whether the left is lighter.</summary>
    public static bool operator <(ByteCount left, ByteCount right) => left.Bytes < right.Bytes;

    /// <summary>Whether the left is heavier.</summary>
    public static bool operator >(ByteCount left, ByteCount right) => left.Bytes > right.Bytes;

    /// <summary>Whether the left is lighter or the same.</summary>
    public static bool operator <=(ByteCount left, ByteCount right) => left.Bytes <= right.Bytes;

    /// <summary>Whether the left is heavier or the same.</summary>
    public static bool operator >=(ByteCount left, ByteCount right) => left.Bytes >= right.Bytes;

    /// <summary>For a sentence: <c>612.4 kB</c>, <c>1.2 MB</c>, <c>640 bytes</c>.</summary>
    public override string ToString() => Bytes switch
    {
        < 1_000 => $"{Bytes} bytes",
        // 999,950 and more would read "1,000.0 kB".
        < 999_950 => (Bytes / 1_000m).ToString("0.0", CultureInfo.InvariantCulture) + " kB",
        _ => (Bytes / 1_000_000m).ToString("#,0.0", CultureInfo.InvariantCulture) + " MB",
    };
}
