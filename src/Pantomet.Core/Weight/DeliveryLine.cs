using Pantomet.Core.Measures;

namespace Pantomet.Core.Weight;

/// <summary>A line to deliver over.</summary>
/// <param name="Name">In plain words.</param>
/// <param name="BitsPerSecond">What goes through it.</param>
public sealed record DeliveryLine(string Name, long BitsPerSecond)
{
    /// <summary>Invented, and stated wherever a time is; the slowest first.</summary>
    public static IReadOnlyList<DeliveryLine> Invented { get; } =
        [new("weak phone", 1_600_000), new("good phone", 12_000_000), new("home line", 40_000_000)];

    /// <summary>How long bytes are under way, in seconds; what the connection takes to be made is not in it.</summary>
    /// <param name="bytes">All that is sent.</param>
    public double SecondsFor(ByteCount bytes) => bytes.Bytes * 8.0 / BitsPerSecond;
}
