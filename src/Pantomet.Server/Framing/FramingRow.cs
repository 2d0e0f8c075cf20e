using Pantomet.Core.Measures;

namespace Pantomet.Server.Framing;

/// <summary>A crop that a person set. Where there is no row, the framing is automatic.</summary>
internal sealed class FramingRow
{
    public required string SourceId { get; init; }

    public required string SlotId { get; init; }

    /// <summary>Name of a tier; empty for the slot itself.</summary>
    public string Tier { get; init; } = "";

    public required PixelRect Crop { get; set; }

    public required DateTime SetAt { get; set; }
}
