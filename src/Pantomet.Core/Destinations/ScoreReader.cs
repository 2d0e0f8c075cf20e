
namespace Pantomet.Core.Destinations;

/// <summary>Reads what a slot asks of the looks of its files.</summary>
internal static class ScoreReader
{
    public static ScoreDemand Read(LooksDocument? looks, ProblemList list)
    {
        var usual = ScoreDemand.Default;
        var floor = looks?.Floor ?? Math.Min(usual.Min, looks?.Wanted ?? usual.Min);
        var read = new ScoreDemand(looks?.Wanted ?? Math.Max(usual.Target, floor), floor, looks?.Prefer ?? usual.Prefer);
        list.Check(read is { Target: >= 0 and <= 100, Min: >= 0 and <= 100 }, "", "A visual score goes from 0 to 100.");
        list.Check(read.Min <= read.Target, "floor", "The minimum score is above the target score.");
        return read;
    }
}
