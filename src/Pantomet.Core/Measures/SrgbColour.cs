using System.Globalization;

namespace Pantomet.Core.Measures;

/// <summary>An opaque sRGB colour.</summary>
/// <param name="Red">0 to 255.</param>
/// <param name="Green">0 to 255.</param>
/// <param name="Blue">0 to 255.</param>
public readonly record struct SrgbColour(byte Red, byte Green, byte Blue)
{
    /// <summary>Paper white.</summary>
    public static SrgbColour White { get; } = new(255, 255, 255);

    /// <summary>Reads the CSS notation <c>#rrggbb</c>.</summary>
    /// <param name="text">As in a destination document.</param>
    /// <param name="colour">The colour, when the text is one.</param>
    public static bool TryParse(string text, out SrgbColour colour)
    {
        colour = White;
        if (text.Length != 7 || text[0] != '#' ||
            !int.TryParse(text.AsSpan(1), NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture, out var rgb))
            return false;
        colour = new SrgbColour((byte)(rgb >> 16), (byte)(rgb >> 8), (byte)rgb);
        return true;
    }

    /// <inheritdoc/>
    public override string ToString() => $"#{Red:x2}{Green:x2}{Blue:x2}";
}
