
namespace Pantomet.Core.Destinations;

/// <summary>Reads what a slot asks of the looks of its files.</summary>
internal static class LooksReader
{
    public static LooksPolicy Read(LooksDocument? looks, ProblemList list)
    {
        var usual = LooksPolicy.Usual;
        var floor = looks?.Floor ?? Math.Min(usual.Floor, looks?.Wanted ?? usual.Floor);
        var read = new LooksPolicy(looks?.Wanted ?? Math.Max(usual.Wanted, floor), floor, looks?.Prefer ?? usual.Prefer);
        list.Check(read is { Wanted: >= 0 and <= 100, Floor: >= 0 and <= 100 }, "", "A visual score goes from 0 to 100.");
        list.Check(read.Floor <= read.Wanted, "floor", "The floor is above the score that is wanted.");
        return read;
    }
}
