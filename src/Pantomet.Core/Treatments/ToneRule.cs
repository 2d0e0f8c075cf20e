namespace Pantomet.Core.Treatments;

/// <summary>The tone that was found for a picture.</summary>
/// <param name="Change">What is done to it.</param>
/// <param name="IsReached">Whether the text has the contrast then that was demanded; otherwise it is the most that the bounds
/// allow.</param>
public sealed record ToneFound(ToneChange Change, bool IsReached)
{
    /// <summary>How large the contrast is; null where nobody asked, and it is enough.</summary>
    public ToneContrasts? Contrasts { get; init; }

    /// <summary>What would mend it, computed; empty where it is reached.</summary>
    public IReadOnlyList<ToneRemedy> Remedies { get; init; } = [];
}

/// <summary>The contrast of a text over the worst hundredth of the pixels beneath it.</summary>
/// <param name="Without">As they are.</param>
/// <param name="Then">Once the picture is toned.</param>
public sealed record ToneContrasts(double Without, double Then);

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
            return new ToneFound(ToneChange.None, IsReached: true);
        var sample = ground.Count > 2 * SampleSize ? ground.Sample(SampleSize) : ground;
        var best = Paths(demand).Select(path => (Path: path, Step: First(sample, demand, path)))
            .Where(one => one.Step is not null).OrderBy(one => one.Path.Cost(one.Step!.Value)).FirstOrDefault();
        if (best.Path is not null && Exactly(ground, demand, best.Path, best.Step!.Value) is { } step)
            return new ToneFound(best.Path.Of(step), IsReached: true);
        // What the sample took for impossible, or possible, need not be so of the whole.
        foreach (var path in Paths(demand))
        {
            if (First(ground, demand, path) is { } first)
                return new ToneFound(path.Of(first), IsReached: true);
        }

        var most = Paths(demand).Select(path => path.Of(path.Last)).MaxBy(change => ground.Contrast(demand.Text, change));
        return Told(new ToneFound(most ?? ToneChange.None, IsReached: false), ground, demand);
    }

    /// <summary>What a change does for a text.</summary>
    /// <param name="ground">The pixels beneath the text.</param>
    /// <param name="demand">The text.</param>
    /// <param name="change">What is done to the picture.</param>
    public static ToneFound Of(ToneGround ground, ToneDemand demand, ToneChange change)
    {
        var found = new ToneFound(change, ground.Reaches(demand, change));
        return found.IsReached ? found : Told(found, ground, demand);
    }

    /// <summary>The same, with its contrasts: two more looks at every pixel.</summary>
    /// <param name="found">What was found.</param>
    /// <param name="ground">On these pixels.</param>
    /// <param name="demand">For this text.</param>
    public static ToneFound Told(ToneFound found, ToneGround ground, ToneDemand demand)
    {
        if (found.Contrasts is not null)
            return found;
        var contrast = ground.Contrast(demand.Text, found.Change);
        // What reaches it has it, however finely its contrast is told.
        var then = found.IsReached ? Math.Max(contrast, demand.Contrast) : contrast;
        var without = found.Change == ToneChange.None ? then : ground.Contrast(demand.Text, ToneChange.None);
        return found with { Contrasts = new ToneContrasts(without, then) };
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
