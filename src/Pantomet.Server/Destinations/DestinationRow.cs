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
