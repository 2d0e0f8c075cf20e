using Pantomet.Core.Destinations;
using Pantomet.Core.Kernels.Colour;

namespace Pantomet.Core.Treatments;

/// <summary>The tone that was found for a picture.</summary>
/// <param name="Change">What is done to it.</param>
/// <param name="Contrast">Of the text over the worst hundredth of the pixels then.</param>
/// <param name="IsReached">Whether that is what was demanded; otherwise it is the most that the bounds allow.</param>
public sealed record ToneFound(ToneChange Change, double Contrast, bool IsReached);

/// <summary>Finds the least change by which text can be read on a picture.</summary>
/// <remarks>
/// A change has a strength in whole steps. Towards light, the darkest value is raised level by level; beyond its bound, white is laid over,
/// per cent by per cent. Towards dark, the lightest value is lowered and black laid over. Of both ways the one with fewer steps is taken.
/// </remarks>
public static class ToneRule
{
    private const double WorstShare = 0.01;
    private const byte Most = 255;

    /// <summary>Finds it.</summary>
    /// <param name="srgb">Red, green, blue of each pixel beneath the text; at least one pixel.</param>
    /// <param name="demand">The text, and the bounds of the change.</param>
    public static ToneFound Least(ReadOnlySpan<byte> srgb, ToneDemand demand)
    {
        var asItIs = Contrast(srgb, demand.Text, ToneChange.None);
        if (asItIs >= demand.Contrast)
            return new ToneFound(ToneChange.None, asItIs, IsReached: true);
        var ways = (Lighter: Steps(srgb, demand, isLighter: true), Darker: Steps(srgb, demand, isLighter: false));
        if (ways is (null, null))
            return Furthest(srgb, demand);
        var found = ways.Darker is null || ways.Lighter <= ways.Darker
            ? Of(demand, ways.Lighter!.Value, isLighter: true)
            : Of(demand, ways.Darker.Value, isLighter: false);
        return new ToneFound(found, Contrast(srgb, demand.Text, found), IsReached: true);
    }

    /// <summary>The change of a strength.</summary>
    /// <param name="demand">Its bounds.</param>
    /// <param name="step">0 does nothing.</param>
    /// <param name="isLighter">Whether the picture is made lighter.</param>
    public static ToneChange Of(ToneDemand demand, int step, bool isLighter)
    {
        var shift = (byte)Math.Min(step, demand.MaxShift);
        var percent = Math.Max(0, step - demand.MaxShift);
        return isLighter
            ? new ToneChange(shift, Most, BackgroundColour.White, percent)
            : new ToneChange(0, (byte)(Most - shift), new BackgroundColour(0, 0, 0), percent);
    }

    /// <summary>The contrast of a text over the worst hundredth of what is beneath it: all other pixels have more.</summary>
    /// <param name="srgb">Red, green, blue of each pixel beneath the text; at least one pixel.</param>
    /// <param name="text">The text's colour.</param>
    /// <param name="change">What is done to the picture first.</param>
    public static double Contrast(ReadOnlySpan<byte> srgb, BackgroundColour text, ToneChange change)
    {
        var written = WcagContrast.Luminance(text.Red, text.Green, text.Blue);
        var light = new LightOf(change);
        var ratios = new double[srgb.Length / 3];
        for (var at = 0; at < ratios.Length; at++)
            ratios[at] = WcagContrast.Ratio(written, light.Of(srgb, 3 * at));
        Array.Sort(ratios);
        return ratios[(int)(ratios.Length * WorstShare)];
    }

    private static ToneFound Furthest(ReadOnlySpan<byte> srgb, ToneDemand demand)
    {
        var (lighter, darker) = (Of(demand, Last(demand), isLighter: true), Of(demand, Last(demand), isLighter: false));
        var (light, dark) = (Contrast(srgb, demand.Text, lighter), Contrast(srgb, demand.Text, darker));
        return light >= dark
            ? new ToneFound(lighter, light, light >= demand.Contrast)
            : new ToneFound(darker, dark, dark >= demand.Contrast);
    }

    private static int Last(ToneDemand demand) => demand.MaxShift + demand.MaxPercent;

    // All but a hundredth on one side of the text, and far enough from it: each step makes that truer, so it can be searched by halves.
    private static int? Steps(ReadOnlySpan<byte> srgb, ToneDemand demand, bool isLighter)
    {
        if (!IsFarEnough(srgb, demand, Last(demand), isLighter))
            return null;
        var (fails, holds) = (0, Last(demand));
        while (holds - fails > 1)
        {
            var between = (fails + holds) / 2;
            if (IsFarEnough(srgb, demand, between, isLighter))
                holds = between;
            else
                fails = between;
        }

        // A text that stands between light and dark parts may have been readable a little before.
        while (holds > 1 && Contrast(srgb, demand.Text, Of(demand, holds - 1, isLighter)) >= demand.Contrast)
            holds--;
        return holds;
    }

    private static bool IsFarEnough(ReadOnlySpan<byte> srgb, ToneDemand demand, int step, bool isLighter)
    {
        var written = WcagContrast.Luminance(demand.Text.Red, demand.Text.Green, demand.Text.Blue);
        var light = new LightOf(Of(demand, step, isLighter));
        var bound = isLighter ? WcagContrast.LighterBy(written, demand.Contrast) : WcagContrast.DarkerBy(written, demand.Contrast);
        var pixels = srgb.Length / 3;
        var (allowed, wrong) = ((int)(pixels * WorstShare), 0);
        for (var at = 0; at < pixels && wrong <= allowed; at++)
        {
            var luminance = light.Of(srgb, 3 * at);
            wrong += (isLighter ? luminance < bound : luminance > bound) ? 1 : 0;
        }

        return wrong <= allowed;
    }

    /// <summary>Luminance of pixels once a change is done to them, by table.</summary>
    private sealed class LightOf
    {
        private readonly double[] red;
        private readonly double[] green;
        private readonly double[] blue;

        public LightOf(ToneChange change)
        {
            var (reds, greens, blues) = change.Tables();
            red = [.. reds.Select(value => WcagContrast.RedShare * WcagContrast.Linear(value))];
            green = [.. greens.Select(value => WcagContrast.GreenShare * WcagContrast.Linear(value))];
            blue = [.. blues.Select(value => WcagContrast.BlueShare * WcagContrast.Linear(value))];
        }

        public double Of(ReadOnlySpan<byte> srgb, int at) => red[srgb[at]] + green[srgb[at + 1]] + blue[srgb[at + 2]];
    }
}
