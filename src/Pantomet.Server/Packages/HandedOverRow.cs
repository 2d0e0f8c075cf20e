namespace Pantomet.Server.Packages;

/// <summary>A file that a package held, in the database: what a destination has already been given.</summary>
internal sealed class HandedOverRow
{
    public long Sequence { get; init; }

    public required string PackageId { get; init; }

    public required string DestinationId { get; init; }

    /// <summary>In the package.</summary>
    public required string Path { get; init; }

    public required string Sha256 { get; init; }
}
