namespace Pantomet.Server.Storage;

/// <summary>Tells a full disk from other faults of the file system.</summary>
internal static class DiskFull
{
    // errno of Linux: ENOSPC and EDQUOT.
    private const int NoSpaceLeft = 28;
    private const int QuotaExceeded = 122;

    public const string Sentence = "The disk of the server is full. Nothing that was there before is lost. Make room on it, then try again.";

    public static bool Is(Exception problem) =>
        problem is IOException { HResult: var code } && (code & 0xFFFF) is NoSpaceLeft or QuotaExceeded
        || (problem.Message.Contains("No space left", StringComparison.OrdinalIgnoreCase));
}
