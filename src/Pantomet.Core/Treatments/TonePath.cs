using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>A way from a picture as it is to the most that may be done to it, in small steps: one means after the other.</summary>
/// <param name="demand">The bounds.</param>
/// <param name="means">Those that are used.</param>
/// <param name="isLighter">Whether the picture is made lighter, or darker.</param>
public sealed class TonePath(ToneDemand demand, ToneMeans means, bool isLighter)
{
    private const int ColourSteps = 20;
    private const int ColourStep = 5;
    private const int BlurSteps = 10;
    private const int BlurStep = 2;
    private const int Most = byte.MaxValue;

    private static readonly SrgbColour Black = new(0, 0, 0);

    /// <summary>Whether the picture is made lighter.</summary>
    public bool IsLighter => isLighter;

    /// <summary>How many steps there are.</summary>
    public int Last => Stages().Sum(stage => stage.Steps);

    /// <summary>The change after so many steps; 0 changes nothing.</summary>
    /// <param name="step">Up to <see cref="Last"/>.</param>
    public ToneChange Of(int step)
    {
        var change = ToneChange.None with { Overlay = isLighter ? SrgbColour.White : Black };
        foreach (var (stage, steps) in Stages())
        {
            change = With(change, stage, Math.Min(step, steps));
            step -= Math.Min(step, steps);
        }

        return change;
    }

    /// <summary>After which steps a means is used up, from the first.</summary>
    internal IEnumerable<int> Ends()
    {
        var end = 0;
        foreach (var (_, steps) in Stages())
            yield return end += steps;
    }

    /// <summary>How much of what may be done a change is: 1 for each means that is used up.</summary>
    internal double Cost(int step)
    {
        var cost = 0.0;
        foreach (var (_, steps) in Stages())
        {
            cost += (double)Math.Min(step, steps) / steps;
            step -= Math.Min(step, steps);
        }

        return cost;
    }

    private static ToneChange Levels(ToneChange change, int shift, bool isLighter) =>
        isLighter ? change with { Low = (byte)shift } : change with { High = (byte)(Most - shift) };

    private ToneChange With(ToneChange change, ToneMeans stage, int steps) => stage switch
    {
        ToneMeans.Levels => Levels(change, steps, isLighter),
        ToneMeans.Colour => change with { Colour = 100 - (ColourStep * steps) },
        ToneMeans.Blur => change with { Blur = BlurStep * steps },
        _ => change with { Opacity = steps },
    };

    private IEnumerable<(ToneMeans Means, int Steps)> Stages() => new[]
    {
        (Means: ToneMeans.Levels, Steps: demand.MaxShift),
        (Means: ToneMeans.Colour, Steps: ColourSteps),
        (Means: ToneMeans.Blur, Steps: BlurSteps),
        (Means: ToneMeans.Overlay, Steps: demand.MaxOpacity),
    }.Where(stage => means.HasFlag(stage.Means) && stage.Steps > 0);
}
