using Pantomet.Core.Weight;

namespace Pantomet.Core.Destinations;

/// <summary>What decides between files that are all within the limits.</summary>
public enum Preference
{
    /// <summary>The best looks that the limits leave room for.</summary>
    Better,

    /// <summary>The fewest bytes for the looks that are wanted.</summary>
    Smaller,
}

/// <summary>How much work an encoder puts into a file.</summary>
public enum Effort
{
    /// <summary>What is worth its time for every file: <c>docs/decisions/encoders.md</c> has the measurements.</summary>
    Quick,

    /// <summary>Lighter files at the same looks, for several times the work.</summary>
    Thorough,
}

/// <summary>What a slot asks of the looks of its files, in points of <see cref="VisualScore"/>.</summary>
/// <param name="Target">Enough: where fewer bytes are preferred, more is not paid for.</param>
/// <param name="Min">No file is made below it, whatever the byte limit says.</param>
/// <param name="Prefer">Better or smaller.</param>
public sealed record ScoreDemand(double Target, double Min, Preference Prefer)
{
    /// <summary>Of a slot that says nothing: good looks, as a usual photograph has as JPEG of quality 85, and nothing poor.</summary>
    public static ScoreDemand Default { get; } = new(78, 40, Preference.Better);
}
