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
            var (srgb, tables, sum) = (Pixels(0), new ToneTables(ToneChange.None), 0.0);
            for (var at = 0; at < srgb.Length; at += 3)
                sum += tables.Luminance(srgb, at);
            return sum / (srgb.Length / 3);
        }
    }

    /// <summary>The contrast of a text over the worst hundredth of the pixels: all others have more.</summary>
    /// <remarks>Pixels are counted by their light, in steps so small that the contrast is at most 0.04 % less than it is.</remarks>
    /// <param name="text">The text's colour.</param>
    /// <param name="change">What is done to the picture first.</param>
    /// <returns>1 to 21.</returns>
    public double Contrast(SrgbColour text, ToneChange change)
    {
        var (srgb, tables, written) = (Pixels(change.Blur), new ToneTables(change), LuminanceOf(text));
        var counts = new int[Bins];
        for (var at = 0; at < srgb.Length; at += 3)
            counts[BinOf(tables.Luminance(srgb, at))]++;
        var (left, rank) = (BinOf(written), (int)(srgb.Length / 3 * WorstShare));
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
        var (srgb, tables) = (Pixels(change.Blur), new ToneTables(change));
        var (allowed, wrong) = ((int)(srgb.Length / 3 * WorstShare), 0);
        for (var at = 0; at < srgb.Length && wrong <= allowed; at += 3)
        {
            var luminance = tables.Luminance(srgb, at);
            if (luminance < lighter && luminance > darker)
                wrong++;
        }

        return wrong <= allowed;
    }

    private byte[] Pixels(int blur)
    {
        if (!known.TryGetValue(blur, out var pixels))
            known[blur] = pixels = blurred(blur);
        return pixels;
    }
}
