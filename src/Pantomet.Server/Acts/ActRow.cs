using Pantomet.Core.Framing;
using Pantomet.Server.Jobs;

namespace Pantomet.Server.Acts;

/// <summary>An act on many sources, in the database.</summary>
internal sealed class ActRow() : JobRow(JobKind.Act)
{
    /// <summary>What was asked for.</summary>
    public required ActRequest Request { get; init; }

    /// <summary>The sources, as they were found when it was asked for, in that order.</summary>
    public required IReadOnlyList<string> SourceIds { get; init; }

    /// <summary>One that is asked for now.</summary>
    /// <param name="request">What was asked for.</param>
    /// <param name="sourceIds">The sources, in their order.</param>
    /// <param name="now">When.</param>
    /// <param name="undoes">The act that it takes back.</param>
    public static ActRow Of(ActRequest request, IReadOnlyList<string> sourceIds, DateTime now, string? undoes = null) => new()
    {
        Id = Guid.NewGuid().ToString("N"),
        State = JobState.Queued,
        Request = request,
        SourceIds = sourceIds,
        Undoes = undoes,
        Total = sourceIds.Count,
        AskedAt = now,
    };

    /// <summary>The act that it takes back; null for any other.</summary>
    public string? Undoes { get; init; }
}

/// <summary>What an act made of one source, so that it can be taken back; in the database.</summary>
internal sealed class ActChangeRow
{
    public long Sequence { get; init; }

    public required string ActId { get; init; }

    public required string SourceId { get; init; }

    public required SourceValues Before { get; init; }

    public required SourceValues After { get; init; }
}

/// <summary>What acts change of a source; null is what they leave alone.</summary>
/// <param name="Stem">Its stem.</param>
/// <param name="AltText">Its alternative text.</param>
/// <param name="Group">Its group.</param>
/// <param name="IsDeleted">Whether it is in the bin.</param>
/// <param name="Framing">How it is framed.</param>
internal sealed record SourceValues(
    string? Stem = null, string? AltText = null, string? Group = null, bool? IsDeleted = null, SourceFraming? Framing = null);
