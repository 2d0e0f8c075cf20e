using Pantomet.Core.Measures;

namespace Pantomet.Core.Proof;

/// <summary>How long bytes take to a visitor.</summary>
public static class ArrivalTime
{
    /// <summary>The line of a weak phone, in bits for each second (common practice, no source).</summary>
    public const double WeakPhoneBits = 1_600_000;

    /// <summary>On a weak phone's line, in seconds; what the connection takes to be made is not in it.</summary>
    /// <param name="bytes">All that is sent.</param>
    public static double OnWeakPhone(ByteCount bytes) => bytes.Bytes * 8 / WeakPhoneBits;
}
