namespace Pantomet.Server.Destinations;

/// <summary>A destination in the database: its document, as it was checked.</summary>
internal sealed class DestinationRow
{
    public required string Id { get; init; }

    /// <summary>Order in which destinations are shown.</summary>
    public required int Position { get; set; }

    public required string Document { get; set; }

    public DateTime? DeletedAt { get; set; }
}

/// <summary>Which destination a slot's id belongs to, in the database. Those of deleted destinations are free.</summary>
internal sealed class SlotRow
{
    public required string Id { get; init; }

    public required string DestinationId { get; init; }
}
