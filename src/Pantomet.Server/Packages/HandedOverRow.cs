namespace Pantomet.Server.Packages;

/// <summary>What lies at a path of a destination since a package last put it there, in the database.</summary>
internal sealed class HandedOverRow
{
    public required string DestinationId { get; init; }

    /// <summary>In the package.</summary>
    public required string Path { get; init; }

    public required string PackageId { get; set; }

    public required string Sha256 { get; set; }
}
