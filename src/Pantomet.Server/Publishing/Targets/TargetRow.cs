namespace Pantomet.Server.Publishing.Targets;

/// <summary>A target in the database.</summary>
internal sealed class TargetRow
{
    public required string Id { get; init; }

    public required string Name { get; set; }

    public required TargetPlace Place { get; set; }

    /// <summary>What opens it, encrypted; empty where nothing does.</summary>
    public required string Secrets { get; set; }

    public required DateTime MadeAt { get; init; }
}
