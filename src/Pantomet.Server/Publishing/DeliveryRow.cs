namespace Pantomet.Server.Publishing;

/// <summary>A destination whose pictures are delivered.</summary>
internal sealed class DeliveryRow
{
    public required string DestinationId { get; init; }

    public required DateTime PublishedAt { get; init; }
}

/// <summary>A stem under which a picture was delivered: whoever still asks for it is sent on when it is called otherwise.</summary>
internal sealed class DeliveredStemRow
{
    public required string Stem { get; init; }

    public required string SourceId { get; set; }
}
