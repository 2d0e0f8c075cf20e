using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Kernels.Colour;

/// <summary>A picture whose strips are looked at.</summary>
/// <param name="lab">The picture.</param>
/// <param name="srgb">Red, green, blue of each of its pixels, row by row.</param>
internal sealed class EdgePixels(LabPlane lab, byte[] srgb)
{
    /// <summary>A strip of it.</summary>
    public EdgeStrip Of(int x, int y, int across, int down)
    {
        var places = Enumerable.Range(y, down).SelectMany(row => Enumerable.Range(x, across).Select(column => (row * lab.Width) + column))
            .ToList();
        double Mean(int band) => places.Average(at => LabPlane.ToLinear(srgb[(3 * at) + band]));
        return new EdgeStrip(lab, places, SrgbCurve.Colour(Mean(0), Mean(1), Mean(2)));
    }
}

/// <summary>A strip along an edge.</summary>
/// <param name="Picture">All of it.</param>
/// <param name="Places">Pixels of the strip.</param>
/// <param name="Colour">The mean light of its pixels.</param>
internal sealed record EdgeStrip(LabPlane Picture, IReadOnlyList<int> Places, SrgbColour Colour)
{
    /// <summary>The mean difference of its pixels from a colour (CIE 1976 ΔE), to hundredths.</summary>
    public double From(SrgbColour colour)
    {
        var other = LabPlane.FromSrgb(1, 1, [colour.Red, colour.Green, colour.Blue], []);
        return Math.Round(Places.Average(at => Difference(at, other)), 2);
    }

    private double Difference(int at, LabPlane other)
    {
        var (dl, da, db) = (Picture.Lightness[at] - other.Lightness[0], Picture.RedGreen[at] - other.RedGreen[0],
            Picture.YellowBlue[at] - other.YellowBlue[0]);
        return Math.Sqrt((dl * dl) + (da * da) + (db * db));
    }
}
