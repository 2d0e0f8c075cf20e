using Pantomet.Core.Measures;

namespace Pantomet.Core.Destinations;

/// <summary>Reads the limits of a slot.</summary>
internal static class LimitsReader
{
    public static FileLimits Read(LimitsDocument? limits, ProblemList list)
    {
        if (limits is null)
            return FileLimits.None;
        list.Check(limits.MostBytes is null or > 0, "mostBytes", "The most bytes must be above 0.");
        list.Check(limits.FewestBytes is null or > 0, "fewestBytes", "The fewest bytes must be above 0.");
        list.Check(limits.AimBytes is null or { Count: 2 }, "aimBytes", "The bytes aimed at are two numbers: the least and the most.");
        var aim = limits.AimBytes is [var least, var most] ? new ByteRange(new ByteCount(least), new ByteCount(most)) : null;
        list.Check(
            aim is null ||
                (aim.Min.Bytes > 0 && aim.Min <= aim.Max), "aimBytes",
                    "The least of the bytes aimed at must be above 0 and not above the most.");
        list.Check(
            aim is null || limits.MostBytes is null ||
                aim.Max.Bytes <= limits.MostBytes, "aimBytes", "The bytes aimed at reach above the most bytes allowed.");
        list.Check(
            limits.FewestBytes is null || limits.MostBytes is null ||
                limits.FewestBytes <= limits.MostBytes, "fewestBytes", "The fewest bytes are above the most bytes.");
        list.Check(limits.LeastSide is null or (>= 1 and <= SizeRule.MaxPixelsPerSide), "leastSide", SizesReader.SideSentence);
        list.Check(limits.MostSide is null or (>= 1 and <= SizeRule.MaxPixelsPerSide), "mostSide", SizesReader.SideSentence);
        list.Check(
            limits.LeastSide is null || limits.MostSide is null ||
                limits.LeastSide <= limits.MostSide, "leastSide", "The least side is above the most side.");
        return new FileLimits(Bytes(limits.MostBytes), aim, Bytes(limits.FewestBytes), limits.LeastSide, limits.MostSide);
    }

    private static ByteCount? Bytes(long? bytes) => bytes is { } count ? new ByteCount(count) : null;
}
