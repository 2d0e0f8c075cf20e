using Pantomet.Core.Findings;
using Pantomet.Server.Jobs;

namespace Pantomet.Server.Runs;

/// <summary>
/// Brings pairings and runs to their ends: of every file that was asked for something is known then. Made, left out, or stopped with a
/// finding.
/// </summary>
internal static class PairingEnd
{
    /// <summary>How often a pairing is begun without anything coming of it.</summary>
    public const int MaxAttempts = 8;

    /// <summary>The same where each time the server ended meanwhile: it may have ended for any other reason.</summary>
    public const int MaxRestarts = 30;

    private const string NotWantedId = "not-wanted-any-more";

    /// <summary>Every variant of the pairing that a plan asks for was in hand.</summary>
    /// <param name="database">In a transaction that writes.</param>
    /// <param name="row">The pairing.</param>
    /// <param name="now">When.</param>
    public static Task DoneAsync(PantometDb database, PairingRow row, DateTime now)
    {
        row.State = QueueState.Done;
        return EndRunAsync(database, row, now);
    }

    /// <summary>Says of a pairing that is begun what was asked for and is not wanted any more.</summary>
    /// <param name="row">The pairing.</param>
    /// <param name="wanted">Variants that its plan asks for today.</param>
    public static void Compare(PairingRow row, int wanted)
    {
        // What was asked for before that was counted is not known; a pairing that is begun again has said it already.
        if (row.Planned is { } planned && planned > wanted && row.Findings.All(finding => finding.Id != NotWantedId))
            row.Findings = [.. row.Findings, NotWanted(planned - wanted)];
    }

    /// <summary>Nothing more can come of the pairing.</summary>
    /// <param name="database">In a transaction that writes.</param>
    /// <param name="row">The pairing.</param>
    /// <param name="finding">Says why.</param>
    /// <param name="now">When.</param>
    public static async Task FailedAsync(PantometDb database, PairingRow row, Finding finding, DateTime now)
    {
        var missing = Math.Max(0, (row.Planned ?? 0) - await SettledAsync(database, row));
        row.State = QueueState.Failed;
        row.Findings = [.. row.Findings, finding];
        await database.Runs.Where(run => run.Id == row.RunId)
            .ExecuteUpdateAsync(run => run.SetProperty(one => one.Failed, one => one.Failed + missing));
        await EndRunAsync(database, row, now);
    }

    /// <summary>It goes into the queue again, unless that was so too often.</summary>
    /// <param name="database">In a transaction that writes.</param>
    /// <param name="row">The pairing.</param>
    /// <param name="now">When.</param>
    /// <param name="max">How often.</param>
    public static Task AgainAsync(PantometDb database, PairingRow row, DateTime now, int max = MaxAttempts)
    {
        if (++row.Attempts >= max)
            return FailedAsync(database, row, TooOften(max), now);
        row.State = QueueState.Queued;
        return Task.CompletedTask;
    }

    private static Finding TooOften(int times) => new(
        "given-up", Severity.Stop, $"The server or its disk failed {times} times while this was being made.",
        "Look into the server's log and at the room on its disk, then render it again.");

    private static Finding NotWanted(int files) => new(
        NotWantedId, Severity.Note,
        $"{files:#,0} of the files that were asked for were not made: the picture, its framing or the slot was changed or taken away " +
        $"meanwhile.");

    private static Task<int> SettledAsync(PantometDb database, PairingRow row) => database.Variants.CountAsync(variant =>
        variant.SourceId == row.SourceId && variant.SlotId == row.SlotId &&
            database.RunFiles.Any(file => file.RunId == row.RunId && file.VariantSequence == variant.Sequence));

    private static async Task EndRunAsync(PantometDb database, PairingRow row, DateTime now)
    {
        await database.SaveChangesAsync();
        if (await database.Pairings.AnyAsync(
            one => one.RunId == row.RunId && (one.State == QueueState.Queued || one.State == QueueState.Running)))
            return;
        // One that was paused too late has nothing left to be resumed for.
        await database.Runs.Where(run => run.Id == row.RunId && run.State != JobState.Cancelled)
            .ExecuteUpdateAsync(run => run.SetProperty(one => one.State, JobState.Done).SetProperty(one => one.EndedAt, now)
                // What no plan asked for any more was left out; what plans asked for besides was asked for too.
                .SetProperty(one => one.LeftOut, one => Math.Max(0, one.Total - one.Done - one.Failed))
                .SetProperty(one => one.Total, one => Math.Max(one.Total, one.Done + one.Failed)));
    }
}
