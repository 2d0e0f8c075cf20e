using System.Text.RegularExpressions;
using Pantomet.Core.Findings;

namespace Pantomet.Imaging.Isolation;

/// <summary>Why a decoder process has no result, in sentences for the person who sent the file.</summary>
internal static partial class Refusals
{
    /// <summary>The decoder gave up.</summary>
    public const string Damaged = "damaged";

    /// <summary>The decoder broke down.</summary>
    public const string Fault = "breaks-decoder";

    /// <summary>The decoder says that it is short of memory.</summary>
    public const string Memory = "too-much-memory";

    private const string Advice = "Open it in the program that made it, save a smaller or simpler copy, and send that.";

    /// <summary>What the decoder says of a file.</summary>
    /// <param name="refusal">As it came.</param>
    /// <param name="bytes">Memory that it had.</param>
    public static UnreadableException Of(DecoderRefusal refusal, long bytes)
    {
        var cause = refusal.Cause.Length > 0 ? new InvalidDataException(refusal.Cause) : null;
        return refusal.Id == Damaged && ShortOfMemory().IsMatch(refusal.Cause)
            ? TooMuch(bytes, cause)
            : new UnreadableException(refusal.Id, refusal.Sentence, cause);
    }

    /// <summary>It took too long.</summary>
    public static UnreadableException TooLong(TimeSpan most, Exception cause) => new(
        "too-much-time",
        $"The file takes more than {most.TotalSeconds:0} s of computing to be opened, which is the most for a file of its length. " +
        $"{Advice}", cause);

    /// <summary>The process ended in the middle.</summary>
    public static UnreadableException BrokeDown(long bytes, Exception cause) => new(
        Fault, $"The file makes its decoder break down, or needs more than {bytes / 1_000_000:#,0} MB of memory to be opened. {Advice}",
        cause);

    private static UnreadableException TooMuch(long bytes, Exception? cause) => new(
        Memory, $"The file needs more than {bytes / 1_000_000:#,0} MB of memory to be opened, which is the most that one file " +
            $"gets. {Advice}", cause);

    // libjpeg, libpng, libvips, libheif, the second decoder and .NET each have words of their own.
    [GeneratedRegex("out of memory|insufficient memory|memory allocation|unable to allocate|OutOfMemory|cache resources " +
        "exhausted|bad_alloc|malloc|security limit", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex ShortOfMemory();
}
