namespace Pantomet.Core.Treatments;

/// <summary>The tone that was found for a picture.</summary>
/// <param name="Change">What is done to it.</param>
/// <param name="Without">Contrast of the text over the worst hundredth of the pixels as they are.</param>
/// <param name="Contrast">Over the worst hundredth then.</param>
/// <param name="IsReached">Whether that is what was demanded; otherwise it is the most that the bounds allow.</param>
public sealed record ToneFound(ToneChange Change, double Without, double Contrast, bool IsReached)
{
    /// <summary>What would mend it, computed; empty where it is reached.</summary>
    public IReadOnlyList<ToneRemedy> Remedies { get; init; } = [];
}

/// <summary>Finds the least change by which text can be read on a picture.</summary>
/// <remarks>
/// Each means that may be used is tried with and without the others, towards light and towards dark (<see cref="TonePath"/>). Of those that
/// reach what is demanded the one is taken that does the smallest share of what may be done; one step less of it would not reach it.
/// </remarks>
public static class ToneRule
{
    // Enough to know about where the step is; the whole says which it is.
    private const int SampleSize = 20_000;

    private static readonly bool[] Ways = [true, false];
    private static readonly ToneMeans[] Optional = [ToneMeans.None, ToneMeans.Colour, ToneMeans.Blur, ToneMeans.Colour | ToneMeans.Blur];

    /// <summary>Finds it.</summary>
    /// <param name="ground">The pixels beneath the text.</param>
    /// <param name="demand">The text, and the bounds of the change.</param>
    public static ToneFound Least(ToneGround ground, ToneDemand demand)
    {
        if (ground.Reaches(demand, ToneChange.None))
            return Found(ground, demand, ToneChange.None, isReached: true);
        var sample = ground.Count > 2 * SampleSize ? ground.Sample(SampleSize) : ground;
        var best = Paths(demand).Select(path => (Path: path, Step: First(sample, demand, path)))
            .Where(one => one.Step is not null).OrderBy(one => one.Path.Cost(one.Step!.Value)).FirstOrDefault();
        if (best.Path is not null && Exactly(ground, demand, best.Path, best.Step!.Value) is { } step)
            return Found(ground, demand, best.Path.Of(step), isReached: true);
        // What the sample took for impossible, or possible, need not be so of the whole.
        foreach (var path in Paths(demand))
        {
            if (First(ground, demand, path) is { } first)
                return Found(ground, demand, path.Of(first), isReached: true);
        }

        var most = Paths(demand).Select(path => path.Of(path.Last)).MaxBy(change => ground.Contrast(demand.Text, change));
        return Found(ground, demand, most ?? ToneChange.None, isReached: false);
    }

    /// <summary>What a change does for a text.</summary>
    /// <param name="ground">The pixels beneath the text.</param>
    /// <param name="demand">The text.</param>
    /// <param name="change">What is done to the picture.</param>
    public static ToneFound Of(ToneGround ground, ToneDemand demand, ToneChange change) =>
        Found(ground, demand, change, ground.Reaches(demand, change));

    private static ToneFound Found(ToneGround ground, ToneDemand demand, ToneChange change, bool isReached)
    {
        var contrast = ground.Contrast(demand.Text, change);
        // What reaches it has it, however finely its contrast is told.
        var told = isReached ? Math.Max(contrast, demand.Contrast) : contrast;
        return new ToneFound(change, change == ToneChange.None ? told : ground.Contrast(demand.Text, ToneChange.None), told, isReached);
    }

    /// <summary>The ways that may be gone: fewer means first.</summary>
    /// <param name="demand">Says which means may be used.</param>
    public static IEnumerable<TonePath> Paths(ToneDemand demand) =>
        from means in Optional
        where demand.Means.HasFlag(means)
        let used = (demand.Means & ~(ToneMeans.Colour | ToneMeans.Blur)) | means
        where used != ToneMeans.None
        from isLighter in Ways
        select new TonePath(demand, used, isLighter);

    // The first step that reaches it: its means is the first whose end does.
    private static int? First(ToneGround ground, ToneDemand demand, TonePath path)
    {
        var fails = 0;
        foreach (var end in path.Ends())
        {
            if (ground.IsFarEnough(demand, path.Of(end), path.IsLighter))
                return Between(ground, demand, path, fails, end);
            fails = end;
        }

        return null;
    }

    private static int Between(ToneGround ground, ToneDemand demand, TonePath path, int fails, int holds)
    {
        while (holds - fails > 1)
        {
            var between = (fails + holds) / 2;
            if (ground.IsFarEnough(demand, path.Of(between), path.IsLighter))
                holds = between;
            else
                fails = between;
        }

        // A text that stands between light and dark parts may have been readable a little before.
        while (holds > 1 && ground.Reaches(demand, path.Of(holds - 1)))
            holds--;
        return holds;
    }

    // From a guess, by growing steps to where it fails on the one side and holds on the other.
    private static int? Exactly(ToneGround ground, ToneDemand demand, TonePath path, int guess)
    {
        var (fails, holds, stride) = (0, guess, 1);
        while (holds <= path.Last && !ground.IsFarEnough(demand, path.Of(holds), path.IsLighter))
        {
            (fails, holds) = (holds, holds == path.Last ? path.Last + 1 : Math.Min(path.Last, holds + stride));
            stride *= 2;
        }

        if (holds > path.Last)
            return null;
        for (stride = 1; fails < holds - stride && ground.IsFarEnough(demand, path.Of(holds - stride), path.IsLighter); stride *= 2)
            holds -= stride;
        return Between(ground, demand, path, Math.Max(fails, holds - stride), holds);
    }
}
