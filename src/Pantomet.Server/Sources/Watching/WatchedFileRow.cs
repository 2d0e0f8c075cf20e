namespace Pantomet.Server.Sources.Watching;

/// <summary>What became of a file in the watched folder.</summary>
internal enum WatchedState
{
    /// <summary>It is a source now, or was one already.</summary>
    Taken,

    /// <summary>It cannot be one as it is. When it changes, it is tried again.</summary>
    Refused,
}

/// <summary>
/// A file of the watched folder that is settled, in the database: it is not read again after a restart, nor comes back when its source was
/// taken away.
/// </summary>
internal sealed class WatchedFileRow
{
    /// <summary>Below the watched folder.</summary>
    public required string Path { get; init; }

    public required long Bytes { get; set; }

    public required long Modified { get; set; }

    public required WatchedState State { get; set; }

    /// <summary>Why it was refused; empty otherwise.</summary>
    public string Sentence { get; set; } = "";
}
