namespace Pantomet.Rendering;

/// <summary>Tells a full disk from other faults of the file system.</summary>
public static class DiskFull
{
    /// <summary>What is said of it.</summary>
    public const string Sentence =
        "The disk of the server is full. Nothing that was there before is lost. Make room on it, then try again.";

    /// <summary>The id of what is said of a file that could not be made for it.</summary>
    public const string FindingId = "disk-full";

    // errno of Linux: ENOSPC and EDQUOT.
    private const int NoSpaceLeft = 28;
    private const int QuotaExceeded = 122;

    /// <summary>The fault that it is, for who was told of it by a finding.</summary>
    public static IOException Fault() => new(Sentence, NoSpaceLeft);

    /// <summary>Whether a fault, or what it came of, is a full disk.</summary>
    /// <param name="problem">Null for no fault.</param>
    public static bool Is(Exception? problem) => problem switch
    {
        null => false,
        IOException { HResult: var code } when (code & 0xFFFF) is NoSpaceLeft or QuotaExceeded => true,
        _ => problem.Message.Contains("No space left", StringComparison.OrdinalIgnoreCase) || Is(problem.InnerException),
    };
}
