using Pantomet.Core.Destinations;

namespace Pantomet.Core.Treatments;

/// <summary>What is done to a picture so that text can stand on it: its values are drawn onto a shorter line, then a colour is laid over
/// it.</summary>
/// <param name="Low">What black becomes, 0 to 255.</param>
/// <param name="High">What white becomes, 0 to 255, not below <paramref name="Low"/>.</param>
/// <param name="Overlay">The colour that is laid over it.</param>
/// <param name="Percent">How opaque that is, 0 to 100.</param>
public sealed record ToneChange(byte Low, byte High, BackgroundColour Overlay, int Percent)
{
    private const int Values = 256;

    /// <summary>Nothing is done.</summary>
    public static ToneChange None { get; } = new(0, 255, BackgroundColour.White, 0);

    /// <summary>Does it to every pixel.</summary>
    /// <param name="srgb">Red, green, blue of each pixel; changed in place.</param>
    public void Apply(Span<byte> srgb)
    {
        var (red, green, blue) = Tables();
        for (var at = 0; at + 2 < srgb.Length; at += 3)
        {
            srgb[at] = red[srgb[at]];
            srgb[at + 1] = green[srgb[at + 1]];
            srgb[at + 2] = blue[srgb[at + 2]];
        }
    }

    /// <summary>What each value of red, green and blue becomes.</summary>
    public (byte[] Red, byte[] Green, byte[] Blue) Tables() => (Table(Overlay.Red), Table(Overlay.Green), Table(Overlay.Blue));

    // A straight line between two output levels; then simple alpha compositing (Compositing and Blending 1), in sRGB's own values.
    private byte[] Table(byte over)
    {
        var table = new byte[Values];
        for (var value = 0; value < Values; value++)
        {
            var drawn = Low + ((double)value * (High - Low) / (Values - 1));
            table[value] = (byte)Math.Round(((over * Percent) + (drawn * (100 - Percent))) / 100);
        }

        return table;
    }
}
