using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Kernels.Colour;

/// <summary>The mean light of a strip of a picture, and how far its pixels are from it.</summary>
/// <param name="width">Of the picture.</param>
/// <param name="height">Of the picture.</param>
/// <param name="srgb">Red, green, blue of each pixel, row by row.</param>
internal sealed class EdgePixels(int width, int height, byte[] srgb)
{
    private readonly LabPlane lab = LabPlane.FromSrgb(width, height, srgb, []);

    public (SrgbColour Colour, double Spread) Of(int x, int y, int across, int down)
    {
        var places = Enumerable.Range(y, down).SelectMany(row => Enumerable.Range(x, across).Select(column => (row * width) + column))
            .ToList();
        var colour = SrgbCurve.Colour(Mean(places, 0), Mean(places, 1), Mean(places, 2));
        var mean = LabPlane.FromSrgb(1, 1, [colour.Red, colour.Green, colour.Blue], []);
        return (colour, Math.Round(places.Average(at => Difference(at, mean)), 2));
    }

    private double Mean(List<int> places, int band) => places.Average(at => LabPlane.ToLinear(srgb[(3 * at) + band]));

    private double Difference(int at, LabPlane mean)
    {
        var (dl, da, db) = (lab.Lightness[at] - mean.Lightness[0], lab.RedGreen[at] - mean.RedGreen[0],
            lab.YellowBlue[at] - mean.YellowBlue[0]);
        return Math.Sqrt((dl * dl) + (da * da) + (db * db));
    }
}
