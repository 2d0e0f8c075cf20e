using NetVips;
using Pantomet.Core.Pictures;

namespace Pantomet.Imaging.Sources;

/// <summary>Tells photographs from graphics: a graphic is mostly flat and has few colours.</summary>
/// <remarks>
/// Measured on the demo pictures: graphics have 85 to 97 % of their neighbours alike and 1,100 to 3,400 colours, photographs
/// up to 30 % and from 19,000 colours. A rendered picture without grain has 68 % alike, but 20,000 colours.
/// </remarks>
public static class ContentKindOf
{
    private const double FlatShare = 0.6;
    private const int MaxColours = 8_000;

    /// <summary>Judges a picture; what is fully transparent does not count.</summary>
    /// <param name="srgb">8 bits, in memory, with or without alpha.</param>
    public static ContentKind Picture(Image srgb) =>
        srgb.Width > 1 && FlatNeighbours(srgb) >= FlatShare && HasFewColours(srgb) ? ContentKind.Graphic : ContentKind.Photograph;

    /// <summary>Share of horizontal neighbours that are exactly alike, 0 to 1.</summary>
    /// <param name="srgb">8 bits, in memory, at least two pixels wide.</param>
    public static double FlatNeighbours(Image srgb)
    {
        using var left = srgb.Crop(0, 0, srgb.Width - 1, srgb.Height);
        using var right = srgb.Crop(1, 0, srgb.Width - 1, srgb.Height);
        using var alike = left.Equal(right).BandAnd();
        if (!srgb.HasAlpha())
            return alike.Avg() / 255;
        using var visible = left[srgb.Bands - 1] > 0;
        using var both = alike & visible;
        var shown = visible.Avg();
        return shown > 0 ? both.Avg() / shown : 0;
    }

    private static bool HasFewColours(Image srgb)
    {
        using var colours = srgb.HasAlpha() ? srgb.ExtractBand(0, n: srgb.Bands - 1) : srgb.Copy();
        var samples = colours.WriteToMemory<byte>();
        // A grey picture never has more than 256, which says nothing.
        if (colours.Bands < 3)
            return true;
        var found = new HashSet<int>();
        for (var at = 0; at + 2 < samples.Length && found.Count <= MaxColours; at += 3)
            found.Add((samples[at] << 16) | (samples[at + 1] << 8) | samples[at + 2]);
        return found.Count <= MaxColours;
    }
}
