using System.Globalization;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;

namespace Pantomet.Imaging.Encoders;

/// <summary>Says which limits of a slot contradict each other for a file.</summary>
internal static class ConflictFindings
{
    /// <summary>The finding about a file that the weigher could not make good.</summary>
    /// <param name="conflict">Not <see cref="Conflict.None"/>.</param>
    /// <param name="made">The best that was made.</param>
    /// <param name="request">Sets the limits.</param>
    public static Finding Of(Conflict conflict, EncodedFile made, FileRequest request) => conflict switch
    {
        Conflict.CapAndQuality => Stop(
            "cap-not-met", $"Even {made.Encoding}, the lowest allowed, has {Weight(made)}; at most {request.Limits.Max} are allowed."),
        Conflict.CapAndFloor => Stop(
            "cap-and-floor",
            $"Within the {request.Limits.Max} allowed, the best is {made.Encoding} at a score of {Points(made.Points)}, below the " +
            $"minimum of {Points(request.Score.Min)}."),
        _ => Stop("floor-not-met", $"Even {made.Encoding} scores {Points(made.Points)}, below the minimum of {Points(request.Score.Min)}."),
    };

    /// <summary>A file without loss that is over the cap.</summary>
    public static Finding LosslessOverCap(EncodedFile made, ByteCount? cap) =>
        Stop("cap-not-met", $"{made.Encoding} has {Weight(made)}; at most {cap} are allowed.");

    /// <summary>A modern format cannot meet the limits, and the one that every browser reads does: nobody misses a picture.</summary>
    /// <param name="made">What does not meet them.</param>
    /// <param name="other">What does.</param>
    public static Finding LeftToOther(EncodedFile made, EncodedFile other) => new(
        "modern-left-out", Severity.Note,
        $"{made.Findings[0].Sentence} {other.Encoding} meets both; {made.Format.DisplayName()} is left out.",
        "Allow it more bytes or a lower minimum score if it shall be made too.");

    /// <summary>A quality set by hand gives too heavy a file.</summary>
    public static Finding ByHandOverCap(EncodedFile made, ByteCount? cap) => new(
        "cap-not-met", Severity.Stop, $"{made.Encoding}, set by hand, has {Weight(made)}; at most {cap} are allowed.",
        "Set a lower quality, or give it back to automatic.");

    /// <summary>A quality set by hand gives a file that looks worse than the slot's floor: a person wanted it so.</summary>
    public static Finding ByHandUnderFloor(EncodedFile made, FileRequest request) => new(
        "floor-by-hand", Severity.Warn,
        $"{made.Encoding}, set by hand, scores {Points(made.Points)}, below the slot's minimum of {Points(request.Score.Min)}.",
        "Set a higher quality, or give it back to automatic.");

    /// <summary>A score as people read it.</summary>
    public static string Points(double points) => points.ToString(points >= 99.95 ? "0" : "0.0", CultureInfo.InvariantCulture);

    /// <summary>A score with its word.</summary>
    public static string Looks(double points) => $"a score of {Points(points)}, {VisualScore.WordsFor(points)}";

    private static ByteCount Weight(EncodedFile made) => new(made.File.LongLength);

    private static Finding Stop(string id, string sentence) =>
        new(id, Severity.Stop, sentence,
            "Allow more bytes, another format, a smaller size or a lower minimum score in this slot, or crop to a calmer part.");
}
