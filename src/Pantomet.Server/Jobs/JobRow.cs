namespace Pantomet.Server.Jobs;

/// <summary>What a job does.</summary>
internal enum JobKind
{
    /// <summary>Renders pairings.</summary>
    Run,

    /// <summary>Writes a ZIP.</summary>
    Package,

    /// <summary>Changes many sources.</summary>
    Act,

    /// <summary>Takes in files of the watched folder.</summary>
    Intake,

    /// <summary>Puts files onto a target, or what was there before back.</summary>
    Publication,

    /// <summary>Looks at the pictures of a site.</summary>
    SiteCheck,
}

/// <summary>Where a job stands.</summary>
internal enum JobState
{
    Queued,
    Running,

    /// <summary>Held up by a person; what is finished stays.</summary>
    Paused,
    Done,

    /// <summary>Nothing came of it; its problem says why.</summary>
    Failed,
    Cancelled,
}

/// <summary>What states mean.</summary>
internal static class JobStates
{
    /// <summary>Whether something may still come of a job.</summary>
    public static bool IsOpen(this JobState state) => state is JobState.Queued or JobState.Running or JobState.Paused;
}

/// <summary>Work in the background, in the database: what was asked for, and how far it is. After a crash it goes on from here.</summary>
/// <param name="kind">What it does.</param>
internal abstract class JobRow(JobKind kind)
{
    public long Sequence { get; init; }

    public required string Id { get; init; }

    public JobKind Kind { get; private init; } = kind;

    public required JobState State { get; set; }

    /// <summary>Files, or sources of an act, counted when it was asked for, and those that were found to be asked for besides.</summary>
    public int Total { get; set; }

    public int Done { get; set; }

    public int Failed { get; set; }

    /// <summary>Files that nothing asked for any more when their turn came.</summary>
    public int LeftOut { get; set; }

    /// <summary>What its sources weigh together.</summary>
    public long BytesIn { get; init; }

    /// <summary>What its files weigh together.</summary>
    public long BytesOut { get; set; }

    /// <summary>How often it was begun.</summary>
    public int Attempts { get; set; }

    /// <summary>Why nothing came of it, or of the last of those that failed; empty otherwise.</summary>
    public string Problem { get; set; } = "";

    public required DateTime AskedAt { get; init; }

    public DateTime? StartedAt { get; set; }

    public DateTime? EndedAt { get; set; }

    /// <summary>Whether something may still come of it.</summary>
    public bool IsOpen => State.IsOpen();
}
