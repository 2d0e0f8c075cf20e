using Pantomet.Core.Sources;
using Pantomet.Server.Jobs;

namespace Pantomet.Server.Sources.Watching;

/// <summary>The taking in of files that appeared in the watched folder, in the database.</summary>
internal sealed class IntakeRow() : JobRow(JobKind.Intake)
{
    /// <summary>As they were when they were complete, below the watched folder.</summary>
    public required IReadOnlyList<FileStamp> Files { get; init; }
}
