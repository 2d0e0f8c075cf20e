namespace Pantomet.Server.Jobs;

/// <summary>A part of a job that is done in one go.</summary>
/// <param name="cancel">The server ends.</param>
internal delegate Task JobStep(CancellationToken cancel);

/// <summary>How the jobs of one kind are done. What is due is read from the database, so that nothing is lost in a crash.</summary>
internal interface IJobWork
{
    JobKind Kind { get; }

    /// <summary>Steps in hand at most.</summary>
    int Workers { get; }

    /// <summary>Before the first step: what a crash left half done is due again.</summary>
    Task RecoverAsync();

    /// <summary>Takes the next step in hand.</summary>
    /// <param name="cancel">The server ends.</param>
    /// <returns>Null where nothing is due.</returns>
    Task<JobStep?> NextAsync(CancellationToken cancel);

    /// <summary>What else changes with the job's row when it is cancelled.</summary>
    /// <param name="database">In the transaction that changes the row.</param>
    /// <param name="id">The job.</param>
    Task CancelAsync(PantometDb database, string id);

    /// <summary>Stops what is in hand of a job. What is finished stays.</summary>
    /// <param name="id">A job that was cancelled or paused just now.</param>
    /// <param name="isPaused">Whether it may go on later.</param>
    Task StopAsync(string id, bool isPaused);
}
