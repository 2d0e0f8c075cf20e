using System.Numerics;
using Pantomet.Core.Kernels.Colour;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>The pixels beneath a text, and its contrast over them.</summary>
/// <param name="blurred">Red, green, blue of each of them once the picture is blurred by so many thousandths of its shorter side; at least
/// one pixel.</param>
public sealed class ToneGround(Func<int, byte[]> blurred)
{
    private const double WorstShare = 0.01;
    private const int Bins = 65_536;
    private const int AtATime = 1_024;

    private readonly Dictionary<int, byte[]> known = [];

    /// <summary>The same of a part that is as it is, whatever is asked.</summary>
    /// <param name="srgb">Red, green, blue of each pixel.</param>
    public static ToneGround Of(byte[] srgb) => new(_ => srgb);

    /// <summary>Every so many-th of the pixels.</summary>
    /// <param name="most">How many at most.</param>
    internal ToneGround Sample(int most) => new(blur => Thinned(Pixels(blur), most));

    /// <summary>How many pixels there are.</summary>
    internal int Count => Pixels(0).Length / 3;

    /// <summary>The mean relative luminance (WCAG 2.2), 0 to 1.</summary>
    public double Luminance
    {
        get
        {
            var sum = 0.0;
            Look(
                ToneChange.None,
                luminances =>
                {
                    foreach (var luminance in luminances)
                        sum += luminance;
                    return true;
                });
            return sum / Count;
        }
    }

    /// <summary>The contrast of a text over the worst hundredth of the pixels: all others have more.</summary>
    /// <remarks>Pixels are counted by their light, in steps so small that the contrast is at most 0.04 % less than it is.</remarks>
    /// <param name="text">The text's colour.</param>
    /// <param name="change">What is done to the picture first.</param>
    /// <returns>1 to 21.</returns>
    public double Contrast(SrgbColour text, ToneChange change)
    {
        var (counts, written) = (new int[Bins], LuminanceOf(text));
        Look(
            change,
            luminances =>
            {
                foreach (var luminance in luminances)
                    counts[BinOf(luminance)]++;
                return true;
            });
        var (left, rank) = (BinOf(written), (int)(Count * WorstShare));
        var (right, passed, ratio) = (left + 1, counts[left], 1.0);
        left--;
        // Outwards from the text's own light: what is nearest to it has the least contrast.
        while (passed <= rank)
        {
            var below = left >= 0 ? Of(left + 1) : double.PositiveInfinity;
            var above = right < Bins ? Of(right) : double.PositiveInfinity;
            ratio = Math.Min(below, above);
            passed += below <= above ? counts[left--] : counts[right++];
        }

        return ratio;

        double Of(int edge) => WcagContrast.Ratio(written, (double)edge / Bins);
    }

    /// <summary>Whether a text has a contrast over all but the worst hundredth of the pixels.</summary>
    internal bool Reaches(ToneDemand demand, ToneChange change) => HasRoomIn(demand, change, isLighter: null);

    /// <summary>Whether all but the worst hundredth are on one side of the text and far enough from it: each step makes that
    /// truer.</summary>
    internal bool IsFarEnough(ToneDemand demand, ToneChange change, bool isLighter) => HasRoomIn(demand, change, isLighter);

    private static byte[] Thinned(byte[] pixels, int most)
    {
        var step = Math.Max(1, pixels.Length / 3 / most);
        var thin = new byte[(pixels.Length / 3 + step - 1) / step * 3];
        for (var at = 0; at < thin.Length / 3; at++)
            pixels.AsSpan(3 * at * step, 3).CopyTo(thin.AsSpan(3 * at));
        return thin;
    }

    private static int BinOf(double luminance) => Math.Min((int)(luminance * Bins), Bins - 1);

    private static double LuminanceOf(SrgbColour colour) => WcagContrast.Luminance(colour.Red, colour.Green, colour.Blue);

    // On one side of the text, or on either.
    private bool HasRoomIn(ToneDemand demand, ToneChange change, bool? isLighter)
    {
        var written = LuminanceOf(demand.Text);
        var lighter = isLighter == false ? double.PositiveInfinity : WcagContrast.LighterBy(written, demand.Contrast);
        var darker = isLighter == true ? double.NegativeInfinity : WcagContrast.DarkerBy(written, demand.Contrast);
        var (allowed, wrong) = ((int)(Count * WorstShare), 0);
        Look(
            change,
            luminances =>
            {
                wrong += Between(luminances, darker, lighter);
                return wrong <= allowed;
            });
        return wrong <= allowed;
    }

    private static int Between(ReadOnlySpan<double> luminances, double above, double below)
    {
        var (count, at) = (0, 0);
        var (low, high, counts) = (new Vector<double>(above), new Vector<double>(below), Vector<long>.Zero);
        for (; at <= luminances.Length - Vector<double>.Count; at += Vector<double>.Count)
        {
            var some = new Vector<double>(luminances[at..]);
            // What is true is -1.
            counts -= Vector.GreaterThan(some, low) & Vector.LessThan(some, high);
        }

        for (; at < luminances.Length; at++)
            count += luminances[at] > above && luminances[at] < below ? 1 : 0;
        return count + (int)Vector.Sum(counts);
    }

    private delegate bool Looking(ReadOnlySpan<double> luminances);

    // So many pixels at a time that their light stays where the processor has it at hand; until somebody has seen enough.
    private void Look(ToneChange change, Looking look)
    {
        var (srgb, tables) = (Pixels(change.Blur), new ToneTables(change));
        Span<double> luminances = stackalloc double[AtATime];
        for (var at = 0; at < srgb.Length; at += 3 * AtATime)
        {
            var some = srgb.AsSpan(at, Math.Min(3 * AtATime, srgb.Length - at));
            var light = luminances[..(some.Length / 3)];
            tables.Luminances(some, light);
            if (!look(light))
                return;
        }
    }

    private byte[] Pixels(int blur)
    {
        if (!known.TryGetValue(blur, out var pixels))
            known[blur] = pixels = blurred(blur);
        return pixels;
    }
}
