using Pantomet.Core.Kernels.Colour;

namespace Pantomet.Core.Treatments;

/// <summary>What becomes of each value of a pixel by a <see cref="ToneChange"/>, by table.</summary>
/// <remarks>
/// All in sRGB's own values, as browsers blend: a straight line between two output levels; grey by the weights of ITU-R BT.709; simple
/// alpha compositing (Compositing and Blending 1, 5.1).
/// </remarks>
internal sealed class ToneTables
{
    private const int Values = 256;
    private const int All = 100;

    private readonly byte[] line = new byte[Values];
    private readonly Channel red;
    private readonly Channel green;
    private readonly Channel blue;
    private readonly int colour;

    public ToneTables(ToneChange change)
    {
        colour = change.Colour;
        for (var value = 0; value < Values; value++)
            line[value] = (byte)Math.Round(change.Low + ((double)value * (change.High - change.Low) / (Values - 1)));
        red = new Channel(line, change.Overlay.Red, change.Opacity, WcagContrast.RedShare);
        green = new Channel(line, change.Overlay.Green, change.Opacity, WcagContrast.GreenShare);
        blue = new Channel(line, change.Overlay.Blue, change.Opacity, WcagContrast.BlueShare);
    }

    /// <summary>Changes every pixel.</summary>
    /// <param name="srgb">Red, green, blue of each; changed in place.</param>
    public void Change(Span<byte> srgb)
    {
        if (colour == All)
        {
            var (ofRed, ofGreen, ofBlue) = (red.Both, green.Both, blue.Both);
            for (var at = 0; at + 2 < srgb.Length; at += 3)
                (srgb[at], srgb[at + 1], srgb[at + 2]) = (ofRed[srgb[at]], ofGreen[srgb[at + 1]], ofBlue[srgb[at + 2]]);
            return;
        }

        for (var at = 0; at + 2 < srgb.Length; at += 3)
        {
            var (r, g, b) = Duller(srgb, at);
            (srgb[at], srgb[at + 1], srgb[at + 2]) = (red.Laid[r], green.Laid[g], blue.Laid[b]);
        }
    }

    /// <summary>Relative luminance (WCAG 2.2) of some pixels once they are changed, 0 to 1.</summary>
    /// <param name="srgb">Red, green, blue of each.</param>
    /// <param name="luminances">As many; written to.</param>
    public void Luminances(ReadOnlySpan<byte> srgb, Span<double> luminances)
    {
        if (colour == All)
        {
            var (ofRed, ofGreen, ofBlue) = (red.LightOfBoth, green.LightOfBoth, blue.LightOfBoth);
            for (var at = 0; at < luminances.Length; at++)
                luminances[at] = ofRed[srgb[3 * at]] + ofGreen[srgb[(3 * at) + 1]] + ofBlue[srgb[(3 * at) + 2]];
            return;
        }

        for (var at = 0; at < luminances.Length; at++)
        {
            var (r, g, b) = Duller(srgb, 3 * at);
            luminances[at] = red.Light[r] + green.Light[g] + blue.Light[b];
        }
    }

    private (byte Red, byte Green, byte Blue) Duller(ReadOnlySpan<byte> srgb, int at)
    {
        var (r, g, b) = (line[srgb[at]], line[srgb[at + 1]], line[srgb[at + 2]]);
        var grey = (WcagContrast.RedShare * r) + (WcagContrast.GreenShare * g) + (WcagContrast.BlueShare * b);
        return (Towards(grey, r), Towards(grey, g), Towards(grey, b));
    }

    private byte Towards(double grey, byte value) => (byte)Math.Round(grey + ((value - grey) * colour / All));

    /// <summary>What the overlay makes of a value of one colour, and how much light that is; and both steps in one.</summary>
    private sealed class Channel
    {
        private static readonly double[] Linear = [.. Enumerable.Range(0, Values).Select(value => WcagContrast.Linear(value))];

        public Channel(byte[] line, byte over, int opacity, double share)
        {
            for (var value = 0; value < Values; value++)
            {
                Laid[value] = (byte)Math.Round(((over * opacity) + (value * (All - opacity))) / (double)All);
                Light[value] = share * Linear[Laid[value]];
            }

            for (var value = 0; value < Values; value++)
                (Both[value], LightOfBoth[value]) = (Laid[line[value]], Light[line[value]]);
        }

        public byte[] Laid { get; } = new byte[Values];

        public double[] Light { get; } = new double[Values];

        public byte[] Both { get; } = new byte[Values];

        public double[] LightOfBoth { get; } = new double[Values];
    }
}
